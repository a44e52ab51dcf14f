/**
 * Strings: piles of one family at chosen values, each as amounts that a hand lays down. All colours are of dry paint, as
 * everywhere in the engine.
 */
import type { PreDilution } from "../amounts/preDilution";
import type { LabD65 } from "../color/types";

/** What carries a string from its local colour up to the light. */
export const LIGHTEN_WAYS = ["white", "warm-white", "lighter-tube", "water"] as const;
export type LightenWay = (typeof LIGHTEN_WAYS)[number];

/** What carries it down into the shadow. */
export const DARKEN_WAYS = ["family", "complement", "black", "dark"] as const;
export type DarkenWay = (typeof DARKEN_WAYS)[number];

/**
 * How vivid the members are: as vivid as the tubes allow; along a bow that is widest at the local colour; of one chroma;
 * neutral; or through the light and the shadow that were read of the subject.
 */
export const CHROMA_RULES = ["vivid", "arc", "even", "neutral", "seen"] as const;
export type ChromaRule = (typeof CHROMA_RULES)[number];

/** What a string is a family of. */
export type StringBase =
  /** A colour; for the rule "seen" with its light and its shadow. */
  | { readonly kind: "colour"; readonly lab: LabD65; readonly light?: LabD65; readonly dark?: LabD65 }
  /** Paint: it is in every member. Volumes by place among the tubes, each above 0. */
  | { readonly kind: "paint"; readonly parts: readonly BasePart[] };

export type BasePart = { readonly tube: number; readonly volume: number };

export type StringQuestion = {
  readonly base: StringBase;
  /** Dry L*, each 0 to 100 and different from the others. */
  readonly rows: readonly number[];
  readonly lighten: LightenWay;
  readonly darken: DarkenWay;
  readonly chroma: ChromaRule;
  /** Of one member: 2 to 6. */
  readonly maxTubes: number;
  /** ΔE00 that a member may give up so that the whole string needs fewer tubes, >= 0. */
  readonly sharedWithin: number;
};

/** Signed misses of a member: what the hand lays minus what the rule asks for. */
export type RowMiss = {
  /** L*. */
  readonly lightness: number;
  /** C*ab. */
  readonly chroma: number;
  /** Degrees from the family's hue; undefined where either is too grey to have one. */
  readonly hueDegrees: number | undefined;
};

/** A volume of a tube, or of the string's parent pile, in the unit of the dosing. */
export type StringDose = { readonly source: number | "parent"; readonly volume: number };

/** A member as it is laid. */
export type LaidMember = {
  /** In the order of the tubes, the parent last; what comes thinned is not among them. */
  readonly doses: readonly StringDose[];
  /** Tubes too strong for a pile of this size: what to thin first, and how much of that goes in. */
  readonly dilutions: readonly PreDilution[];
  /** Volume of water, for washes; 0 for opaque paint. */
  readonly water: number;
  readonly predicted: LabD65;
  readonly miss: RowMiss;
};

export type StringMember = {
  /** Dry L* that was asked for. */
  readonly row: number;
  /** What the rule asks for there; at the nearest value where the row itself is out of reach. */
  readonly aim: LabD65;
  readonly isOutOfReach: boolean;
  /** Mixed by itself. */
  readonly alone: LaidMember;
  /** Mixed from the parent pile; undefined for a string without one. */
  readonly fromParent: LaidMember | undefined;
};

/** One pile that is mixed first and split among the members. */
export type ParentPile = {
  readonly doses: readonly { readonly source: number; readonly volume: number }[];
  /** Volume that the members take, and what is left over. */
  readonly taken: number;
  readonly left: number;
  readonly predicted: LabD65;
};

export type PlannedString = {
  /** The colour that the family is named by. */
  readonly local: LabD65;
  /** One for each row, in their order. */
  readonly members: readonly StringMember[];
  /** All tubes that the string needs, in order. */
  readonly tubes: readonly number[];
  /** The tubes that lighten and darken, as chosen; empty where the way has none in this palette. */
  readonly lighteners: readonly number[];
  readonly darkeners: readonly number[];
  readonly parent: ParentPile | undefined;
};
