import * as Comlink from "comlink";
import { pdfOfDrawings, pdfOfPictures } from "./sheetPdf";

Comlink.expose({ pdfOfDrawings, pdfOfPictures });
