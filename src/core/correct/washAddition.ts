/**
 * What to add to a wash that is not right yet: water, paint, or both. In transparent paint the film is what
 * counts: water thins it and the paper shines through, paint thickens it; white stays out.
 *
 * The model's prediction for the wash as it lies is held against what was read, and their difference is carried
 * along: what is off now will be off about as much after a small change. Doses are cut so that paint which is
 * stronger than believed does not carry the wash past the target.
 */
import { type DosingChoice, dosingOf, WATER_PLACE } from "../amounts/dosing";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import type { MixPart } from "../learning/evidence";
import { FilmEvaluator } from "../mixing/filmEvaluator";
import { mixedLab } from "../mixing/mixedLab";
import { areFinite, isNotNegative, num, volumeOf } from "../numbers";
import { bestAmount } from "../optimize/bestAmount";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import type { AxisLimits } from "../recipe/solverLimits";
import { isSameTubes } from "./additionPart";
import { type Addition, isCloseEnough, type NextAddition } from "./nextAddition";
import { assertPile } from "./pileQuery";
import { safeDose } from "./safeDose";
import { waysOn } from "./ways";

export type WashQuery = {
  readonly tubes: readonly OpticalModel[];
  /** Tubes that may be added; water always may. */
  readonly allowed: readonly number[];
  /** Paint in the wash; at least one part. */
  readonly parts: readonly MixPart[];
  /** Volume of water in it, >= 0. */
  readonly water: number;
  /** Of paint and water that the wash is meant to have in the end; what lies there if left out. */
  readonly meantVolume?: number;
  /** How the wash looks. */
  readonly seen: LabD65;
  readonly target: LabD65;
  readonly toleranceDeltaE2000: number;
  /** Largest relative error of a tube's strength that a dose must not overshoot with. */
  readonly strengthError: number;
  readonly paper: Reflectance;
  /** Dry thickness of a layer without water, 1 where titanium white has S·X = 1 at 550 nm. */
  readonly undilutedThickness: number;
  /** What the hand can lay down, in the unit of the volumes; as exact as it comes if left out. */
  readonly dosing?: DosingChoice;
  /** Largest misses on each axis: within them the wash is left alone, whatever the ΔE00. */
  readonly axes?: AxisLimits;
};

const LEAST = 1e-4;
const MOST = 20;
/** Rounds of improving one amount after the other. */
const ROUNDS = 6;
const MOST_OFFERED = 4;
const LEAST_GAIN = 0.3;
const DELTA_E_PER_TUBE = 0.5;
const DELTA_E_PER_DOUBLING = 0.7;
/** An amount below this share of the wash is none. */
const NOTHING = 1.5 * LEAST;

/**
 * In the answer the place after the last tube is water.
 *
 * @throws RangeError when target, reading, wash or palette are outside their ranges.
 */
export function washAddition(
  query: WashQuery,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): NextAddition {
  assertWash(query);
  const { tubes, allowed, target, seen, parts } = query;
  const miss = deltaE2000(target, seen);
  const off = aimDistance(target, seen);
  if (isCloseEnough(query, seen)) return { advice: "leave-it", pile: seen, deltaE2000: miss };
  const wash = new Wash(query, view, surface);
  const waterPlace = tubes.length;
  const ways = [
    [waterPlace],
    ...allowed.map((tube) => [tube]),
    ...allowed.map((tube) => [tube, waterPlace]),
    ...allowed.flatMap((one, i) => allowed.slice(i + 1).map((other) => [one, other, waterPlace])),
  ];
  const additions = ways
    .map((places) => {
      const volumes = wash.bestVolumes(places);
      return { addition: wash.dosed(places, volumes), exact: wash.after(places, volumes) };
    })
    .flatMap(({ addition, exact }) =>
      addition && aimDistance(target, addition.predicted) < off - LEAST_GAIN ? [{ addition, exact }] : [],
    )
    // Where the whole dose leads counts, not how much of it is safe to take at once.
    .map(({ addition, exact }) => ({ addition, cost: aimDistance(target, exact) + priceOf(addition) }))
    .sort((one, other) => one.cost - other.cost)
    .map(({ addition }) => addition);
  const different = additions.filter(
    (addition, i) => additions.findIndex((one) => isSameTubes(one.parts, addition.parts)) === i,
  );
  const [first] = different;
  const full = first ? wholeDose(first, waterPlace) : NOTHING_HELPS;
  const paint = volumeOf(parts);
  return {
    ...waysOn(
      { ...full, steps: first?.parts.length ?? 0 },
      { paint, all: paint + query.water, steps: parts.length + 1 },
      query.meantVolume,
    ),
    pile: seen,
    deltaE2000: miss,
    additions: different.slice(0, MOST_OFFERED),
  };
}

const NOTHING_HELPS = { paint: Number.POSITIVE_INFINITY, all: Number.POSITIVE_INFINITY };

/** Of an addition of which only a share is given at once: volumes of its paint, and of paint and water, in the end. */
function wholeDose({ parts, share }: Addition, waterPlace: number): { paint: number; all: number } {
  const paint = parts.filter(({ tube }) => tube !== waterPlace);
  return { paint: volumeOf(paint) / share, all: volumeOf(parts) / share };
}

/** What a painter gives of the colour for a plainer addition and a smaller wash, ΔE00. */
function priceOf({ parts, growth, share }: Addition): number {
  return DELTA_E_PER_TUBE * parts.length + DELTA_E_PER_DOUBLING * Math.log2(1 + (growth - 1) / share);
}

class Wash {
  private readonly film: FilmEvaluator;
  private readonly whole: number;
  /** Read less predicted, for the wash as it lies. */
  private readonly offset: LabD65;

  constructor(
    private readonly query: WashQuery,
    view: ViewingWeights<"D65">,
    surface: SurfaceConstants,
  ) {
    this.film = new FilmEvaluator(query.tubes, view, surface, query.paper);
    this.whole = volumeOf(query.parts) + query.water;
    const predicted = this.predict([], []);
    const { seen } = query;
    this.offset = labD65(seen[0] - predicted[0], seen[1] - predicted[1], seen[2] - predicted[2]);
  }

  /** @param volumes - added at each place, as shares of the wash. */
  after(places: readonly number[], volumes: readonly number[]): LabD65 {
    const [l, a, b] = this.predict(places, volumes);
    const [dl, da, db] = this.offset;
    return labD65(Math.max(0, Math.min(100, l + dl)), a + da, b + db);
  }

  /** Improves one amount after the other until they hold. */
  bestVolumes(places: readonly number[]): number[] {
    const volumes = places.map(() => LEAST);
    for (let round = 0; round < (places.length === 1 ? 1 : ROUNDS); round++) {
      for (const place of places.keys()) {
        const costWith = (amount: number): number => {
          const trial = volumes.map((volume, i) => (i === place ? amount : volume));
          return aimDistance(this.query.target, this.after(places, trial));
        };
        volumes[place] = bestAmount(costWith, LEAST, MOST);
      }
    }
    return volumes;
  }

  dosed(places: readonly number[], volumes: readonly number[]): Addition | undefined {
    const { target, seen, strengthError } = this.query;
    const kept = places
      .map((place, i) => ({ place, share: volumes[i] ?? 0 }))
      .filter(({ share }) => share > NOTHING);
    if (kept.length === 0) return undefined;
    const keptPlaces = kept.map(({ place }) => place);
    const paintCount = this.query.tubes.length;
    const {
      volumes: laid,
      predicted,
      ...dose
    } = safeDose(
      {
        target,
        pile: seen,
        factors: REFERENCE_FACTORS,
        strengthErrors: kept.map(() => strengthError),
        dosing: this.query.dosing && dosingOf(this.query.dosing),
      },
      keptPlaces.map((place) => (place === paintCount ? WATER_PLACE : place)),
      kept.map(({ share }) => share * this.whole),
      (out, added) => {
        out.set(
          this.after(
            keptPlaces,
            Array.from(added, (volume) => volume / this.whole),
          ),
        );
      },
    );
    const parts = keptPlaces
      .map((tube, i) => ({ tube, volume: num(laid[i]) }))
      .filter(({ volume }) => volume > 0);
    const added = volumeOf(parts);
    return {
      parts,
      kind: parts.every(({ tube }) => tube === paintCount) ? "water" : "joint",
      predicted,
      deltaE2000: deltaE2000(target, predicted),
      spread: strengthError * deltaE2000(seen, predicted),
      change: threeWayDifference(seen, predicted),
      growth: 1 + added / this.whole,
      ...dose,
    };
  }

  private predict(places: readonly number[], volumes: readonly number[]): LabD65 {
    const { tubes, parts, water, undilutedThickness } = this.query;
    const paint = [...parts];
    let wet = water;
    places.forEach((place, i) => {
      const volume = (volumes[i] ?? 0) * this.whole;
      if (place === tubes.length) wet += volume;
      else paint.push({ tube: place, volume });
    });
    const solid = volumeOf(paint);
    // A layer of the same wet thickness leaves the thinner a film the more water was in it.
    const scale = undilutedThickness / (solid + wet);
    return mixedLab(
      this.film,
      paint.map(({ tube }) => tube),
      paint.map(({ volume }) => volume * scale),
    );
  }
}

function assertWash(query: WashQuery): void {
  assertPile(query);
  const { seen, water, undilutedThickness } = query;
  if (!areFinite(seen)) throw new RangeError("The reading needs three finite numbers");
  if (!isNotNegative(water)) throw new RangeError(`Water must be >= 0, got ${water}`);
  if (!(undilutedThickness > 0)) throw new RangeError("A layer needs a thickness above zero");
}
