/** A tube as the eye knows it: from its masstone through its tints in titanium white. */
import type { LabD65 } from "../../core/color/types";
import { blendByStrength } from "../../core/pigment/startingModel";
import type { PigmentModel } from "../../core/pigment/types";
import type { OpticalModel } from "../../core/spectrum/types";
import { tintLadder } from "../../core/tube/character";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { WHITE_BENCH } from "../../data/testWhite";
import { labOfVolumes } from "../mixture/color";
import { opticsOfTube } from "./optics";
import type { Paint } from "./paints";
import type { Tube, TubeMedium } from "./tube";

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

const blends = new WeakMap<Paint, OpticalModel>();

export function ladderOfPaint(paint: Paint): readonly LabD65[] {
  const [model, ...others] = paint.models;
  if (model && others.length === 0) return ladderOfModel(model);
  const blend = blends.get(paint) ?? blendByStrength(paint.models.map(({ optics }) => optics));
  blends.set(paint, blend);
  return smearOf(blend);
}

/** In watercolour water is the white, and a smear is pulled out over paper. */
export function ladderOfTube(tube: Tube): readonly LabD65[] {
  const optics = opticsOfTube(tube);
  if (!optics) return [];
  return tube.medium === "watercolour" ? washesOf(optics) : smearOf(optics);
}

/** Parts of water to one of the tube, from the strongest wash down. */
const SMEAR_WATER_PARTS = [0, 1, 3, 8, 20, 50] as const;
const washes = new WeakMap<OpticalModel, readonly LabD65[]>();

function washesOf(optics: OpticalModel): readonly LabD65[] {
  const known = washes.get(optics);
  if (known) return known;
  const ladder = waterLadder(optics, SMEAR_WATER_PARTS).map(({ lab }) => lab);
  washes.set(optics, ladder);
  return ladder;
}

/** One step of a tube that is made lighter. */
export type LightenedStep = {
  /** Parts of white, or of water, to one of the tube. */
  readonly parts: number;
  readonly lab: LabD65;
};

/** A tube in more and more water, over paper. @param parts - of water to one of the tube, >= 0. */
export function waterLadder(optics: OpticalModel, parts: readonly number[]): readonly LightenedStep[] {
  return parts.map((water) => ({
    parts: water,
    lab: labOfVolumes([{ optics, volume: 1 }], {
      thickness: UNDILUTED_THICKNESS / (1 + water),
      ground: PAPER,
    }),
  }));
}

/** A tube in more and more of what lightens in its medium. @param parts - to one of the tube, >= 0. */
export function lightenedLadder(
  optics: OpticalModel,
  medium: TubeMedium,
  parts: readonly number[],
): readonly LightenedStep[] {
  if (medium === "watercolour") return waterLadder(optics, parts);
  return tintLadder(optics, WHITE_BENCH, parts).map(({ whiteParts, lab }) => ({ parts: whiteParts, lab }));
}

/** The tint by which a tube is known on ribbons: its masstone, or a lighter step of a very dark one. */
export function tintOfTube(tube: Tube): LabD65 | undefined {
  const ladder = ladderOfTube(tube);
  return ladder.find((lab) => lab[0] >= 40) ?? ladder.at(-1);
}
