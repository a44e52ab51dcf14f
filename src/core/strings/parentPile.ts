/**
 * The parent pile of a string: its colours mixed once, then split among the members and let down with white. It is taken
 * where it saves measured doses, since a ratio that is measured once cannot drift from pile to pile.
 */
import { dosingOf, type DosingChoice } from "../amounts/dosing";
import { mixedLab } from "../mixing/mixedLab";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { Wash } from "../mixing/washMixer";
import { blendOptics } from "../mixing/mixture";
import { sumOf, volumeOf } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { tubeAt } from "../tube/tubeAt";
import { doseCountOf, type MemberAim, MemberLayer, paintOf, type RowHand, sized } from "./layMember";
import { type MixedSet, SetMixer, TO_COMPARE } from "./setMixer";
import type { LaidMember, ParentPile } from "./types";

export type ParentQuestion = {
  readonly mixer: SetMixer;
  readonly view: ViewingWeights<"D65">;
  readonly surface: SurfaceConstants;
  readonly wash: Wash | undefined;
  readonly isWhite: readonly boolean[];
  readonly members: readonly {
    readonly alone: LaidMember;
    readonly aim: MemberAim;
    readonly hand: RowHand;
    /** Tubes that this member may hold besides the parent. */
    readonly tubes: readonly number[];
  }[];
  readonly maxTubes: number;
};

export type Parented = { readonly pile: ParentPile; readonly members: readonly LaidMember[] };

/** What is mixed on top of what the members take, so that the last one is not short. */
const MARGIN = 1.03;
/** More than this share of the pile must not be left over, and all paint may not grow by more. */
const MOST_LEFT = 0.1;
const MOST_MORE_PAINT = 1.1;
/** Members' ratios that are tried as the parent's. */
const MOST_RATIOS = 3;
const ROUNDS = 3;
/** Doses that the same parent may save in another size of its pile, since its ratio is rounded otherwise. */
const SAVED_BY_SIZE = 1;
/** A member from the parent may be this much further off than by itself, in the string's own measure. */
const HARDLY_WORSE = 0.15;

/** Undefined where no parent saves a dose. */
export function parentPile(question: ParentQuestion): Parented | undefined {
  const alone = sumOf(question.members.map(({ alone: one }) => doseCountOf(one)));
  const paint = sumOf(question.members.map(({ alone: one }) => paintOf(one)));
  let best: Parented | undefined;
  let fewest = alone;
  for (const ratio of ratiosOf(question)) {
    const tried = parented(ratio, question, fewest);
    if (!tried) continue;
    const doses = dosesOf(tried.pile, tried.members);
    if (doses >= fewest || sumOf(tried.members.map(paintOf)) + tried.pile.left > MOST_MORE_PAINT * paint)
      continue;
    [best, fewest] = [tried, doses];
  }
  return best;
}

function dosesOf({ doses }: Pick<ParentPile, "doses">, members: readonly LaidMember[]): number {
  return doses.length + sumOf(members.map(doseCountOf));
}

type Ratio = readonly { readonly tube: number; readonly volume: number }[];

/** Of the members of most colours the ratios of those, whites left out; the largest piles first. */
function ratiosOf({ members, isWhite }: ParentQuestion): readonly Ratio[] {
  const ratios = members.flatMap(({ alone }): readonly Ratio[] => {
    const volumes = tubeVolumes(alone);
    const colours = [...volumes].flatMap(([tube, volume]) => (isWhite[tube] ? [] : [{ tube, volume }]));
    return colours.length > 1 ? [colours] : [];
  });
  const size = (ratio: Ratio): number => volumeOf(ratio);
  return ratios
    .sort((one, other) => other.length - one.length || size(other) - size(one))
    .slice(0, MOST_RATIOS);
}

/** Volumes by tube, thinned paints taken apart. */
export function tubeVolumes({ doses, dilutions }: LaidMember): ReadonlyMap<number, number> {
  const volumes = new Map<number, number>();
  const add = (tube: number, volume: number): void => {
    volumes.set(tube, (volumes.get(tube) ?? 0) + volume);
  };
  for (const { source, volume } of doses) if (source !== "parent") add(source, volume);
  for (const { tube, carrier, carrierParts, dose } of dilutions) {
    add(tube, dose / (1 + carrierParts));
    add(carrier, (dose * carrierParts) / (1 + carrierParts));
  }
  return volumes;
}

/** @param fewest - doses; with as many a parent is none. */
function parented(ratio: Ratio, question: ParentQuestion, fewest: number): Parented | undefined {
  const { members, mixer } = question;
  let wanted = sumOf(
    members.map(({ alone }) =>
      sumOf(
        [...tubeVolumes(alone)].map(([tube, volume]) =>
          ratio.some((part) => part.tube === tube) ? volume : 0,
        ),
      ),
    ),
  );
  /** What each member's sets came to in the round before: paint of nearly the same ratio is mixed nearly alike. */
  const before = members.map((): readonly MixedSet[] => []);
  /** Members that take nothing of the parent do not take of a little more or less of it either. */
  const goAlone = new Set<number>();
  for (let round = 0; round < ROUNDS; round++) {
    const hand = members[0]?.hand;
    if (!hand || !(wanted > 0)) return undefined;
    const laid = layParent(ratio, wanted * MARGIN, question, hand.choice);
    const optics = blendOptics(
      laid.doses.map(({ source, volume }) => ({ optics: tubeAt(mixer.optics, source), volume })),
    );
    const place = mixer.optics.length;
    const withParent = new SetMixer(
      [...mixer.optics, optics],
      question.view,
      question.surface,
      question.wash,
    );
    const layer = new MemberLayer(withParent, place);
    const density = densityOf(hand.choice, laid.doses);
    const split = members.map(({ alone, aim, hand: own, tubes }, member) => {
      if (goAlone.has(member)) return alone;
      // A mixture of as many doses saves none.
      const sets = setsWith(place, tubes, question)
        .filter((set) => set.length < doseCountOf(alone))
        .map((set, i) =>
          withParent.solve(set, aim.lab, aim.factors, [place], TO_COMPARE, before[member]?.[i]?.volumes),
        );
      before[member] = sets;
      if (sets.length === 0) return alone;
      const fromParent = layer.lay(sets, aim, {
        ...own,
        choice: withDensity(own.choice, density),
      });
      if (!isWorse(fromParent, alone) && doseCountOf(fromParent) < doseCountOf(alone)) return fromParent;
      goAlone.add(member);
      return alone;
    });
    const taken = sumOf(split.map(takenBy));
    // A larger or smaller pile of the same paint saves hardly a dose more.
    if (!(taken > 0) || dosesOf(laid, split) > fewest + SAVED_BY_SIZE) return undefined;
    const whole = sumOf(laid.doses.map(({ volume }) => volume));
    if (taken <= whole && whole - taken <= MOST_LEFT * whole)
      return { pile: { ...laid, taken, left: whole - taken }, members: split };
    wanted = taken;
  }
  return undefined;
}

/** A member from the parent has to keep what it keeps by itself. */
function isWorse({ miss }: LaidMember, { miss: own }: LaidMember): boolean {
  const beyond = (one: number | undefined, other: number | undefined, fit: number): boolean =>
    Math.abs(one ?? 0) > Math.max(fit, Math.abs(other ?? 0) + HARDLY_WORSE);
  return (
    beyond(miss.lightness, own.lightness, 1.2) ||
    beyond(miss.chroma, own.chroma, 2.6) ||
    beyond(miss.hueDegrees, own.hueDegrees, 7)
  );
}

function takenBy({ doses }: LaidMember): number {
  return sumOf(doses.map(({ source, volume }) => (source === "parent" ? volume : 0)));
}

function layParent(
  ratio: Ratio,
  wanted: number,
  { mixer, wash }: ParentQuestion,
  choice: DosingChoice,
): Pick<ParentPile, "doses" | "predicted"> {
  const sum = volumeOf(ratio);
  const dosing = dosingOf(sized(choice, wanted));
  // A large pile is measured to the same fineness as a small one: the ratio is what it is for.
  const doses = ratio.map(({ tube, volume }) => ({
    source: tube,
    volume: dosing.round((volume / sum) * wanted, tube),
  }));
  // Of washes the parent is the paint before its water.
  const scale = wash ? wash.undilutedThickness / volumeOf(doses) : 1;
  const predicted = mixedLab(
    mixer.model,
    doses.map(({ source }) => source),
    doses.map(({ volume }) => volume * scale),
  );
  return { doses, predicted };
}

/** The parent with white, with one other tube, or with both. */
function setsWith(
  parent: number,
  tubes: readonly number[],
  { isWhite, maxTubes }: Pick<ParentQuestion, "isWhite" | "maxTubes">,
): readonly number[][] {
  const whites = tubes.filter((tube) => isWhite[tube]);
  const sorted = (set: readonly number[]): number[] => [...set, parent].sort((one, other) => one - other);
  return [
    [parent],
    ...tubes.map((tube) => sorted([tube])),
    ...(maxTubes < 3
      ? []
      : whites.flatMap((white) => tubes.flatMap((tube) => (isWhite[tube] ? [] : [sorted([white, tube])])))),
  ];
}

function densityOf(choice: DosingChoice, doses: ParentPile["doses"]): number {
  if (choice.unit !== "grams") return 1;
  const whole = volumeOf(doses);
  return sumOf(doses.map(({ source, volume }) => (volume / whole) * (choice.gramsPerMl[source] ?? 1)));
}

function withDensity(choice: DosingChoice, density: number): DosingChoice {
  return choice.unit === "grams" ? { ...choice, gramsPerMl: [...choice.gramsPerMl, density] } : choice;
}
