/**
 * Colours to practise on: all of them can be mixed from the palette, no two look alike, and the screen shows each as it is.
 */
import { deltaE2000 } from "../color/ciede2000";
import { linearSrgbFromLab } from "../color/srgb";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { mixedLab } from "../mixing/mixedLab";
import { createRng, type Rng } from "../random/rng";

/** A little more than two colours of one series have to lie apart, ΔE00. */
export const APART = 5;
const SURELY_APART = 5.2;
/** Of a linear channel: what is nearer to an end is not trusted to a screen. */
const ROOM = { least: 0.006, most: 0.94 } as const;
/** So many mixtures of the palette are looked at. */
const CANDIDATES = 3000;
/** Of the tubes in one mixture: few make clean colours, all make the greys between. */
const MOST_TUBES = 5;

/** What a screen shows as it is, with room to each end of its range. */
export function isFairOnScreen(lab: LabD65): boolean {
  return linearSrgbFromLab(lab).every((channel) => channel >= ROOM.least && channel <= ROOM.most);
}

/**
 * A series of colours, the same for the same palette and seed.
 *
 * @returns so many, or fewer where the palette does not reach so many that lie {@link APART}.
 */
export function practiceTargets(palette: ColorModel, count: number, seed: number): readonly LabD65[] {
  const rng = createRng(seed);
  // Mixtures are made until there are enough: most palettes need few.
  const pool: LabD65[] = [];
  const spread: LabD65[] = [];
  for (let i = 0; i < CANDIDATES && palette.tubeCount > 0 && spread.length < count; i++) {
    const lab = mixtureOf(palette, rng);
    if (!isFairOnScreen(lab)) continue;
    pool.push(lab);
    if (spread.every((other) => deltaE2000(lab, other) > SURELY_APART)) spread.push(lab);
  }
  // Where the palette is small, colours that lie close to each other leave more room for others.
  return spread.length === count ? spread : longest(spread, packed(pool, count));
}

/** Any few of the tubes, each by its strength. */
function mixtureOf(palette: ColorModel, rng: Rng): LabD65 {
  const order = Array.from({ length: palette.tubeCount }, (_, tube) => ({ tube, key: rng.next() }));
  const chosen = order
    .sort((one, other) => one.key - other.key)
    .slice(0, 1 + rng.below(Math.min(MOST_TUBES, palette.tubeCount)));
  return mixedLab(
    palette,
    chosen.map(({ tube }) => tube),
    chosen.map(
      ({ tube }) => (-Math.log(1 - rng.next()) * (1 + 8 * rng.next() ** 3)) / palette.strengthOf(tube),
    ),
  );
}

/** Each next one is the nearest of those that are far enough from all before. */
function packed(pool: readonly LabD65[], count: number): readonly LabD65[] {
  const [first] = pool;
  if (!first) return [];
  const chosen = [first];
  let left = pool.map((lab) => ({ lab, nearest: deltaE2000(lab, first) }));
  while (chosen.length < count) {
    left = left.filter(({ nearest }) => nearest > SURELY_APART);
    const next = left.reduce<(typeof left)[number] | undefined>(
      (best, one) => (best && best.nearest <= one.nearest ? best : one),
      undefined,
    );
    if (!next) break;
    chosen.push(next.lab);
    left = left.map(({ lab, nearest }) => ({ lab, nearest: Math.min(nearest, deltaE2000(lab, next.lab)) }));
  }
  return chosen;
}

function longest(one: readonly LabD65[], other: readonly LabD65[]): readonly LabD65[] {
  return one.length >= other.length ? one : other;
}
