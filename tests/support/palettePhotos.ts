/** Photos of a laid-out palette: piles in rows and columns on a board, lit from one side, with glare on wet paint. */
import { encodeChannel, linearSrgbFromLab } from "@/core/color/srgb";
import type { LabD65 } from "@/core/color/types";
import type { PixelImage } from "@/core/picture/pixels";
import { createRng } from "@/core/random/rng";
import { eliminated } from "./sheetPhotos";

type Point = readonly [number, number];

export type LaidPile = { readonly row: number; readonly column: number; readonly lab: LabD65 | undefined };

export type PalettePhoto = {
  readonly rows: number;
  readonly columns: number;
  readonly piles: readonly LaidPile[];
  readonly board: LabD65;
  /** Share by which the light falls off over the board. */
  readonly fallOff: number;
  readonly color: readonly [number, number, number];
  /** Standard deviation of the encoded bytes. */
  readonly noise: number;
  /** How many piles shine in one spot. */
  readonly glares: number;
  /** A card beside the board, if one lies there. */
  readonly card?: LabD65;
  readonly seed: number;
  /** Middles of the outermost piles, px; somewhere of this seed when left out. */
  readonly corners?: readonly [Point, Point, Point, Point];
};

const WIDTH = 900;
const HEIGHT = 700;
/** Of the distance from pile to pile. */
const PILE = 0.3;
/** Places of the corners before anyone has moved them. */
export const UNMOVED: readonly [Point, Point, Point, Point] = [
  [0.1 * WIDTH, 0.1 * HEIGHT],
  [0.9 * WIDTH, 0.1 * HEIGHT],
  [0.9 * WIDTH, 0.9 * HEIGHT],
  [0.1 * WIDTH, 0.9 * HEIGHT],
];
const CARD_AT: Point = [0.5, -0.5];

/** Middles of the outermost piles, px, and of the card's place. */
export function cornersOfPalette({
  seed,
  corners,
}: Pick<PalettePhoto, "seed" | "corners">): readonly [Point, Point, Point, Point] {
  if (corners) return corners;
  const rng = createRng(seed);
  const near = (x: number, y: number): Point => [
    x * WIDTH + rng.between(-30, 30),
    y * HEIGHT + rng.between(-25, 25),
  ];
  return [near(0.16, 0.2), near(0.84, 0.2), near(0.88, 0.86), near(0.12, 0.86)];
}

export function photoOfPalette(photo: PalettePhoto): { readonly image: PixelImage; readonly card: Point } {
  const { rows, columns, piles, board, fallOff, color, noise, glares, card, seed } = photo;
  const rng = createRng(seed + 1);
  const corners = cornersOfPalette(photo);
  const unit: readonly Point[] = [
    [0, 0],
    [columns - 1, 0],
    [columns - 1, rows - 1],
    [0, rows - 1],
  ];
  const toBoard = eliminated(corners, unit);
  const bare = linearSrgbFromLab(board);
  const cardColor = card && linearSrgbFromLab(card);
  const byPlace = new Map(
    piles.map(({ row, column, lab }) => [`${row} ${column}`, lab && linearSrgbFromLab(lab)]),
  );
  const shining = new Set(
    piles
      .filter((_, i) => i % 4 === 1)
      .slice(0, glares)
      .map(({ row, column }) => `${row} ${column}`),
  );
  const rgba = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let py = 0; py < HEIGHT; py++)
    for (let px = 0; px < WIDTH; px++) {
      const [x, y] = toBoard(px, py);
      const [column, row] = [Math.round(x), Math.round(y)];
      const key = `${row} ${column}`;
      const angle = Math.atan2(y - row, x - column);
      const reach = PILE * (1 + 0.15 * Math.sin(3 * angle + row) + 0.08 * Math.cos(5 * angle + column));
      const distance = Math.hypot(x - column, y - row);
      const pile = distance < reach ? byPlace.get(key) : undefined;
      const isCard =
        cardColor !== undefined && Math.hypot(x - CARD_AT[0], (y - CARD_AT[1]) / 0.6) < 0.28 && !pile;
      const furrow = pile ? 1 + 0.06 * Math.sin(40 * x + 7 * Math.sin(9 * y)) : 1;
      const isGlare = pile && shining.has(key) && Math.hypot(x - column - 0.06, y - row + 0.07) < 0.09;
      const fall = Math.exp(-fallOff * (px / WIDTH) - 0.5 * fallOff * (py / HEIGHT) ** 2);
      const own = isCard ? cardColor : (pile ?? bare);
      for (let channel = 0; channel < 3; channel++) {
        const linear = isGlare ? 1 : (own[channel] ?? 0) * furrow * 0.95 * fall * (color[channel] ?? 1);
        rgba[4 * (py * WIDTH + px) + channel] =
          255 * encodeChannel(Math.min(1, Math.max(0, linear))) + noise * rng.normal();
      }
      rgba[4 * (py * WIDTH + px) + 3] = 255;
    }
  const toPhoto = eliminated(unit, corners);
  return {
    image: { widthPx: WIDTH, heightPx: HEIGHT, rgba, space: "srgb" },
    card: toPhoto(CARD_AT[0], CARD_AT[1]),
  };
}
