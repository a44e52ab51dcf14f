/** The reader of typefaces ships no types; the writer of PDF says what it needs of it. */
declare module "fontkit" {
  import type { PDFDocument } from "@cantoo/pdf-lib";

  type Needed = Parameters<PDFDocument["registerFontkit"]>[0];
  export const create: Needed["create"];
}
