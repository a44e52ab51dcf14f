import * as Comlink from "comlink";
import { createPaletteApi } from "./paletteApi";

Comlink.expose(createPaletteApi());
