/** Tubes beside each other: the same ladder for both, and look-alikes on the board. */
import { deltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { Wash } from "../mixing/washMixer";
import type { OpticalModel } from "../spectrum/types";
import { LADDER_WHITE_PARTS, tintLab, type TestWhite } from "./character";

export type ComparedStep = {
  /** Parts of white, or of water, to one of the tube. */
  readonly whiteParts: number;
  readonly first: LabD65;
  readonly second: LabD65;
  readonly deltaE2000: number;
};

/** @param wash - water over paper in place of the white. */
export function compareLadders(
  first: OpticalModel,
  second: OpticalModel,
  bench: TestWhite,
  wash?: Wash,
): ComparedStep[] {
  const lightened = (tube: OpticalModel, parts: number): LabD65 =>
    wash
      ? tintLab(tube, 0, bench, { thickness: wash.undilutedThickness / (1 + parts), ground: wash.paper })
      : tintLab(tube, parts, bench);
  return LADDER_WHITE_PARTS.map((whiteParts) => {
    const a = lightened(first, whiteParts);
    const b = lightened(second, whiteParts);
    return { whiteParts, first: a, second: b, deltaE2000: deltaE2000(a, b) };
  });
}

/** Masstones closer than this are mistaken for each other on the board, ΔE00. */
export const LOOK_ALIKE_BELOW = 5;

export type LookAlike = {
  /** Places in the list of tubes. */
  readonly first: number;
  readonly second: number;
  readonly masstoneDeltaE2000: number;
  /** How far their tints in four parts of white part, ΔE00. */
  readonly tintDeltaE2000: number;
};

const TOLD_APART_IN = 4;

/** Every pair of tubes whose masstones look alike, most alike first. */
export function lookAlikes(tubes: readonly OpticalModel[], bench: TestWhite): LookAlike[] {
  const masstones = tubes.map((tube) => tintLab(tube, 0, bench));
  const tints = tubes.map((tube) => tintLab(tube, TOLD_APART_IN, bench));
  const pairs: LookAlike[] = [];
  masstones.forEach((masstone, first) => {
    masstones.forEach((other, second) => {
      if (second <= first) return;
      const masstoneDeltaE2000 = deltaE2000(masstone, other);
      if (masstoneDeltaE2000 >= LOOK_ALIKE_BELOW) return;
      const [a = masstone, b = other] = [tints[first], tints[second]];
      pairs.push({ first, second, masstoneDeltaE2000, tintDeltaE2000: deltaE2000(a, b) });
    });
  });
  return pairs.sort((a, b) => a.masstoneDeltaE2000 - b.masstoneDeltaE2000);
}
