/** What a medium asks of layers: each fault is a plan that breaks one of its rules, with the layer where it does. */
import type { Ground } from "../ground/ground";
import type { Tube, TubeMedium } from "../tube/tube";
import { mediumOf } from "./film";
import type { PaintLayer } from "./layering";

export const LAYER_FAULTS = [
  "acrylic-over-watered",
  "water-in-oil",
  "solvent-in-water-paint",
  "acrylic-over-oil",
  "oil-over-water-paint",
  "lean-over-fat",
  "solvent-alone",
  "lifts",
  "gouache-cracks",
  "many-washes",
  "wet-into-nothing",
] as const;
export type LayerFault = (typeof LAYER_FAULTS)[number];
export type FoundFault = { readonly fault: LayerFault; readonly layerId: string };

/** Beyond this share of water an acrylic film is more water than binder. */
const MOST_WATER = 0.5;
/** Fat is what holds medium: less than the layer below by more than this is lean. */
const LEANER_BY = 0.05;
/** Beyond this share of solvent an oil film has too little oil, unless it is the first that sinks into the ground. */
const MOST_SOLVENT = 0.5;
/** Passes of gouache with little water. */
const THICK_GOUACHE = { share: 0.35, passes: 3 } as const;
/** Of a tube's staining, 0 to 3: from here on its wash holds. */
const STAINS = 2;
/** Washes over one another before the paper's light is gone. */
const MOST_WASHES = 5;

const WATER_PAINTS: readonly (TubeMedium | undefined)[] = ["watercolour", "gouache"];

/** Oil and what gels it: solvent thins and leaves, so it makes a film lean. */
function fatOf({ thinner, thinnerShare }: PaintLayer): number {
  return thinner === "medium" ? thinnerShare : thinner === "solvent" ? -thinnerShare : 0;
}

/** Whether most of a dried wash comes off under a wet brush; a tube of which nothing is known is taken to hold. */
function liftsOff({ amounts }: PaintLayer, tubeById: ReadonlyMap<string, Tube>): boolean {
  const most = [...amounts].sort((one, other) => other.parts - one.parts)[0];
  return (tubeById.get(most?.tubeId ?? "")?.staining ?? STAINS) < STAINS;
}

/** Lowest layer first; none for a plan that breaks no rule known here. */
export function layerFaults(
  layers: readonly PaintLayer[],
  ground: Pick<Ground, "isWet">,
  tubeById: ReadonlyMap<string, Tube>,
): readonly FoundFault[] {
  const found: FoundFault[] = [];
  let washes = 0;
  layers.forEach((layer, i) => {
    const medium = mediumOf(layer.amounts, tubeById);
    const below = layers[i - 1];
    const belowMedium = below && mediumOf(below.amounts, tubeById);
    const say = (fault: LayerFault): void => {
      found.push({ fault, layerId: layer.id });
    };
    const { thinner, thinnerShare, passes, takenUpShare } = layer;
    if (medium === "acrylic" && thinner === "water" && thinnerShare > MOST_WATER) say("acrylic-over-watered");
    if (medium === "oil" && thinner === "water" && thinnerShare > 0) say("water-in-oil");
    if (
      medium !== "oil" &&
      medium !== undefined &&
      medium !== "other" &&
      thinner === "solvent" &&
      thinnerShare > 0
    )
      say("solvent-in-water-paint");
    if (medium === "acrylic" && belowMedium === "oil") say("acrylic-over-oil");
    if (medium === "oil" && WATER_PAINTS.includes(belowMedium)) say("oil-over-water-paint");
    if (
      medium === "oil" &&
      below &&
      belowMedium === "oil" &&
      takenUpShare === 0 &&
      fatOf(layer) < fatOf(below) - LEANER_BY
    )
      say("lean-over-fat");
    if (medium === "oil" && thinner === "solvent" && thinnerShare > MOST_SOLVENT && i > 0)
      say("solvent-alone");
    if (
      WATER_PAINTS.includes(medium) &&
      below &&
      WATER_PAINTS.includes(belowMedium) &&
      takenUpShare === 0 &&
      (belowMedium === "gouache" || liftsOff(below, tubeById))
    )
      say("lifts");
    if (medium === "gouache" && thinnerShare < THICK_GOUACHE.share && passes >= THICK_GOUACHE.passes)
      say("gouache-cracks");
    if (WATER_PAINTS.includes(medium)) {
      const before = washes;
      washes += passes;
      if (washes > MOST_WASHES && before <= MOST_WASHES) say("many-washes");
    }
    if (i === 0 && takenUpShare > 0 && !ground.isWet) say("wet-into-nothing");
  });
  return found;
}
