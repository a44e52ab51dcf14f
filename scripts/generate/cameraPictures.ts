/**
 * Photos for the simulated camera, to public/camera: what a camera would have made of known colours under a
 * light with a cast that falls off to one side, with grain and in eight bits. Run after demoPicture.ts.
 */
import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { labD65, type LabD65 } from "../../src/core";
import { decodeChannel, encodeChannel, linearSrgbFromLab } from "../../src/core/color/srgb";
import { CARD_LIGHTNESS } from "../../src/core/picture/pictureLight";
import { createRng, type Rng } from "../../src/core/random/rng";
import { ROOT } from "./files";

const folder = path.join(ROOT, "public/camera");
mkdirSync(folder, { recursive: true });

type Light = {
  readonly cast: readonly [number, number, number];
  /** Change of the logarithm of the light per length of the longer side, to the right and downwards. */
  readonly slope: readonly [number, number];
};
type Scene = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly linearAt: (x: number, y: number) => readonly number[];
};

const GRAIN = 0.025;

async function photograph(name: string, scene: Scene, light: Light, rng: Rng): Promise<void> {
  const { widthPx, heightPx, linearAt } = scene;
  const longer = Math.max(widthPx, heightPx);
  const pixels = Buffer.alloc(3 * widthPx * heightPx);
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      const across = (x + 0.5 - widthPx / 2) / longer;
      const down = (y + 0.5 - heightPx / 2) / longer;
      const lit = Math.exp(light.slope[0] * across + light.slope[1] * down) * (1 + GRAIN * rng.normal());
      for (const [channel, value] of linearAt(x, y).entries()) {
        const seen = encodeChannel(Math.min(1, Math.max(0, value * (light.cast[channel] ?? 1) * lit)));
        pixels[3 * (y * widthPx + x) + channel] = Math.round(255 * seen);
      }
    }
  }
  await sharp(pixels, { raw: { width: widthPx, height: heightPx, channels: 3 } })
    .jpeg({ quality: 88, chromaSubsampling: "4:4:4" })
    .toFile(path.join(folder, name));
  process.stdout.write(`wrote public/camera/${name}\n`);
}

const linearOf = (lab: LabD65): readonly number[] => [...linearSrgbFromLab(lab)].map((v) => Math.max(0, v));
const grey = linearOf(labD65(CARD_LIGHTNESS.grey, 0, 0));
const white = linearOf(labD65(CARD_LIGHTNESS.white, 0, 0));

// The demo's subject by a lamp: a strip of grey card along the left edge, a white card in two corners at the right.
const source = await sharp(path.join(ROOT, "public/demo/slipway.jpg"))
  .removeAlpha()
  .raw()
  .toBuffer({ resolveWithObject: true });
const CARD_STRIP = 90;
await photograph(
  "slipway-lamp.jpg",
  {
    widthPx: source.info.width,
    heightPx: source.info.height,
    linearAt: (x, y) => {
      if (x < CARD_STRIP) return grey;
      const isCorner = x > source.info.width - 120 && (y < 90 || y > source.info.height - 90);
      if (isCorner) return white;
      const at = 3 * (y * source.info.width + x);
      return [0, 1, 2].map((channel) => decodeChannel((source.data[at + channel] ?? 0) / 255));
    },
  },
  { cast: [0.86, 0.66, 0.42], slope: [-0.3, 0.1] },
  createRng(71),
);

// A chart of 24 patches at a window.
const CHART_COLUMNS = 6;
const CHART_ROWS = 4;
const CHART_CELL = 150;
const chart = Array.from({ length: CHART_COLUMNS * CHART_ROWS }, (_, i): LabD65 => {
  if (i >= 18) return labD65(92 - 15 * (i - 18), 0, 0);
  const hue = (i * 137.5 * Math.PI) / 180;
  const chroma = 12 + 2 * (i % 9);
  return labD65(38 + ((i * 23) % 45), Math.round(chroma * Math.cos(hue)), Math.round(chroma * Math.sin(hue)));
});
writeFileSync(path.join(folder, "chart-window.txt"), `${chart.map((lab) => lab.join(" ")).join("\n")}\n`);
const chartLinear = chart.map(linearOf);
const board = linearOf(labD65(30, 0, 0));
await photograph(
  "chart-window.jpg",
  {
    widthPx: CHART_CELL * CHART_COLUMNS,
    heightPx: CHART_CELL * CHART_ROWS,
    linearAt: (x, y) => {
      const inset = 12;
      const [u, v] = [x % CHART_CELL, y % CHART_CELL];
      const isGap = u < inset || v < inset || u > CHART_CELL - inset || v > CHART_CELL - inset;
      if (isGap) return board;
      return chartLinear[Math.floor(y / CHART_CELL) * CHART_COLUMNS + Math.floor(x / CHART_CELL)] ?? board;
    },
  },
  { cast: [0.62, 0.78, 0.95], slope: [0.1, -0.45] },
  createRng(72),
);

// Six strings of five values on a board; the third pile of the fourth row is 8 L* too dark.
const STRINGS = 6;
const VALUES = 5;
const PILE_CELL = 170;
const wood = linearOf(labD65(62, 6, 16));
const piles = Array.from({ length: STRINGS * VALUES }, (_, i) => {
  const [row, column] = [Math.floor(i / STRINGS), i % STRINGS];
  const hue = ((20 + 60 * column) * Math.PI) / 180;
  const wrong = row === 3 && column === 2 ? -8 : 0;
  return linearOf(labD65(82 - 13 * row + wrong, 14 * Math.cos(hue), 14 * Math.sin(hue)));
});
await photograph(
  "palette-wall.jpg",
  {
    widthPx: PILE_CELL * STRINGS,
    heightPx: PILE_CELL * VALUES,
    linearAt: (x, y) => {
      const [column, row] = [Math.floor(x / PILE_CELL), Math.floor(y / PILE_CELL)];
      const [u, v] = [(x % PILE_CELL) - PILE_CELL / 2, (y % PILE_CELL) - PILE_CELL / 2];
      // Piles are not round: each bulges in its own way.
      const bulge = 52 + 8 * Math.sin(3 * Math.atan2(v, u) + column + 2 * row);
      return Math.hypot(u, v) < bulge ? (piles[row * STRINGS + column] ?? wood) : wood;
    },
  },
  { cast: [0.98, 0.9, 0.8], slope: [-0.4, 0.12] },
  createRng(73),
);
