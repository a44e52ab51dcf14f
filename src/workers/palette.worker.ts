import * as Comlink from "comlink";
import { handInKernels } from "../kernel/load";
import { createPaletteApi } from "./paletteApi";

handInKernels();
Comlink.expose(createPaletteApi());
