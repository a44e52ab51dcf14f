/**
 * Which reading of a tube to take next, and when enough are taken.
 *
 * Near the solution a reading adds JᵀJ/σ² to the normal matrix whatever it will show, so that its use can be
 * known before it is made. Readings are chosen one by one, each the one that narrows the predictions most.
 */
import { num, sumOf } from "../numbers";
import { BoxModel, type LearningConditions } from "./boxModel";
import type { Evidence, MixPart } from "./evidence";
import { CholeskyFactor } from "../optimize/solveSymmetric";
import { USUAL_SCALES } from "./learnTubes";
import type { OpticalModel } from "../spectrum/types";

/** A reading that could be taken: what to mix, and how well it would be read. */
export type PossibleReading = Pick<Evidence, "parts" | "film" | "uncertaintyDeltaE2000">;

export type ReadingAdvice = {
  /** ΔE00, one standard deviation, averaged over the mixtures that matter, as things are. */
  readonly spreadNow: number;
  /** The readings worth taking, in order, with the spread that is left after each. */
  readonly next: readonly { readonly reading: number; readonly spreadAfter: number }[];
};

/** A reading that narrows the spread by less than this share is not worth the paint. */
const WORTHWHILE = 0.05;

/**
 * @param tubes - as known now (learned, if there was evidence).
 * @param evidence - what has been read of them.
 * @param possible - readings to choose from; each is offered once.
 * @param probes - mixtures whose predictions matter.
 * @param most - readings that are named.
 */
export function adviseReadings(
  tubes: readonly OpticalModel[],
  evidence: readonly Evidence[],
  possible: readonly PossibleReading[],
  probes: readonly (readonly MixPart[])[],
  conditions: LearningConditions,
  most = possible.length,
): ReadingAdvice {
  const involved = [
    ...new Set([...evidence, ...possible].flatMap((entry) => entry.parts.map((part) => part.tube))),
  ]
    .filter((tube) => conditions.fixed?.includes(tube) !== true)
    .sort((a, b) => a - b);
  const model = new BoxModel(tubes, involved, conditions);
  const { zero } = model;
  const normalOf = (entries: readonly Evidence[]): readonly (readonly number[])[] =>
    model.equations(
      entries,
      entries.map(() => 1),
      zero,
      USUAL_SCALES,
    ).normal;
  const prior = normalOf([]);
  let normal = normalOf(evidence);
  const gains = possible.map((reading) => {
    // The colour does not matter for the slopes; the prediction itself stands in for it.
    const expected: Evidence = { ...reading, lab: model.lab(reading.parts, zero, reading.film) };
    return combined(normalOf([expected]), prior, -1);
  });
  const spreadWith = (matrix: readonly (readonly number[])[]): number => {
    const known = CholeskyFactor.of(matrix);
    const spreads = probes.map((probe) =>
      known ? Math.sqrt(model.covariance(probe, zero, known, USUAL_SCALES).trace) : Number.NaN,
    );
    return sumOf(spreads) / spreads.length;
  };
  const spreadNow = spreadWith(normal);
  const next: { reading: number; spreadAfter: number }[] = [];
  let spread = spreadNow;
  while (next.length < Math.min(most, possible.length)) {
    const tried = gains
      .map((gain, reading) => ({ reading, matrix: combined(normal, gain, 1) }))
      .filter(({ reading }) => !next.some((taken) => taken.reading === reading))
      .map((entry) => ({ ...entry, spreadAfter: spreadWith(entry.matrix) }))
      .sort((a, b) => a.spreadAfter - b.spreadAfter || a.reading - b.reading);
    const [best] = tried;
    if (!best || best.spreadAfter > (1 - WORTHWHILE) * spread) break;
    next.push({ reading: best.reading, spreadAfter: best.spreadAfter });
    normal = best.matrix;
    spread = best.spreadAfter;
  }
  return { spreadNow, next };
}

function combined(
  a: readonly (readonly number[])[],
  b: readonly (readonly number[])[],
  sign: 1 | -1,
): number[][] {
  return a.map((row, i) => row.map((value, j) => value + sign * num(b[i]?.[j])));
}
