/**
 * Which one dab to read next, of all that a painter can make in a minute: each tube alone, or in ten parts of white.
 * The best is the one that narrows the predictions of the board's mixtures most, whatever it will show.
 */
import type { TestWhite } from "../tube/character";
import type { OpticalModel } from "../spectrum/types";
import type { MixPart } from "./evidence";
import { type LearningTube, testsOf } from "./learnBox";
import { partOf } from "./partOf";
import { adviseReadings } from "./readingAdvice";

export type MinuteReading = {
  /** By its place among the tubes. */
  readonly tube: number;
  /** 0 for the tube alone. */
  readonly whiteParts: number;
  /** One standard deviation of the board's mixtures, ΔE00, as things are and once it was read. */
  readonly spreadNow: number;
  readonly spreadAfter: number;
};

const WHITE_PARTS = [0, 10] as const;
/** Mixtures that stand for all: more say the same. */
const MOST_PROBES = 40;
/** Of white in them, as strong as the two tubes together. */
const PALE = 2;

/**
 * @param uncertaintyDeltaE2000 - of the reading: an eye's, or an instrument's.
 * @returns undefined where no dab would narrow the predictions by a twentieth.
 */
export function minuteReading(
  tubes: readonly (LearningTube & { readonly isWhite: boolean })[],
  bench: TestWhite,
  uncertaintyDeltaE2000: number,
): MinuteReading | undefined {
  const { conditions, tint, tests } = testsOf(tubes, bench);
  const dabs = tubes.flatMap(({ isWhite }, tube) =>
    isWhite ? [] : WHITE_PARTS.map((whiteParts) => ({ tube, whiteParts })),
  );
  const optics = [...tubes.map(({ believed }) => believed), bench.white];
  const probes = probesOf(
    tubes.flatMap(({ isWhite }, tube) => (isWhite ? [] : [tube])),
    optics,
  );
  if (dabs.length === 0 || probes.length === 0) return undefined;
  const { spreadNow, next } = adviseReadings(
    optics,
    tests,
    dabs.map(({ tube, whiteParts }) => ({ parts: tint(tube, whiteParts), uncertaintyDeltaE2000 })),
    probes,
    conditions,
    1,
  );
  const [best] = next;
  const dab = best && dabs[best.reading];
  return dab && { ...dab, spreadNow, spreadAfter: best.spreadAfter };
}

/** Pairs of tubes as strong as each other, in white; a tube that has no partner in white alone. */
function probesOf(coloured: readonly number[], optics: readonly OpticalModel[]): MixPart[][] {
  const white = optics.length - 1;
  const part = partOf(optics);
  const pairs = coloured.flatMap((one, i) => coloured.slice(i + 1).map((other) => [one, other] as const));
  const all =
    pairs.length > 0
      ? pairs.map(([one, other]) => [part(one, 1), part(other, 1), part(white, PALE)])
      : coloured.map((tube) => [part(tube, 1), part(white, PALE)]);
  const every = Math.ceil(all.length / MOST_PROBES);
  return all.filter((_, i) => i % every === 0);
}
