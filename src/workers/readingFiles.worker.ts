import * as Comlink from "comlink";
import { createReadingFilesApi } from "./readingFiles";

Comlink.expose(createReadingFilesApi());
