/**
 * What a painter wants to know of a tube: how it opens in white, where it is brightest, how strong it is, what
 * it shows in a thin film, and which colour lies hidden in a dark masstone.
 */
import { chromaOf } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { labIn } from "../mixing/mixedLab";
import { type Film, mixtureReflectance } from "../mixing/mixture";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import type { SurfaceConstants } from "../mixing/saunderson";
import { bisected } from "../optimize/narrow";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import { isNotNegative, zeros } from "../numbers";

export type TestWhite = {
  /** The white that tubes are judged in: one's own, or generic titanium white. */
  readonly white: OpticalModel;
  readonly view: ViewingWeights<"D65">;
  readonly surface: SurfaceConstants;
};

export type LadderStep = {
  /** Parts of white to one of the tube; 0 for the tube alone. */
  readonly whiteParts: number;
  readonly lab: LabD65;
};

/** From the masstone to near white. */
export const LADDER_WHITE_PARTS = [0, 0.5, 1.5, 4, 9, 19, 49] as const;

/**
 * CIELAB of one part of a tube in so many parts of white, opaque or as a film.
 *
 * @param whiteParts - by volume to one part of the tube, at least 0.
 * @throws RangeError unless the parts of white are finite and at least 0.
 */
export function tintLab(tube: OpticalModel, whiteParts: number, bench: TestWhite, film?: Film): LabD65 {
  assertParts(whiteParts);
  const parts = [{ optics: tube, volume: 1 }];
  if (whiteParts > 0) parts.push({ optics: bench.white, volume: whiteParts });
  return labFromReflectance(mixtureReflectance(parts, bench.surface, film), bench.view);
}

function assertParts(whiteParts: number): void {
  if (!isNotNegative(whiteParts))
    throw new RangeError(`Parts of white must be finite and at least 0, got ${whiteParts}`);
}

/** Opaque tints of one tube, for who asks for many: {@link tintLab} of each, in a fifth of the time. */
function tintsOf(tube: OpticalModel, bench: TestWhite): (whiteParts: number) => LabD65 {
  const mixer = new MixtureEvaluator([tube, bench.white], bench.view, bench.surface);
  const both = Uint8Array.of(0, 1);
  const out = zeros(3);
  return (whiteParts) => {
    assertParts(whiteParts);
    mixer.writeLab(out, both, Float64Array.of(1, whiteParts), whiteParts > 0 ? 2 : 1);
    return labIn(out);
  };
}

/**
 * @param whiteParts - by volume to one part of the tube, each at least 0.
 */
export function tintLadder(
  tube: OpticalModel,
  bench: TestWhite,
  whiteParts: readonly number[] = LADDER_WHITE_PARTS,
): LadderStep[] {
  const tintOf = tintsOf(tube, bench);
  return whiteParts.map((parts) => ({ whiteParts: parts, lab: tintOf(parts) }));
}

/** A masstone darker than this hides its hue. */
const DARK_LIGHTNESS = 30;
const CHIP_LIGHTEST = 60;
const CHIP_DARKEST = 45;
const CHIP_MIDDLE = 52;
/** Ratios that a painter would state. */
const STATED_PARTS = [
  0.5, 1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 60, 80, 100, 150, 200,
] as const;

/**
 * Of a dark tube, the tint that shows what it is: between L* 45 and 60, at a ratio that can be stated.
 * Undefined for a tube that is light enough to show itself.
 */
export function lightenedChip(tube: OpticalModel, bench: TestWhite): LadderStep | undefined {
  if (tintLab(tube, 0, bench)[0] >= DARK_LIGHTNESS) return undefined;
  const chips = tintLadder(tube, bench, STATED_PARTS).filter(
    ({ lab }) => lab[0] >= CHIP_DARKEST && lab[0] <= CHIP_LIGHTEST,
  );
  return chips.reduce<LadderStep | undefined>(
    (best, chip) =>
      !best || Math.abs(chip.lab[0] - CHIP_MIDDLE) < Math.abs(best.lab[0] - CHIP_MIDDLE) ? chip : best,
    undefined,
  );
}

const PEAK_STEPS = 60;
const MOST_WHITE = 500;

/** Where the tube is brightest: the parts of white that give the most chroma, and the colour there. */
export function chromaPeak(tube: OpticalModel, bench: TestWhite): LadderStep {
  const steps = Array.from({ length: PEAK_STEPS }, (_, i) =>
    i === 0 ? 0 : 0.02 * (MOST_WHITE / 0.02) ** ((i - 1) / (PEAK_STEPS - 2)),
  );
  return tintLadder(tube, bench, steps).reduce((best, step) =>
    chromaOf(step.lab) > chromaOf(best.lab) ? step : best,
  );
}

/** How far from white a tint lies when strengths are compared, CIELAB units: about one in ten of a strong tube. */
const COMPARED_DEPTH = 25;
const BISECTIONS = 50;

/**
 * Parts of white that one part of the tube tints to a stated depth: its tinting strength. Undefined for a
 * white, which never gets there.
 */
export function tintingStrength(tube: OpticalModel, bench: TestWhite): number | undefined {
  const white = labFromReflectance(
    mixtureReflectance([{ optics: bench.white, volume: 1 }], bench.surface),
    bench.view,
  );
  const tintOf = tintsOf(tube, bench);
  const depth = (whiteParts: number): number => {
    const lab = tintOf(whiteParts);
    return Math.hypot(lab[0] - white[0], lab[1] - white[1], lab[2] - white[2]);
  };
  if (depth(0) < COMPARED_DEPTH) return undefined;
  let enough = 1;
  while (depth(enough) > COMPARED_DEPTH) enough *= 2;
  return bisected((whiteParts) => depth(whiteParts) > COMPARED_DEPTH, 0, enough, BISECTIONS);
}

/**
 * A thin film over a ground: what shows when a dark tube is scraped thin on white.
 *
 * @param thickness - of the dry film, at least 0; its unit is that of K and S.
 */
export function filmLab(
  tube: OpticalModel,
  thickness: number,
  ground: Reflectance,
  bench: TestWhite,
): LabD65 {
  return tintLab(tube, 0, bench, { thickness, ground });
}
