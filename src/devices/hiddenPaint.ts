/**
 * A bench whose paint nobody knows: each tube differs from its label, the same for the same seed. It only gives what an
 * eye or an instrument sees of a pile; recipes and predictions cannot reach into it.
 */
import type { LabD65 } from "../core/color/types";
import { labD65 } from "../core/color/types";
import { mixtureReflectance } from "../core/mixing/mixture";
import { createRng } from "../core/random/rng";
import { labFromReflectance } from "../core/spectrum/colorimetry";
import type { OpticalModel } from "../core/spectrum/types";
import { VIEWING } from "../data/standardViewing";
import { simulateSurface, trueTube } from "./simulatedPaint";

/** Standard deviation of each of L*, a*, b* of one reading. */
const READING_NOISE = 0.25;

export type HiddenBench = {
  /** What lies there, as it is seen. @param volumes - of each tube, by place. @throws RangeError for an empty pile. */
  readonly seen: (volumes: readonly number[]) => LabD65;
  /** The same read by an instrument. @param look - which look it is: each has its own noise. */
  readonly read: (volumes: readonly number[], look: number) => LabD65;
};

export function hiddenBench(
  tubes: readonly { readonly id: string; readonly generic: OpticalModel }[],
  seed: number,
): HiddenBench {
  const hidden = tubes.map(({ id, generic }) => trueTube(id, generic, seed));
  const surface = simulateSurface(createRng(seed));
  const seen = (volumes: readonly number[]): LabD65 => {
    const parts = hidden.flatMap((optics, place) => {
      const volume = volumes[place] ?? 0;
      return volume > 0 ? [{ optics, volume }] : [];
    });
    if (parts.length === 0) throw new RangeError("Nothing lies on the bench");
    return labFromReflectance(mixtureReflectance(parts, surface), VIEWING.D65);
  };
  return {
    seen,
    read: (volumes, look) => {
      const rng = createRng(seed + 7919 * (look + 1));
      const [l, a, b] = seen(volumes);
      const noise = (): number => READING_NOISE * rng.normal();
      return labD65(Math.max(0, Math.min(100, l + noise())), a + noise(), b + noise());
    },
  };
}
