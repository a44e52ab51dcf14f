/**
 * One member of a string as a hand lays it: of the mixtures that serve, the one of fewest doses. Where rounding spoils
 * all of them, as in a small pile with a strong tube, that tube is thinned first.
 */
import { type Dosing, type DosingChoice, dosingOf } from "../amounts/dosing";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { aimDistance } from "../color/aimDistance";
import type { DeltaE2000Factors } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { num, sumOf, volumeOf } from "../numbers";
import type { MixedSet, SetMixer } from "./setMixer";
import type { LaidMember, RowMiss } from "./types";

/** Value counts most, then hue: a pile of a string is taken for its value. */
export const STRING_FACTORS: DeltaE2000Factors = { kL: 0.4, kC: 1, kH: 0.5 };
/** Beyond what the tubes reach only the value is left to be near. */
export const END_FACTORS: DeltaE2000Factors = { kL: 0.1, kC: 2, kH: 2 };

/** How a pile of a wanted size is measured out. */
export type RowHand = {
  readonly choice: DosingChoice;
  /** Of the whole pile, in the unit of the choice, > 0. */
  readonly volume: number;
};

/** A member is as asked within these. Exact mixtures that are further off leave nothing better. */
const FIT = { lightness: 1.2, chroma: 2.6, hueDegrees: 7 } as const;
/** What laying may add where the exact mixture is off already. */
const FIT_MORE = { lightness: 0.4, chroma: 0.6, hueDegrees: 1.5 } as const;
/** A row that is out of reach is laid this near to the end, L*. */
const FIT_OF_END = 0.35;
/** Below this a colour has no hue, C*ab. */
const GREY_CHROMA = 4;
/** Mixtures of so many tubes that are laid, nearest first; one that is this much further off than the nearest is not. */
const LAID_OF_A_SIZE = 2;
const TOO_FAR = 6;
/** Amounts below so many smallest doses are thinned, where thinning is worth a word. */
const COMFORTABLE_DOSES = 8;
const MOST_THINNED = 3;
/** Puddles so many times larger are tried; and more water than so many times the pile is none that is laid. */
const LARGER_PUDDLES = [2, 4, 8, 16] as const;
const MOST_WATER = 32;

export type MemberAim = {
  readonly lab: LabD65;
  readonly familyHue: number;
  readonly factors: DeltaE2000Factors;
};

type Laid = LaidMember & { readonly cost: number; readonly doseCount: number };

export class MemberLayer {
  constructor(
    private readonly mixer: SetMixer,
    /** The place that stands for the parent pile; undefined without one. */
    private readonly parent: number | undefined,
  ) {}

  /** @param sets - the mixtures that may be laid, exact; at least one. */
  lay(sets: readonly MixedSet[], aim: MemberAim, hand: RowHand): LaidMember {
    const dosing = dosingOf(hand.choice);
    const sorted = distinct(sets.map((set) => this.mixer.plain(set))).sort(
      (one, other) => one.distance - other.distance,
    );
    const [nearest] = sorted;
    if (!nearest) throw new RangeError("A member needs a mixture");
    const limits = limitsOf(missOf(nearest.lab, aim), aim.factors === END_FACTORS);
    const laid: Laid[] = [];
    // From few doses to many: the first number of doses that serves is the one.
    for (const sets of bySize(sorted)) {
      const tried = sets.slice(0, LAID_OF_A_SIZE).map((set) => this.laid(set, aim, dosing));
      const fitting = least(tried.filter(({ miss }) => fits(miss, limits)));
      if (fitting) return withoutCost(fitting);
      laid.push(...tried);
    }
    const thinned = sorted
      .slice(0, MOST_THINNED)
      .flatMap((set) => this.thinned(set, aim, dosing, hand.volume) ?? []);
    const helped = fewest(thinned.filter(({ miss }) => fits(miss, limits)));
    if (helped) return withoutCost(helped);
    // Of a wash a speck may be too much for so small a puddle: a larger one is what a hand can lay.
    for (const times of this.mixer.model.isScaleFree ? [] : LARGER_PUDDLES) {
      const larger = dosingOf(sized(hand.choice, hand.volume * times));
      const tried = sorted.slice(0, MOST_THINNED).map((set) => this.laid(set, aim, larger));
      const fitting = fewest(tried.filter(({ miss }) => fits(miss, limits)));
      if (fitting) return withoutCost(fitting);
      laid.push(...tried);
    }
    // Endless water is no wash: it only flees from paint that is too strong.
    const real = laid.filter(({ water }) => water <= MOST_WATER * hand.volume);
    return withoutCost(least([...(real.length > 0 ? real : laid), ...thinned]) as Laid);
  }

  private laid(set: MixedSet, aim: MemberAim, dosing: Dosing): Laid {
    const down = this.mixer.lay(set, aim.lab, aim.factors, dosing);
    const doses = set.tubes.map((tube, i) => ({
      source: tube === this.parent ? ("parent" as const) : tube,
      volume: num(down.volumes[i]),
    }));
    const { predicted } = down;
    return {
      doses,
      dilutions: [],
      water: down.water,
      predicted,
      miss: missOf(predicted, aim),
      cost: aimDistance(aim.lab, predicted, aim.factors),
      doseCount: doses.length + (down.water > 0 ? 1 : 0),
    };
  }

  private thinned(set: MixedSet, aim: MemberAim, dosing: Dosing, whole: number): Laid | undefined {
    const down = this.mixer.thinned(set, aim.lab, aim.factors, dosing, whole, COMFORTABLE_DOSES);
    // A parent pile is no carrier and no thinned tube: it is split as it is.
    if (!down || down.dilutions.some(({ tube, carrier }) => [tube, carrier].includes(this.parent ?? -1)))
      return undefined;
    const doses = set.tubes.flatMap((tube, i) => {
      const volume = down.volumes[i] ?? 0;
      return volume > 0 ? [{ source: tube === this.parent ? ("parent" as const) : tube, volume }] : [];
    });
    const { predicted } = down;
    return {
      doses,
      dilutions: down.dilutions,
      water: 0,
      predicted,
      miss: missOf(predicted, aim),
      cost: aimDistance(aim.lab, predicted, aim.factors),
      // Each thinned paint is two doses to make, and one to lay.
      doseCount: doses.length + 3 * down.dilutions.length,
    };
  }
}

/** Measured doses of a member, those of its thinned paints among them. */
export function doseCountOf({ doses, dilutions, water }: LaidMember): number {
  return doses.length + 3 * dilutions.length + (water > 0 ? 1 : 0);
}

/** Volume of paint in a member, thinned paints and what comes from the parent among it. */
export function paintOf({ doses, dilutions }: LaidMember): number {
  return volumeOf(doses) + sumOf(dilutions.map(({ dose }) => dose));
}

export function missOf(predicted: LabD65, { lab, familyHue }: Pick<MemberAim, "lab" | "familyHue">): RowMiss {
  const [lightness, chroma, hue] = lchFromLab(predicted);
  const [aimL, aimC] = lchFromLab(lab);
  return {
    lightness: lightness - aimL,
    chroma: chroma - aimC,
    hueDegrees: Math.min(chroma, aimC) < GREY_CHROMA ? undefined : hueDifferenceDegrees(familyHue, hue),
  };
}

type Limits = { readonly lightness: number; readonly chroma: number; readonly hueDegrees: number };

function limitsOf({ lightness, chroma, hueDegrees = 0 }: RowMiss, isEnd: boolean): Limits {
  return {
    lightness: isEnd ? FIT_OF_END : Math.max(FIT.lightness, Math.abs(lightness) + FIT_MORE.lightness),
    chroma: Math.max(FIT.chroma, Math.abs(chroma) + FIT_MORE.chroma),
    hueDegrees: Math.max(FIT.hueDegrees, Math.abs(hueDegrees) + FIT_MORE.hueDegrees),
  };
}

/** The same measure for a pile of another size. */
export function sized(choice: DosingChoice, volume: number): DosingChoice {
  switch (choice.unit) {
    case "parts":
      return { ...choice, wantedParts: volume };
    case "millilitres":
    case "grams":
      return { ...choice, wantedMl: volume };
    case "drops":
    case "percent":
      return choice;
  }
}

function fits({ lightness, chroma, hueDegrees = 0 }: RowMiss, limits: Limits): boolean {
  return (
    Math.abs(lightness) <= limits.lightness &&
    Math.abs(chroma) <= limits.chroma &&
    Math.abs(hueDegrees) <= limits.hueDegrees
  );
}

/** Mixtures by their number of tubes, few first, in each the nearest first. */
function bySize(sorted: readonly MixedSet[]): readonly (readonly MixedSet[])[] {
  const near = sorted.filter(({ distance }) => distance <= (sorted[0]?.distance ?? 0) + TOO_FAR);
  const sizes = [...new Set(near.map(({ tubes }) => tubes.length))].sort((one, other) => one - other);
  return sizes.map((size) => near.filter(({ tubes }) => tubes.length === size));
}

function least(laid: readonly Laid[]): Laid | undefined {
  return laid.reduce<Laid | undefined>(
    (best, one) => (best && best.cost <= one.cost ? best : one),
    undefined,
  );
}

function fewest(laid: readonly Laid[]): Laid | undefined {
  return [...laid].sort((one, other) => one.doseCount - other.doseCount || one.cost - other.cost)[0];
}

function withoutCost({ doses, dilutions, water, predicted, miss }: Laid): LaidMember {
  return { doses, dilutions, water, predicted, miss };
}

function distinct(sets: readonly MixedSet[]): MixedSet[] {
  const byTubes = new Map<string, MixedSet>();
  for (const set of sets) {
    const key = set.tubes.join();
    const other = byTubes.get(key);
    if (!other || set.distance < other.distance) byTubes.set(key, set);
  }
  return [...byTubes.values()];
}
