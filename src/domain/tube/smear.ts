/** A tube as the eye knows it: from its masstone through its tints in titanium white. */
import type { LabD65 } from "../../core/color/types";
import type { PigmentModel } from "../../core/pigment/types";
import type { OpticalModel } from "../../core/spectrum/types";
import { tintLadder } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import { opticsOfTube } from "./optics";
import type { Tube } from "./tube";

/** Parts of titanium white to one of the tube, from the masstone up. */
const SMEAR_WHITE_PARTS = [0, 0.5, 1.5, 4, 9, 19] as const;
const smears = new WeakMap<OpticalModel, readonly LabD65[]>();

/** From its masstone through its tints in titanium white: what a smear shows. */
function smearOf(optics: OpticalModel): readonly LabD65[] {
  const known = smears.get(optics);
  if (known) return known;
  const smear = tintLadder(optics, WHITE_BENCH, SMEAR_WHITE_PARTS).map((step) => step.lab);
  smears.set(optics, smear);
  return smear;
}

export function ladderOfModel(model: PigmentModel): readonly LabD65[] {
  return smearOf(model.optics);
}

export function ladderOfTube(tube: Tube): readonly LabD65[] {
  const optics = opticsOfTube(tube);
  return optics ? smearOf(optics) : [];
}

/** The tint by which a tube is known on ribbons: its masstone, or a lighter step of a very dark one. */
export function tintOfTube(tube: Tube): LabD65 | undefined {
  const ladder = ladderOfTube(tube);
  return ladder.find((lab) => lab[0] >= 40) ?? ladder.at(-1);
}
