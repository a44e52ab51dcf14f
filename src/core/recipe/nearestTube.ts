/**
 * Where to begin when the brightness is to be kept: the one tube that comes nearest, straight, tinted with
 * white or thinned over paper, and one bright neighbour that nudges its hue towards the target.
 */
import { upTo } from "../numbers";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000 } from "../color/ciede2000";
import { chromaOf } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import type { ColorModel } from "../mixing/colorModel";
import { FilmEvaluator } from "../mixing/filmEvaluator";
import { mixedLab } from "../mixing/mixedLab";
import { opaqueModel } from "../mixing/opaqueModel";
import { bestAmount } from "../optimize/bestAmount";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";

export type NearestTubeQuery = {
  readonly target: LabD65;
  readonly tubes: readonly OpticalModel[];
  /** The white that tints, by its place among the tubes; without one nothing is tinted. */
  readonly white: number | undefined;
  /** What thinned paint is laid over; without it nothing is thinned. */
  readonly paper: Reflectance | undefined;
};

export type NearestTube = {
  readonly tube: number;
  readonly state:
    | { readonly as: "straight" }
    /** Volumes of white to one of the tube. */
    | { readonly as: "tinted"; readonly whiteParts: number }
    /** Dry thickness, 1 where titanium white has S·X = 1 at 550 nm. */
    | { readonly as: "thinned"; readonly filmThickness: number };
  readonly predicted: LabD65;
  readonly deltaE2000: number;
  /** Volume of one other tube to one of the mixture, where one helps; not for a thinned tube. */
  readonly nudge: Nudge | undefined;
};

export type Nudge = {
  readonly tube: number;
  readonly volume: number;
  readonly predicted: LabD65;
  readonly deltaE2000: number;
};

const LEAST_WHITE = 0.01;
const MOST_WHITE = 200;
const THINNEST = 0.005;
const THICKEST = 4;
const LEAST_NUDGE = 1e-4;
const MOST_NUDGE = 2;
/** A nudge may take this much chroma at most; more is dulling, not nudging. */
const MOST_CHROMA_LOST = 3;

export function nearestTube(
  { target, tubes, white, paper }: NearestTubeQuery,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): NearestTube | undefined {
  const opaque = opaqueModel(tubes, view, surface);
  const film = paper && new FilmEvaluator(tubes, view, surface, paper);
  const missOf = (lab: LabD65): number => aimDistance(target, lab);
  const found: Omit<NearestTube, "nudge">[] = [];
  const add = (tube: number, state: NearestTube["state"], predicted: LabD65): void => {
    found.push({ tube, state, predicted, deltaE2000: deltaE2000(target, predicted) });
  };
  for (const tube of tubes.keys()) {
    add(tube, { as: "straight" }, labOf(opaque, [[tube, 1]]));
    if (white !== undefined && tube !== white) {
      const tint = (whiteParts: number): LabD65 =>
        labOf(opaque, [
          [tube, 1],
          [white, whiteParts],
        ]);
      const whiteParts = bestAmount((amount) => missOf(tint(amount)), LEAST_WHITE, MOST_WHITE);
      add(tube, { as: "tinted", whiteParts }, tint(whiteParts));
    }
    if (film) {
      const filmThickness = bestAmount(
        (thickness) => missOf(labOf(film, [[tube, thickness]])),
        THINNEST,
        THICKEST,
      );
      add(tube, { as: "thinned", filmThickness }, labOf(film, [[tube, filmThickness]]));
    }
  }
  const [nearest] = found.sort(
    (one, other) => missOf(one.predicted) - missOf(other.predicted) || one.tube - other.tube,
  );
  return nearest && { ...nearest, nudge: bestNudge(nearest, target, opaque, white) };
}

/** The tube of which a little brings the hue nearer, the whole closer, and takes hardly any brightness. */
function bestNudge(
  { tube, state, predicted, deltaE2000: miss }: Omit<NearestTube, "nudge">,
  target: LabD65,
  opaque: ColorModel,
  white: number | undefined,
): Nudge | undefined {
  if (state.as === "thinned") return undefined;
  const base: readonly (readonly [number, number])[] =
    state.as === "tinted" && white !== undefined
      ? [
          [tube, 1 / (1 + state.whiteParts)],
          [white, state.whiteParts / (1 + state.whiteParts)],
        ]
      : [[tube, 1]];
  const hueMiss = (lab: LabD65): number => Math.abs(threeWayDifference(target, lab).deltaHue);
  const chroma = chromaOf(predicted);
  const nudges = upTo(opaque.tubeCount)
    .filter((other) => other !== tube && other !== white)
    .map((other): Nudge => {
      const after = (volume: number): LabD65 => labOf(opaque, [...base, [other, volume]]);
      const cost = (volume: number): number => {
        const lab = after(volume);
        const isDulled = chromaOf(lab) < chroma - MOST_CHROMA_LOST;
        const isNearer = hueMiss(lab) < hueMiss(predicted);
        return isDulled || !isNearer ? Number.POSITIVE_INFINITY : deltaE2000(target, lab);
      };
      const volume = bestAmount(cost, LEAST_NUDGE, MOST_NUDGE);
      return { tube: other, volume, predicted: after(volume), deltaE2000: cost(volume) };
    })
    .sort((one, other) => one.deltaE2000 - other.deltaE2000);
  const [best] = nudges;
  return best && best.deltaE2000 < miss ? best : undefined;
}

function labOf(model: ColorModel, parts: readonly (readonly [number, number])[]): LabD65 {
  return mixedLab(
    model,
    parts.map(([tube]) => tube),
    parts.map(([, volume]) => volume),
  );
}
