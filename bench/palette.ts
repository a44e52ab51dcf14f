/** Palettes: how fast a reach is worked out and again, and how good the best few of a large box are. */
import { choosePalettes, meanOf } from "../src/core/palette/choosePalette";
import { NearestMixture } from "../src/core/palette/nearestMixture";
import { NoteMisses } from "../src/core/palette/noteMisses";
import { reachProfile } from "../src/core/palette/reachProfile";
import type { LabD65 } from "../src/core/color/types";
import { createRng, type Rng } from "../src/core/random/rng";
import type { OpticalModel } from "../src/core/spectrum/types";
import { PIGMENT_MODELS } from "../src/data/pigments.generated";
import { VIEWING } from "../src/data/standardViewing";
import { PAINT_SURFACE } from "../src/data/surface";
import { simulateTube, USUAL_DEVIATION } from "../src/devices/simulatedPaint";
import { labOfMix, pigment, randomMixes, SIX_TUBES as SIX } from "../tests/support/paint";
import { REACH_LIGHTNESSES } from "../src/workers/paletteApi";
import { floorFigures } from "./floor";
import { quickest } from "./quickest";
import { type Figure, quantile } from "./report";

const SWAPPED_IN = ["viridian", "burnt-sienna", "cobalt-blue", "yellow-ochre", "ivory-black"] as const;
const BOX_TUBES = 40;
const NOTES = 12;
const RESTARTS = 12;

export function paletteFigures(): Figure[] {
  return [...reachFigures(), ...choiceFigures()];
}

function reachTime(ids: readonly string[]): number {
  const started = performance.now();
  const palette = new NearestMixture(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  reachProfile(palette, REACH_LIGHTNESSES);
  return performance.now() - started;
}

function reachFigures(): Figure[] {
  const first = reachTime(SIX);
  const again = SWAPPED_IN.map((id) => reachTime([...SIX.slice(0, 5), id]));
  return [
    { what: "reach of six tubes, first time", measured: first, unit: "ms", atMost: 1000 },
    { what: "reach after one tube changed, median", measured: quantile(again, 0.5), unit: "ms", atMost: 300 },
  ];
}

function choiceFigures(): Figure[] {
  const rng = createRng(77);
  const generic = PIGMENT_MODELS.slice(0, BOX_TUBES).map((model) => model.optics);
  const box: OpticalModel[] = [...generic];
  while (box.length < BOX_TUBES)
    box.push(simulateTube(generic[rng.below(generic.length)] as OpticalModel, USUAL_DEVIATION, rng));
  const ids = PIGMENT_MODELS.slice(0, BOX_TUBES).map((model) => model.id);
  const notes = randomMixes(ids, 3, NOTES, 9).map((mix) => labOfMix(mix));
  const offered = box.map((_, place) => place);
  const wishes = { fewest: 3, most: 8, held: [], offered };

  const ofFourteen = (): ReturnType<typeof choosePalettes> =>
    choosePalettes(missesOf(box.slice(0, 14), notes), { ...wishes, most: 6, offered: offered.slice(0, 14) });
  const exact = quickest([ofFourteen]);
  const forty = missesOf(box, notes);
  const choice = choosePalettes(forty, wishes);
  const ofForty = (): void => {
    choosePalettes(missesOf(box, notes), wishes);
  };
  const best = quickest([ofForty]);
  const excess = (choice?.sizes ?? []).map(({ size, palettes }) => {
    const found = palettes[0]?.meanMiss ?? Number.NaN;
    const long = Math.min(found, longSearch(forty, size, offered, rng));
    // Of palettes that miss by less than a hundredth of what an eye sees, percents say nothing.
    return Math.max(0, found - Math.max(long, NOTHING)) / Math.max(long, NOTHING);
  });
  return [
    {
      what: "best 3 to 6 of 14 tubes for 12 notes, all palettes compared",
      measured: ofFourteen()?.isExact === true ? exact.sum / 1000 : Number.NaN,
      unit: "s",
      atMost: 0.4,
    },
    {
      what: `best 3 to 8 of ${BOX_TUBES} tubes for ${NOTES} notes`,
      measured: best.sum / 1000,
      unit: "s",
      atMost: 4,
    },
    best.unrest,
    ...floorFigures(best.sum, ofForty),
    {
      what: `worse than the best of ${RESTARTS} long searches a size, worst size`,
      measured: 100 * Math.max(...excess),
      unit: "%",
      atMost: 2,
    },
  ];
}

const NOTHING = 0.01;

function missesOf(box: readonly OpticalModel[], notes: readonly LabD65[]): NoteMisses {
  return new NoteMisses(box, notes, 4, VIEWING.D65, PAINT_SURFACE);
}

/** From random palettes, the best of all swaps of one tube again and again until none gains. */
function longSearch(misses: NoteMisses, size: number, offered: readonly number[], rng: Rng): number {
  let best = Number.POSITIVE_INFINITY;
  for (let restart = 0; restart < RESTARTS; restart++) {
    let palette = [...offered]
      .map((tube) => ({ tube, key: rng.next() }))
      .sort((a, b) => a.key - b.key)
      .slice(0, size)
      .map(({ tube }) => tube);
    let score = meanOf(misses.ofPalette(palette));
    for (;;) {
      let better: readonly number[] | undefined;
      for (const out of palette) {
        const rest = palette.filter((tube) => tube !== out);
        const left = misses.ofPalette(rest);
        const sorted = [...rest].sort((a, b) => a - b);
        for (const into of offered) {
          if (palette.includes(into)) continue;
          const swapped = left.slice();
          misses.lowerWith(swapped, sorted, into);
          const mean = meanOf(swapped);
          if (mean >= score - 1e-9) continue;
          score = mean;
          better = [...rest, into];
        }
      }
      if (!better) break;
      palette = [...better];
    }
    best = Math.min(best, score);
  }
  return best;
}
