/** The picture as a coarse grid of mean colours: what families, areas and extremes are read from. */
import { labFromLinearSrgb } from "../color/srgb";
import { type LabD65, labD65, linearSrgb } from "../color/types";
import { type PixelImage, PixelReader } from "./pixels";
import { zeros } from "../numbers";

export type Blocks = {
  readonly columns: number;
  readonly rows: number;
  /** Side of a block in pixels; the last column and row may be narrower. */
  readonly sidePx: number;
  /** CIELAB of each block, three numbers each, rows from the top. */
  readonly labs: Float64Array;
};

/** @param mostBlocks - the grid is as fine as this allows. Throws for a picture without pixels. */
export function blocksOf(image: PixelImage, mostBlocks: number): Blocks {
  const { widthPx, heightPx } = image;
  if (widthPx < 1 || heightPx < 1) throw new RangeError("A picture needs pixels");
  const sidePx = Math.max(1, Math.ceil(Math.sqrt((widthPx * heightPx) / mostBlocks)));
  const columns = Math.ceil(widthPx / sidePx);
  const rows = Math.ceil(heightPx / sidePx);
  const sums = zeros(4 * columns * rows);
  const reader = new PixelReader(image);
  for (let y = 0; y < heightPx; y++) {
    const row = Math.floor(y / sidePx) * columns;
    for (let x = 0; x < widthPx; x++) {
      reader.read(x, y);
      const at = 4 * (row + Math.floor(x / sidePx));
      sums[at] = (sums[at] as number) + reader.red;
      sums[at + 1] = (sums[at + 1] as number) + reader.green;
      sums[at + 2] = (sums[at + 2] as number) + reader.blue;
      sums[at + 3] = (sums[at + 3] as number) + 1;
    }
  }
  const labs = zeros(3 * columns * rows);
  for (let block = 0; block < columns * rows; block++) {
    const count = sums[4 * block + 3] as number;
    labs.set(
      labFromLinearSrgb(
        linearSrgb(
          (sums[4 * block] as number) / count,
          (sums[4 * block + 1] as number) / count,
          (sums[4 * block + 2] as number) / count,
        ),
      ),
      3 * block,
    );
  }
  return { columns, rows, sidePx, labs };
}

/**
 * @param block - index of a block, in rows from the top left.
 */
export function blockLab({ labs }: Blocks, block: number): LabD65 {
  return labD65(labs[3 * block] as number, labs[3 * block + 1] as number, labs[3 * block + 2] as number);
}

/** Middle of a block in pixels of the picture. */
export function blockCentre(
  { columns, sidePx }: Blocks,
  block: number,
): { readonly xPx: number; readonly yPx: number } {
  return {
    xPx: ((block % columns) + 0.5) * sidePx,
    yPx: (Math.floor(block / columns) + 0.5) * sidePx,
  };
}
