import * as Comlink from "comlink";
import { pdfOfPicture } from "./cardPdf";

Comlink.expose({ pdfOfPicture });
