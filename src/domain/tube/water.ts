import type { Tube } from "./tube";

/** Water goes into washes as a tube of its own: it has no colour, it thins the film. */
export const WATER: Tube = {
  id: "water",
  label: "Water",
  colourIndexNames: [],
  medium: "other",
  grade: "unknown",
  opacity: "unknown",
  lightfastness: "unknown",
  hazard: "unknown",
  safetySheet: "",
  price: 0,
  volumeMl: 1,
  gramsPerMl: 1,
  batch: "",
  remark: "",
  optics: { modelIds: [], isLookAlike: false, calibrations: [] },
  position: 0,
  addedAt: 0,
};

export function isWater({ tubeId }: { readonly tubeId: string }): boolean {
  return tubeId === WATER.id;
}
