/** A printed page in a photo: its marks, and the square that names it. */
import { decodeQR } from "qr/decode.js";
import type { PixelImage } from "../core/picture/pixels";
import { findMarks, type FourMarks } from "../core/picture/sheetMarks";
import { squaredArea } from "../core/picture/squaredSheet";
import { codePlace, marksOf, PAPERS, TURNS } from "../domain/charts/blankLayout";
import { type NamedPage, readPageCode } from "../domain/charts/pageCode";

export type FoundSheet = {
  readonly marks: FourMarks;
  /** Undefined where its name cannot be read. */
  readonly page: NamedPage | undefined;
};

/** Side of the square as it is read, px. */
const CODE_PX = 250;

export function findSheet(image: PixelImage): FoundSheet | undefined {
  const marks = findMarks(image);
  if (!marks) return undefined;
  return { marks, page: pageIn(image, marks) };
}

/** Where the square stands depends on the paper, so each is tried. */
function pageIn(image: PixelImage, marks: FourMarks): NamedPage | undefined {
  for (const paper of PAPERS)
    for (const turn of TURNS) {
      const format = { paper, turn };
      const [a, b, c, d] = marksOf(format);
      const square = squaredArea(image, marks, [a.at, b.at, c.at, d.at], codePlace(format), CODE_PX);
      const page = square && named(square);
      if (page?.format.paper === paper && page.format.turn === turn) return page;
    }
  return undefined;
}

function named(square: NonNullable<ReturnType<typeof squaredArea>>): NamedPage | undefined {
  try {
    return readPageCode(decodeQR(square));
  } catch {
    // What holds no code is told by a throw.
    return undefined;
  }
}
