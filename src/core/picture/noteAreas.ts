/** The picture laid out in its notes' flat colours, and what area and chroma each note brings to the whole. */
import { type LabD65 } from "../color/types";
import { blockLab, type Blocks } from "./blocks";
import { chromaOf } from "../color/cieLab";
import { sumOf } from "../numbers";

export type NoteAreas = {
  /** Of the area, by place in the list of notes; they sum to one. */
  readonly shares: readonly number[];
  /** Which note each block belongs to, rows from the top. */
  readonly owners: Int16Array;
  readonly columns: number;
  readonly rows: number;
};

/** Each block goes to the note whose colour is nearest. Throws without notes. */
export function noteAreas(blocks: Blocks, notes: readonly LabD65[]): NoteAreas {
  if (notes.length === 0) throw new RangeError("Areas need at least one note");
  const count = blocks.columns * blocks.rows;
  const owners = new Int16Array(count);
  const shares = new Array<number>(notes.length).fill(0);
  for (let block = 0; block < count; block++) {
    const lab = blockLab(blocks, block);
    let best = 0;
    let least = Number.POSITIVE_INFINITY;
    for (const [index, note] of notes.entries()) {
      const far = (lab[0] - note[0]) ** 2 + (lab[1] - note[1]) ** 2 + (lab[2] - note[2]) ** 2;
      if (far < least) {
        least = far;
        best = index;
      }
    }
    owners[block] = best;
    shares[best] = (shares[best] as number) + 1 / count;
  }
  return { shares, owners, columns: blocks.columns, rows: blocks.rows };
}

export type CompositionWeights = {
  /** Area times chroma of each note as a share of the whole; all zero when everything is grey. */
  readonly weights: readonly number[];
  /** Mean chroma over the area, C*. */
  readonly meanChroma: number;
};

/**
 * @param areas - of each note, >= 0, of any sum above zero.
 * @throws RangeError unless each note has an area of at least zero, and one is above it.
 */
export function compositionWeights(notes: readonly LabD65[], areas: readonly number[]): CompositionWeights {
  const total = sumOf(areas);
  if (notes.length !== areas.length) throw new RangeError("Each note needs an area");
  if (!(total > 0) || areas.some((area) => !(area >= 0)))
    throw new RangeError("Areas are at least zero, and one is above it");
  const loads = notes.map((lab, index) => (chromaOf(lab) * (areas[index] as number)) / total);
  const meanChroma = sumOf(loads);
  return { weights: loads.map((load) => (meanChroma > 0 ? load / meanChroma : 0)), meanChroma };
}
