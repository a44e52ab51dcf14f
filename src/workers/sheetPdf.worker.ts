import * as Comlink from "comlink";
import { pdfOfDrawings, pdfOfPicture } from "./sheetPdf";

Comlink.expose({ pdfOfDrawings, pdfOfPicture });
