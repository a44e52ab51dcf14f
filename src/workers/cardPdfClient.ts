/** One worker for one PDF. */
import * as Comlink from "comlink";
import type { PdfPage } from "./cardPdf";

type CardPdfApi = { readonly pdfOfPicture: (page: PdfPage) => Promise<Uint8Array<ArrayBuffer>> };

export async function makePdf(page: PdfPage): Promise<Uint8Array<ArrayBuffer>> {
  const worker = new Worker(new URL("./cardPdf.worker.ts", import.meta.url), {
    type: "module",
    name: "card-pdf",
  });
  try {
    return await Comlink.wrap<CardPdfApi>(worker).pdfOfPicture(page);
  } finally {
    worker.terminate();
  }
}
