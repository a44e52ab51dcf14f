/** A picture on a page of its own size, as PDF. */
import { PDFDocument } from "pdf-lib";

export type PdfPage = {
  readonly png: Uint8Array;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly title: string;
  /** The same in words, for those who search their files. */
  readonly subject: string;
  readonly madeAt: number;
};

const POINTS_PER_MM = 72 / 25.4;

export async function pdfOfPicture(page: PdfPage): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const picture = await pdf.embedPng(page.png);
  const width = page.widthMm * POINTS_PER_MM;
  const height = page.heightMm * POINTS_PER_MM;
  pdf.addPage([width, height]).drawImage(picture, { x: 0, y: 0, width, height });
  pdf.setTitle(page.title);
  pdf.setSubject(page.subject);
  pdf.setCreator("Gaman");
  pdf.setProducer("Gaman");
  pdf.setCreationDate(new Date(page.madeAt));
  pdf.setModificationDate(new Date(page.madeAt));
  return pdf.save();
}
