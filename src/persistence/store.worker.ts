import * as Comlink from "comlink";
import { createStoreApi } from "./storeApi";

Comlink.expose(createStoreApi());
