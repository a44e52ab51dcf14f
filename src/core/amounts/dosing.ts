/**
 * How paint is measured out: by the knife in parts, touches and specks, in drops, in millilitres, on a scale, in
 * percent of the pile. A dosing says which volumes can be laid down; volumes are in its own unit throughout
 * (parts, drops, percent, or millilitres, into which grams are turned by each tube's density).
 */
import { type AmountSizes, handLadder } from "./amounts";
import { evenLadder, type Ladder, roundOn, stepOn } from "./ladder";
import { ALMOST_ONE } from "./steps";
import { isPositive } from "../numbers";

export type DosingChoice =
  /** For a pile of about `wantedParts`, or of any size that the hand likes. */
  | { readonly unit: "parts"; readonly sizes: AmountSizes; readonly wantedParts?: number }
  /** Whole drops; at most so many of the main ingredient. */
  | { readonly unit: "drops"; readonly mostDrops: number }
  /** A syringe or spoon read to `stepMl`, for a pile of about `wantedMl`. */
  | { readonly unit: "millilitres"; readonly stepMl: number; readonly wantedMl: number }
  /** A scale read to `stepGrams`; density of each tube in g/ml. */
  | {
      readonly unit: "grams";
      readonly stepGrams: number;
      readonly wantedMl: number;
      readonly gramsPerMl: readonly number[];
    }
  /** Whole percents of the pile, which sum to a hundred. */
  | { readonly unit: "percent" };

/** The place of water among tubes: it has no optics, it thins the film. */
export const WATER_PLACE = -1;

/** What of each tube can be laid down. */
export type Measuring = {
  readonly ladder: (tube: number) => Ladder;
  /** The nearest volume that can be laid down of a tube; never none when some was asked for. */
  readonly round: (volume: number, tube: number) => number;
  /** The step in which a volume of about this size can be changed. */
  readonly step: (volume: number, tube: number) => number;
  readonly smallest: (tube: number) => number;
};

export type Dosing = Measuring & {
  /** Volumes that are tried for the largest ingredient, given its share of the whole, from little to much. */
  readonly sizesOfLargest: (share: number) => readonly number[];
  /** ΔE00 that a painter gives up to save one unit of paint. */
  readonly deltaEPerUnit: number;
  /** What all amounts of a pile sum to, where the measure itself says so. */
  readonly total?: number;
  /** What they sum to at least and at most, water included, where a size of the pile was asked for. */
  readonly totalRange?: readonly [number, number];
};

/**
 * Amounts of a hand from one part to a dozen. The quarters between one and two are left out: they come as near for less
 * paint, but in so small a pile a hand errs by more (ΔE00 0.96 against 0.92 on the mean of 480 mixtures).
 */
const PARTS_OF_LARGEST = [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5, 7, 7.5, 8, 9, 10, 11, 12] as const;
/** A dozen parts must gain half a ΔE00 over two. */
const DELTA_E_PER_PART = 0.05;
/** A drop is a tenth of a part or so; counting them is quick. */
const DELTA_E_PER_DROP = 0.01;
/**
 * A pile of a wanted size may come out this much larger if the colour gains by it, but never smaller: a painter who runs out
 * has to mix the colour again. The wanted size first.
 */
const ABOUT = [1, 1.025, 1.05, 1.075, 1.1] as const;

/** @throws RangeError unless every size is finite and above zero, or when a tube's density is missing. */
export function dosingOf(choice: DosingChoice): Dosing {
  switch (choice.unit) {
    case "parts":
      return {
        ...measuringOn(inParts(choice.sizes)),
        ...(choice.wantedParts === undefined
          ? { sizesOfLargest: () => PARTS_OF_LARGEST, deltaEPerUnit: DELTA_E_PER_PART }
          : ofWantedSize(positive(choice.wantedParts, "The wanted size of the pile"))),
      };
    case "drops": {
      assertPositive(choice.mostDrops, "The number of drops");
      const most = Math.max(1, Math.floor(choice.mostDrops));
      return {
        ...measuringOn(ofEvenSteps(() => 1)),
        sizesOfLargest: () => Array.from({ length: most }, (_, i) => i + 1),
        deltaEPerUnit: DELTA_E_PER_DROP,
      };
    }
    case "percent":
      return {
        ...measuringOn(ofEvenSteps(() => 1)),
        sizesOfLargest: (share) => [100 * share],
        deltaEPerUnit: 0,
        total: 100,
      };
    case "millilitres":
      assertPositive(choice.stepMl, "The step in millilitres");
      assertPositive(choice.wantedMl, "The wanted volume");
      return { ...measuringOn(ofEvenSteps(() => choice.stepMl)), ...ofWantedSize(choice.wantedMl) };
    case "grams":
      assertPositive(choice.stepGrams, "The step in grams");
      assertPositive(choice.wantedMl, "The wanted volume");
      for (const density of choice.gramsPerMl) assertPositive(density, "A density");
      return {
        ...measuringOn(ofEvenSteps((tube) => choice.stepGrams / densityOf(choice.gramsPerMl, tube))),
        ...ofWantedSize(choice.wantedMl),
      };
  }
}

/**
 * Grams of a volume in millilitres.
 *
 * @param volumeMl - millilitres, at least 0.
 * @param tube - index into `gramsPerMl`.
 * @param gramsPerMl - density of each tube, above 0.
 */
export function gramsOf(volumeMl: number, tube: number, gramsPerMl: readonly number[]): number {
  return volumeMl * densityOf(gramsPerMl, tube);
}

/** Water is poured, not cut by a knife: in quarters of a part, from eight parts on in whole ones, much of it in tens. */
const WATER: Ladder = {
  smallest: 0.25,
  rungs: [
    { foot: 0, step: 0.25 },
    { foot: 8, step: 1 },
    { foot: 80, step: 10 },
    { foot: 800, step: 100 },
  ],
};

function densityOf(gramsPerMl: readonly number[], tube: number): number {
  if (tube === WATER_PLACE) return 1;
  const density = gramsPerMl[tube];
  if (density === undefined) throw new RangeError(`There is no density for tube ${tube}`);
  return density;
}

/** @param ladderOf - of each tube. */
export function measuringOn(ladderOf: (tube: number) => Ladder): Measuring {
  const ladders = new Map<number, Ladder>();
  const ladder = (tube: number): Ladder => {
    const made = ladders.get(tube) ?? ladderOf(tube);
    ladders.set(tube, made);
    return made;
  };
  return {
    ladder,
    round: (volume, tube) => roundOn(ladder(tube), volume),
    step: (volume, tube) => stepOn(ladder(tube), volume),
    smallest: (tube) => ladder(tube).smallest,
  };
}

function inParts(sizes: AmountSizes): (tube: number) => Ladder {
  const byHand = handLadder(sizes);
  return (tube) => (tube === WATER_PLACE ? WATER : byHand);
}

function ofEvenSteps(stepOf: (tube: number) => number): (tube: number) => Ladder {
  return (tube) => evenLadder(stepOf(tube));
}

/** The size of the pile is given, so paint is not saved. */
function ofWantedSize(wanted: number): Pick<Dosing, "sizesOfLargest" | "deltaEPerUnit" | "totalRange"> {
  return {
    sizesOfLargest: (share) => ABOUT.map((factor) => factor * wanted * share),
    deltaEPerUnit: 0,
    totalRange: [wanted * ALMOST_ONE, (wanted * Math.max(...ABOUT)) / ALMOST_ONE],
  };
}

function positive(value: number, what: string): number {
  assertPositive(value, what);
  return value;
}

function assertPositive(value: number, what: string): void {
  if (!isPositive(value)) throw new RangeError(`${what} must be finite and above zero, got ${value}`);
}
