/**
 * A finished match made lighter and darker without leaving its family: a highlight that keeps its colour
 * beside one with white alone, and a shade from the family beside one with black.
 */
import type { DosingChoice } from "../amounts/dosing";
import { chromaOf } from "../color/cieLab";
import type { SurfaceConstants } from "../mixing/saunderson";
import { volumeOf } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { type Corrector, correctors } from "./correctors";
import { laidCorrectors } from "./laidCorrectors";
import { labAfterAddition, type PileAndTubes, pileModel, waterPlaceOf } from "./pileModel";

export type VariantKind = "white-highlight" | "coloured-highlight" | "black-shade" | "family-shade";

export type Variant = {
  readonly kind: VariantKind;
  /** What to add to one volume of the match. */
  readonly addition: Corrector;
};

export type FamilyQuery = Pick<PileAndTubes, "tubes" | "wash"> & {
  /** The optics of the match's paint, per unit of its volume. */
  readonly match: OpticalModel;
  readonly whites: readonly number[];
  readonly blacks: readonly number[];
  /** How far up and down, in L*, > 0. */
  readonly lighterBy: number;
  readonly darkerBy: number;
  /** How large the match's pile is, and what the hand can lay; volumes are then those of the whole addition. */
  readonly laid?: { readonly pileVolume: number; readonly dosing: DosingChoice };
};

/** A variant that turns further is of another family, in degrees. */
const SAME_FAMILY_DEGREES = 8;
const GREY_CHROMA = 3;
/** A shade that grows further is another pile. */
const MOST_SHADE_ADDED = 1.5;
const MOST_HIGHLIGHT_ADDED = 100;
/** Two chromas that no eye tells apart, C*ab. */
const SAME_CHROMA = 1;

/** Those of the four that these tubes reach; highlights first, in each pair the plain one first. */
export function lightenAndShade(
  query: FamilyQuery,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): Variant[] {
  const { match, tubes, wash, blacks } = query;
  const asPile = { pile: match, tubes, ...(wash && { wash }) };
  // In a wash the paper is the white, and water lets it through.
  const water = waterPlaceOf(query);
  const whites = water === undefined ? query.whites : [water];
  const matchLab = labAfterAddition(pileModel(asPile, view, surface), 1)([]);
  const ways = (change: number): readonly Corrector[] => {
    const asked = { ...asPile, axis: "value", change, maxTubes: 2 } as const;
    // A highlight is mostly white, however much that is; what a shade may take is said below.
    return query.laid
      ? laidCorrectors({ ...asked, ...query.laid, mostAdded: MOST_HIGHLIGHT_ADDED }, view, surface).ways
      : correctors(asked, view, surface);
  };
  const isOnly = ({ parts }: Corrector, among: readonly number[]): boolean =>
    parts.length === 1 && parts.every(({ tube }) => among.includes(tube));
  const lighter = ways(query.lighterBy);
  const darker = ways(-query.darkerBy);
  const white = lighter.find((way) => isOnly(way, whites));
  const whiteChroma = white ? chromaOf(white.predicted) : 0;
  const localChroma = chromaOf(matchLab);
  const coloured = lighter
    .filter(
      (way) => !isOnly(way, whites) && isOfFamily(way, localChroma) && chromaOf(way.predicted) >= whiteChroma,
    )
    .sort(
      (one, other) =>
        Math.abs(chromaOf(one.predicted) - localChroma) - Math.abs(chromaOf(other.predicted) - localChroma),
    )[0];
  const black = darker.find((way) => isOnly(way, blacks));
  const blackChroma = black ? chromaOf(black.predicted) : 0;
  // A shade from the family is there for its colour: one that is duller than with black is no shade worth its paint.
  const [shade] = darker
    .filter(
      (way) =>
        way.parts.every(({ tube }) => !blacks.includes(tube)) &&
        isOfFamily(way, localChroma) &&
        growthOf(way, query) <= MOST_SHADE_ADDED &&
        chromaOf(way.predicted) >= blackChroma - SAME_CHROMA,
    )
    .sort((one, other) => lossOf(one, localChroma) - lossOf(other, localChroma));
  const found: readonly [VariantKind, Corrector | undefined][] = [
    ["white-highlight", white],
    ["coloured-highlight", coloured],
    ["black-shade", black],
    ["family-shade", shade],
  ];
  return found.flatMap(([kind, addition]) => (addition ? [{ kind, addition }] : []));
}

/** Volumes that are added to one of the match. */
function growthOf({ parts }: Corrector, { laid }: FamilyQuery): number {
  return volumeOf(parts) / (laid?.pileVolume ?? 1);
}

/** What a shade loses of its family: degrees of hue and units of chroma alike. */
function lossOf({ predicted, hueTurnDegrees }: Corrector, localChroma: number): number {
  return Math.abs(hueTurnDegrees) + Math.max(0, localChroma - chromaOf(predicted));
}

/** Of a grey there is no hue to leave. */
function isOfFamily({ predicted, hueTurnDegrees }: Corrector, localChroma: number): boolean {
  if (Math.min(localChroma, chromaOf(predicted)) < GREY_CHROMA) return true;
  return Math.abs(hueTurnDegrees) <= SAME_FAMILY_DEGREES;
}
