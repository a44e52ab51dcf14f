/**
 * Which hue is this dull tube? The bright neighbour and the complement that imitate it at equal value tell: the
 * neighbour is its hue, the amount of the complement its dullness.
 */
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { labIn } from "../mixing/mixedLab";
import { opaqueModel } from "../mixing/opaqueModel";
import { FINE, subsetSolver } from "../recipe/subsetSolver";
import type { OpticalModel } from "../spectrum/types";
import { tintLab, type TestWhite } from "./character";

export type Imitation = {
  /** Places in the list of bright tubes. */
  readonly neighbour: number;
  readonly complement: number;
  /** Shares of the volume: neighbour, complement, white. */
  readonly shares: readonly [number, number, number];
  readonly predicted: LabD65;
  readonly deltaE2000: number;
  /** Share of the complement in the colouring strength of the two, [0, 1): how dull the tube is. */
  readonly dullness: number;
};

/** A tube counts as bright when its best tint has at least this chroma. */
const BRIGHT_CHROMA = 30;
const NEIGHBOUR_DEGREES = 70;
const BRIGHTEST_TINT_PARTS = [0, 1, 4, 9] as const;

/**
 * @param seen - the unknown tube's colour, best lightened to a middle value.
 * @param tubes - tubes to imitate it with.
 * @returns the nearest imitation; undefined when no two bright tubes of opposite hue are there.
 */
export function imitate(
  seen: LabD65,
  tubes: readonly OpticalModel[],
  bench: TestWhite,
): Imitation | undefined {
  const mixer = opaqueModel([...tubes, bench.white], bench.view, bench.surface);
  const solver = subsetSolver(mixer);
  const hueSeen = lchFromLab(seen)[2];
  const bright = tubes.flatMap((tube, place) => {
    const [, chroma, hue] = BRIGHTEST_TINT_PARTS.map((parts) =>
      lchFromLab(tintLab(tube, parts, bench)),
    ).reduce((best, lch) => (lch[1] > best[1] ? lch : best));
    return chroma >= BRIGHT_CHROMA ? [{ place, hue }] : [];
  });
  let best: Imitation | undefined;
  for (const neighbour of bright) {
    if (Math.abs(hueDifferenceDegrees(neighbour.hue, hueSeen)) > NEIGHBOUR_DEGREES) continue;
    for (const complement of bright) {
      if (Math.abs(hueDifferenceDegrees(neighbour.hue, complement.hue)) <= 180 - NEIGHBOUR_DEGREES) continue;
      const places = Uint8Array.of(neighbour.place, complement.place, tubes.length);
      const start = Float64Array.of(0.4, 0.1, 0.5);
      const squared = solver.solve(seen, REFERENCE_FACTORS, places, start, 3, FINE);
      if (best && Math.sqrt(squared) >= best.deltaE2000) continue;
      const [a = 0, b = 0, w = 0] = solver.volumes;
      const [scaledA = 0, scaledB = 0] = solver.scaledVolumes(3);
      const total = a + b + w;
      const predicted = labIn(solver.lab);
      best = {
        neighbour: neighbour.place,
        complement: complement.place,
        shares: [a / total, b / total, w / total],
        predicted,
        deltaE2000: deltaE2000(seen, predicted),
        dullness: scaledB / (scaledA + scaledB),
      };
    }
  }
  return best;
}
