import * as Comlink from "comlink";
import { useKernel } from "../kernel/load";
import { createPaletteApi } from "./paletteApi";

useKernel();
Comlink.expose(createPaletteApi());
