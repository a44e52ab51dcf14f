/** Pictures seen through a palette: how long the table takes, and a picture of twelve megapixels. */
import { mapPicture } from "../src/core/picture/mapPicture";
import { buildPaletteTable, type Layers, type TablePart } from "../src/core/picture/paletteTable";
import { joinTableParts, layersOfParts } from "../src/core/picture/tableParts";
import { createRng } from "../src/core/random/rng";
import { modelOf } from "./engine";
import { floorFigures } from "./floor";
import { quickest } from "./quickest";
import type { Figure } from "./report";

const SIX = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber", "viridian"];
const PIXELS = 12_000_000;

export function pictureFigures(): Figure[] {
  const built = (layers?: Layers): TablePart => {
    const part = buildPaletteTable(modelOf(SIX), { size: 33, ...layers });
    if (!part) throw new Error("The table was given up");
    return part;
  };
  const whole = quickest([() => built()]);
  // Each part as a worker of its own has it; they run beside each other, so that the longer one counts.
  const halves = layersOfParts(33, 2);
  const parts = halves.map(built);
  const table = joinTableParts(parts);
  const half = quickest(halves.map((layers) => () => built(layers)));
  const joining = quickest([() => joinTableParts(parts)]);
  const pixels = noise(PIXELS);
  const mapped = quickest([
    () => {
      mapPicture(pixels, table);
    },
  ]);
  return [
    { what: "picture table 33³ for six tubes", measured: whole.sum / 1000, unit: "s", atMost: 1.2 },
    {
      what: "the same in two parts: the longer one, and joining them",
      measured: (Math.max(...half.times) + joining.sum) / 1000,
      unit: "s",
      atMost: 0.7,
    },
    whole.unrest,
    ...floorFigures(whole.sum, () => built(), SIX.length),
    {
      what: "mapping a picture of 12 megapixels",
      measured: mapped.sum / 1000,
      unit: "s",
      atMost: 0.4,
    },
  ];
}

/** The worst case for caches: every pixel another colour. */
export function noise(pixels: number): Uint8ClampedArray {
  const rng = createRng(12);
  const row = Uint8ClampedArray.from({ length: 4 * 4000 }, () => rng.below(256));
  const all = new Uint8ClampedArray(4 * pixels);
  for (let at = 0; at < all.length; at += row.length) all.set(row.subarray(0, all.length - at), at);
  return all;
}
