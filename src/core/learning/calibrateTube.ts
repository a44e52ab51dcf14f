/** A tube test: readings of a tube alone and in white, checked for what cannot be, and the tube fitted to them. */
import { deltaE2000 } from "../color/ciede2000";
import { chromaOf } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { areFinite, isNotNegative, num } from "../numbers";
import type { Evidence, SpectralReading } from "./evidence";
import { learnTubes } from "./learnTubes";
import { adviseReadings } from "./readingAdvice";
import { USUAL_PRIOR } from "./tubeModel";
import type { OpticalModel } from "../spectrum/types";
import { tintLab, type TestWhite } from "../tube/character";

export type TubeReading = {
  /** Parts of white to one of the tube; 0 for the masstone. */
  readonly whiteParts: number;
  readonly lab: LabD65;
  readonly uncertaintyDeltaE2000: number;
  readonly spectrum?: SpectralReading;
};

export type TubeCalibration = {
  readonly optics: OpticalModel;
  /** Same order as the readings, ΔE00. */
  readonly missBefore: readonly number[];
  readonly missAfter: readonly number[];
  /** One standard deviation of its tints, ΔE00, averaged over the ladder. */
  readonly spreadBefore: number;
  readonly spreadAfter: number;
  /** The reading that would help most now, and what it would leave; undefined when none would help much. */
  readonly next: { readonly whiteParts: number; readonly spreadAfter: number } | undefined;
};

/** Ratios that a test asks for, most useful ones among them. */
export const TEST_WHITE_PARTS = [0, 1, 4, 9, 19] as const;
const LIGHTEST = 99.5;
const DARKEST = 1;
/** A reading by eye may be off by so much before an order of values is impossible, in standard deviations. */
const BEYOND_DOUBT = 3;
const MOST_CHROMA = 125;

/** Why a set of readings cannot be true. */
export type ImpossibleReading =
  | { readonly code: "no-number" | "white-parts" }
  | { readonly code: "lightness"; readonly lightness: number; readonly least: number; readonly most: number }
  | { readonly code: "chroma"; readonly chroma: number }
  /** More white darkened it, which it cannot. */
  | { readonly code: "darkened"; readonly reading: TubeReading; readonly before: TubeReading };

/** What speaks against a set of readings; undefined when nothing does. */
export function impossibleReading(
  readings: readonly TubeReading[],
  bench: TestWhite,
): ImpossibleReading | undefined {
  const white = tintLab(bench.white, 0, bench)[0];
  for (const { whiteParts, lab } of readings) {
    if (!areFinite(lab)) return { code: "no-number" };
    const [lightness] = lab;
    if (!(lightness >= DARKEST && lightness <= LIGHTEST))
      return { code: "lightness", lightness, least: DARKEST, most: LIGHTEST };
    const chroma = chromaOf(lab);
    if (chroma > MOST_CHROMA) return { code: "chroma", chroma };
    if (!isNotNegative(whiteParts)) return { code: "white-parts" };
  }
  const sorted = [...readings].sort((a, b) => a.whiteParts - b.whiteParts);
  for (const [i, reading] of sorted.entries()) {
    const before = sorted[i - 1];
    if (!before || before.whiteParts === reading.whiteParts || before.lab[0] >= white) continue;
    const doubt = BEYOND_DOUBT * Math.hypot(before.uncertaintyDeltaE2000, reading.uncertaintyDeltaE2000);
    if (reading.lab[0] < before.lab[0] - doubt) return { code: "darkened", reading, before };
  }
  return undefined;
}

/** @throws RangeError without a reading, or when they cannot be true; ask {@link impossibleReading} first. */
export function calibrateTube(
  generic: OpticalModel,
  readings: readonly TubeReading[],
  bench: TestWhite,
): TubeCalibration {
  if (readings.length === 0) throw new RangeError("A calibration needs at least one reading");
  const fault = impossibleReading(readings, bench);
  if (fault) throw new RangeError(`The readings cannot be true: ${fault.code}`);
  const conditions = {
    view: bench.view,
    surface: bench.surface,
    prior: USUAL_PRIOR,
    fixed: [WHITE],
  };
  const box = [bench.white, generic];
  const evidence = readings.map(
    ({ whiteParts, lab, uncertaintyDeltaE2000, spectrum }): Evidence => ({
      parts: partsOf(whiteParts),
      lab,
      uncertaintyDeltaE2000,
      ...(spectrum && { spectrum }),
    }),
  );
  const learned = learnTubes(box, evidence, conditions);
  const untaught = learnTubes(box, [], conditions);
  const probes = TINT_PROBES.map(partsOf);
  const spreadOf = (of: typeof learned): number =>
    probes.reduce((sum, probe) => sum + of.spreadOf(probe), 0) / probes.length;
  const optics = learned.tubes[TUBE] ?? generic;
  const uncertainty = Math.min(...readings.map((reading) => reading.uncertaintyDeltaE2000));
  const advice = adviseReadings(
    [bench.white, optics],
    evidence,
    TEST_WHITE_PARTS.map((whiteParts) => ({
      parts: partsOf(whiteParts),
      uncertaintyDeltaE2000: uncertainty,
    })),
    probes,
    conditions,
  );
  const [best] = advice.next;
  return {
    optics,
    missBefore: learned.missBefore,
    missAfter: readings.map(({ whiteParts, lab }) => deltaE2000(lab, tintLab(optics, whiteParts, bench))),
    spreadBefore: spreadOf(untaught),
    spreadAfter: spreadOf(learned),
    next: best && {
      whiteParts: num(TEST_WHITE_PARTS[best.reading]),
      spreadAfter: best.spreadAfter,
    },
  };
}

const WHITE = 0;
const TUBE = 1;
/** Tints whose predictions matter. */
export const TINT_PROBES = [0, 1, 4, 9, 30] as const;

function partsOf(whiteParts: number): Evidence["parts"] {
  const tube = { tube: TUBE, volume: 1 };
  return whiteParts > 0 ? [tube, { tube: WHITE, volume: whiteParts }] : [tube];
}
