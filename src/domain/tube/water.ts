import type { Reflectance } from "../../core/spectrum/types";
import { PAPER } from "../../data/paper";
import type { Lightener, Lightening } from "../palette/medium";
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
  hazard: "low",
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

const papers = new WeakMap<Tube, Reflectance>();

/** Water that runs over a ground of the painter's own: whoever knows the tubes knows what washes are laid on. */
export function waterOver(paper: Reflectance): Tube {
  const water = { ...WATER };
  papers.set(water, paper);
  return water;
}

/** What washes of these tubes are laid on, as it is seen: white paper where nothing else is said. */
export function paperUnder(tubeById: ReadonlyMap<string, Tube>): Reflectance {
  const water = tubeById.get(WATER.id);
  return (water && papers.get(water)) ?? PAPER;
}

/** The same as a worker is told it; undefined for white paper. */
export function askedPaper(tubeById: ReadonlyMap<string, Tube>): readonly number[] | undefined {
  const paper = paperUnder(tubeById);
  return paper === PAPER ? undefined : Array.from(paper.values);
}

/** The same tubes, whose washes run over this paper. */
export function overPaper(
  tubeById: ReadonlyMap<string, Tube>,
  paper: Reflectance,
): ReadonlyMap<string, Tube> {
  return new Map([...tubeById, [WATER.id, waterOver(paper)]]);
}

/** What lightens in a mixture of these, with the paper that water runs over. */
export function lighteningOf(lightener: Lightener, tubeById: ReadonlyMap<string, Tube>): Lightening {
  const paper = lightener === "water" ? askedPaper(tubeById) : undefined;
  return paper ? { paper } : lightener;
}

export function isWater({ tubeId }: { readonly tubeId: string }): boolean {
  return tubeId === WATER.id;
}
