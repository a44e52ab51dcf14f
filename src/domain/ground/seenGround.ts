/** Grounds that painters know by name, and what is seen of any of them. */
import { xyzFromLab } from "../../core/color/cieLab";
import { labD65, type LabD65 } from "../../core/color/types";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { smoothestReflectance } from "../../core/spectrum/smoothestReflectance";
import type { Reflectance } from "../../core/spectrum/types";
import { PAPER } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { labFromStored, storedFromLab } from "../reading/storedColor";
import type { Ground } from "./ground";

/** Undefined for what is not there any more. */
export type GroundContext = { readonly labOf: (id: string) => LabD65 | undefined };

const named = (
  kind: Ground["kind"],
  name: string,
  lab: LabD65,
  absorbency: Ground["absorbency"],
): Ground => ({
  kind,
  name,
  color: storedFromLab(lab, "typed", NAMED_UNCERTAINTY),
  isWet: false,
  absorbency,
});
const NAMED_UNCERTAINTY = 4;

/** Usual colours, rounded: a reading of one's own is better. */
export const NAMED_GROUNDS: readonly Ground[] = [
  { kind: "paper", name: "White paper", isWet: false, absorbency: "some" },
  named("paper", "Cream paper", labD65(90, 1, 10), "some"),
  named("paper", "Grey paper", labD65(62, 0, 1), "some"),
  named("canvas", "White primed canvas", labD65(95, 0, 2), "sized"),
  named("canvas", "Raw linen", labD65(62, 4, 16), "thirsty"),
  named("panel", "White gesso panel", labD65(95, 0, 2), "thirsty"),
  named("toned", "Warm earth ground", labD65(58, 14, 22), "sized"),
  named("toned", "Middle grey ground", labD65(55, 0, 0), "sized"),
  named("toned", "Dark ground", labD65(24, 2, 4), "sized"),
];
const [WHITE_PAPER] = NAMED_GROUNDS as readonly [Ground, ...Ground[]];
export { WHITE_PAPER };

/** Both halves of a test card, and the grey between. */
export const CARDS = {
  light: named("panel", "White card", labD65(94.3, 0, 0), "sized"),
  middle: named("panel", "Grey card", labD65(51.8, 0, 0), "sized"),
  dark: named("panel", "Black card", labD65(20, 0, 0), "sized"),
} as const satisfies Record<string, Ground>;

export function labOfGround(ground: Ground, { labOf }: GroundContext): LabD65 | undefined {
  // A reading of its own is what was really there.
  if (ground.color) return labFromStored(ground.color);
  if (ground.ofId !== undefined) return labOf(ground.ofId);
  return ground.kind === "paper" ? PAPER_LAB : undefined;
}

const PAPER_LAB = labFromReflectance(PAPER, VIEWING.D65);
const MOST_KNOWN = 400;
const known = new Map<string, Reflectance | undefined>();

/** The smoothest reflectance of a colour; undefined for a colour that no surface can have. Kept, since it takes a while. */
export function reflectanceOf(lab: LabD65): Reflectance | undefined {
  const key = lab.map((axis) => axis.toFixed(4)).join();
  if (known.has(key)) return known.get(key);
  const found = smoothestReflectance(xyzFromLab(lab, VIEWING.D65.white), VIEWING.D65);
  if (known.size >= MOST_KNOWN) known.clear();
  const reflectance = found.ok ? found.value : undefined;
  known.set(key, reflectance);
  return reflectance;
}

/** Seen reflectance of a ground; undefined where its colour is not known, or is none that a surface can have. */
export function seenOfGround(ground: Ground, context: GroundContext): Reflectance | undefined {
  if (ground.kind === "paper" && ground.color === undefined && ground.ofId === undefined) return PAPER;
  const lab = labOfGround(ground, context);
  return lab && reflectanceOf(lab);
}
