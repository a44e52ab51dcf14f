/** The typeface for paper, in the two weights that a sheet has, with the letters of Latin languages. */
import type { SheetFonts } from "../../workers/sheetPdf";

const PLAIN = [
  new URL(
    "../../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff",
    import.meta.url,
  ),
  new URL(
    "../../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff",
    import.meta.url,
  ),
];
const BOLD = [
  new URL(
    "../../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff",
    import.meta.url,
  ),
  new URL(
    "../../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff",
    import.meta.url,
  ),
];

export async function sheetFonts(): Promise<SheetFonts> {
  const [plain, bold] = await Promise.all([PLAIN, BOLD].map((files) => Promise.all(files.map(bytesOf))));
  return { plain: plain ?? [], bold: bold ?? [] };
}

async function bytesOf(file: URL): Promise<Uint8Array> {
  const response = await fetch(file);
  if (!response.ok) throw new Error(`The typeface could not be read (${response.status})`);
  return new Uint8Array(await response.arrayBuffer());
}
