/**
 * Plans strings from a palette: aims by row, one small set of tubes for all members, amounts that a hand lays, and the
 * parent pile where one saves doses. Deterministic.
 */
import type { LabD65 } from "../color/types";
import { chromaOf, lchFromLab } from "../color/cieLab";
import type { ColorModel } from "../mixing/colorModel";
import { mixedLab } from "../mixing/mixedLab";
import { opaqueModel } from "../mixing/opaqueModel";
import { blendOptics } from "../mixing/mixture";
import type { Wash } from "../mixing/washMixer";
import type { PaletteTube } from "../recipe/paletteMixer";
import { sumOf } from "../numbers";
import { subsetsOf } from "../recipe/subsets";
import type { OpticalModel } from "../spectrum/types";
import type { TestWhite } from "../tube/character";
import { aimsOf, type FamilyReach, type RowAim } from "./aims";
import { END_FACTORS, type MemberAim, MemberLayer, type RowHand, STRING_FACTORS } from "./layMember";
import { parentPile } from "./parentPile";
import { darkenersOf, lightenersOf, type StringTube } from "./partners";
import { type MixedSet, SetMixer, TO_COMPARE } from "./setMixer";
import { sharedTubes, withPlaces } from "./sharedTubes";
import { assertQuestion, tubesOf } from "./stringQuestion";
import { StringReach } from "./stringReach";
import { mostVividTint, type VividTint } from "./vividTint";
import type { BasePart, LaidMember, PlannedString, StringBase, StringMember, StringQuestion } from "./types";

export type StringOptions = {
  readonly bench: TestWhite;
  /** Washes over paper in place of opaque paint. */
  readonly wash?: Wash | undefined;
};

/** Tubes among which one set for a whole string is sought. */
const MOST_POOLED = 12;
const MOST_SHARED = 6;
/** Share of a row's best mixture that some of its tubes must hold to be a start for a mixture of them. */
const LEAST_START = 0.5;
/** Tubes that are tried for a member where no set serves the whole string. */
const MOST_OF_ITS_OWN = 8;
/** A row this near to the local value is neither lightened nor darkened, L*. */
const LOCAL_WITHIN = 2;
const WHITE_LIGHTNESS = 90;
const WHITE_CHROMA = 14;

type Rule = {
  /** What a member has to hold, and all that it may hold. */
  readonly required: readonly number[];
  readonly allowed: readonly number[];
};

type Wish = Rule & {
  /** Allowed only where the member is not to be had without. */
  readonly spare: readonly number[];
};

/** What a wish may cost before it is let go: the member counts more than the way to it, in the string's measure. */
const WISH_COST = 0.7;
/** Where no set serves within what the painter gives up, one is looked for that takes so much more. */
const LAST_SLACK = 1.5;
/** About 0.15 L* at an end, in the measure of the ends. */
const END_SLACK = 1.2;
/** A member this near to its row, or to its end, is there, L*. */
const ROW_NEAR = 1.2;
const END_NEAR = 0.4;
/** Tubes of a row's best mixture that do less of the colouring than this are not what makes it. */
const LEAST_WEIGHT = 0.004;

export class StringPlanner {
  private readonly optics: readonly OpticalModel[];
  private readonly opaque: ColorModel;
  private readonly mixer: SetMixer;
  private readonly reach: StringReach;
  private readonly traits: readonly StringTube[];
  private readonly strengths: readonly number[];

  /** @throws RangeError without tubes. */
  constructor(
    tubes: readonly PaletteTube[],
    private readonly options: StringOptions,
  ) {
    if (tubes.length === 0) throw new RangeError("A string needs at least one tube");
    const { bench, wash } = options;
    this.optics = tubes.map(({ optics }) => optics);
    this.opaque = opaqueModel([...this.optics, bench.white], bench.view, bench.surface);
    this.strengths = [...this.optics, bench.white].map((_, tube) => this.opaque.strengthOf(tube));
    this.mixer = new SetMixer(this.optics, bench.view, bench.surface, wash);
    this.reach = new StringReach(this.optics, bench.view, bench.surface, wash);
    this.traits = tubes.map(({ isBlack }, place) => {
      const masstone = this.opaqueLab([[place, 1]]);
      const isWhite = masstone[0] >= WHITE_LIGHTNESS && chromaOf(masstone) < WHITE_CHROMA;
      return { isBlack, isWhite, masstone, vivid: this.mostVivid([{ tube: place, volume: 1 }]).lab };
    });
  }

  /**
   * @param hands - how each row's pile is measured out, in the order of the rows.
   * @throws RangeError for rows outside 0 to 100, too few tubes in a recipe, or a base without paint.
   */
  plan(question: StringQuestion, hands: readonly RowHand[]): PlannedString {
    assertQuestion(question, hands, this.optics.length);
    this.reach.forgetNearest();
    const { rows, maxTubes, sharedWithin } = question;
    const base = this.baseOf(question.base);
    const hue = lchFromLab(base.local)[2];
    const lighteners = lightenersOf(question.lighten, base.local, base.held, this.traits);
    const darkeners = this.darkenersFor(question, base);
    const wishes = rows.map((row) => this.ruleFor(row, question, base, lighteners, darkeners));
    const seen = question.base.kind === "colour" ? question.base : { light: undefined, dark: undefined };
    const aims = rows.flatMap((row, i) =>
      aimsOf(
        question.chroma,
        base.local,
        { light: seen.light, dark: seen.dark },
        [row],
        this.reachFor(wishes[i] as Rule, hue),
      ),
    );
    const targets = aims.map(
      ({ aim, isOutOfReach }): MemberAim => ({
        lab: aim,
        familyHue: hue,
        factors: isOutOfReach ? END_FACTORS : STRING_FACTORS,
      }),
    );
    const rules = wishes.map((wish, i) => this.kept(wish, targets[i] as MemberAim, maxTubes));
    const shared = this.sharedFor(rules, targets, sharedWithin);
    const layer = new MemberLayer(this.mixer, undefined);
    const usable = rules.map((rule, i) =>
      shared
        ? rule.allowed.filter((tube) => shared.includes(tube))
        : this.mainTubes(rule, targets[i] as MemberAim),
    );
    const alone = targets.map((aim, i) =>
      layer.lay(this.setsFor(rules[i] as Rule, usable[i] ?? [], aim, maxTubes), aim, hands[i] as RowHand),
    );
    for (const [i, { isOutOfReach }] of aims.entries()) {
      const tied = alone[i] as LaidMember;
      if (Math.abs(tied.miss.lightness) <= (isOutOfReach ? END_NEAR : ROW_NEAR)) continue;
      // What ties a string together must not take a member off its row.
      const [rule, aim] = [rules[i] as Rule, targets[i] as MemberAim];
      const sets = isOutOfReach
        ? [this.endOf(rule.allowed, aim, maxTubes)]
        : this.setsFor(rule, this.mainTubes(rule, aim), aim, maxTubes);
      const freed = layer.lay(sets, aim, hands[i] as RowHand);
      if (Math.abs(freed.miss.lightness) < Math.abs(tied.miss.lightness)) alone[i] = freed;
    }
    const parented = hands.every(({ choice }) => choice.unit !== "percent")
      ? parentPile({
          mixer: this.mixer,
          view: this.options.bench.view,
          surface: this.options.bench.surface,
          wash: this.options.wash,
          isWhite: this.traits.map(({ isWhite }) => isWhite),
          maxTubes,
          members: targets.map((aim, i) => ({
            alone: alone[i] as (typeof alone)[number],
            aim,
            hand: hands[i] as RowHand,
            tubes: usable[i] ?? [],
          })),
        })
      : undefined;
    const members = aims.map(
      (aim: RowAim, i): StringMember => ({
        ...aim,
        alone: alone[i] as (typeof alone)[number],
        fromParent: parented?.members[i],
      }),
    );
    return {
      local: base.local,
      members,
      tubes: tubesOf(members),
      lighteners,
      darkeners,
      parent: parented?.pile,
    };
  }

  /** The family's colour, the paint that makes it, and the tubes that every member holds. */
  private baseOf(base: StringBase): {
    readonly local: LabD65;
    readonly optics: OpticalModel;
    readonly held: readonly number[];
  } {
    const opticsOf = (parts: readonly BasePart[]): OpticalModel =>
      blendOptics(
        parts.map(({ tube, volume }) => ({
          optics: this.optics[tube] ?? this.options.bench.white,
          volume,
        })),
      );
    if (base.kind === "paint") {
      const { lab, whiteVolume } = this.mostVivid(base.parts);
      const white = whiteVolume > 0 ? [{ tube: this.optics.length, volume: whiteVolume }] : [];
      return {
        local: lab,
        optics: opticsOf([...base.parts, ...white]),
        held: base.parts.map(({ tube }) => tube),
      };
    }
    const { shares } = this.reach.nearest([...this.optics.keys()], base.lab);
    const parts = shares.flatMap((volume, tube) => (volume > 0 ? [{ tube, volume }] : []));
    return {
      local: base.lab,
      // Where bare paper is the nearest, any paint stands for the little that lies there.
      optics: opticsOf(parts.length > 0 ? parts : [{ tube: 0, volume: 1 }]),
      held: [],
    };
  }

  private darkenersFor(
    { darken }: StringQuestion,
    base: { readonly local: LabD65; readonly optics: OpticalModel; readonly held: readonly number[] },
  ): readonly number[] {
    const { bench } = this.options;
    const withBase = opaqueModel([...this.optics, base.optics], bench.view, bench.surface);
    const place = this.optics.length;
    const strength = withBase.strengthOf(place);
    const mixed = (tube: number, share: number): LabD65 =>
      mixedLab(withBase, [place, tube], [(1 - share) / strength, share / withBase.strengthOf(tube)]);
    return darkenersOf(darken, base.local, base.held, this.traits, { mixed });
  }

  /** What is wanted of a member at this row. */
  private ruleFor(
    row: number,
    { lighten, maxTubes }: StringQuestion,
    base: { readonly local: LabD65; readonly held: readonly number[] },
    lighteners: readonly number[],
    darkeners: readonly number[],
  ): Wish {
    const isLight = row > base.local[0] + LOCAL_WITHIN;
    const isDark = row < base.local[0] - LOCAL_WITHIN;
    const partners = isLight ? lighteners : isDark ? darkeners : [];
    // A lighter tube carries the string as far up as it is light itself; white takes over from there.
    const lighter = lighten === "lighter-tube" && isLight ? lighteners[0] : undefined;
    const isTubeEnough = lighter !== undefined && row <= (this.traits[lighter]?.masstone[0] ?? 0);
    const allowed = this.traits.flatMap(({ isWhite }, place) => {
      const isOut = isWhite && (this.options.wash !== undefined || lighten === "water");
      return isOut && !base.held.includes(place) ? [] : [place];
    });
    const isSpare = ({ isBlack, isWhite }: StringTube): boolean =>
      (isTubeEnough && isWhite) || (isDark && isBlack);
    // A palette of nothing else has to do with what there is.
    const usable = allowed.length > 0 ? allowed : [...this.optics.keys()];
    return {
      allowed: usable,
      required: [...new Set([...base.held, ...partners])].slice(0, maxTubes),
      spare: usable.filter(
        (place) =>
          !base.held.includes(place) &&
          !partners.includes(place) &&
          isSpare(this.traits[place] as StringTube),
      ),
    };
  }

  /** The wish as far as it does not cost the member its place. */
  private kept({ required, allowed, spare }: Wish, { lab, factors }: MemberAim, maxTubes: number): Rule {
    const free = this.reach.nearest(allowed, lab, factors);
    const without = allowed.filter((place) => !spare.includes(place));
    const spared =
      spare.length > 0 && without.length > 0 ? this.reach.nearest(without, lab, factors) : undefined;
    const isSpared = spared !== undefined && spared.deltaE2000 <= free.deltaE2000 + WISH_COST;
    const [usable, best] = isSpared ? [without, spared] : [allowed, free];
    const main = [...usable]
      .sort((one, other) => this.weight(best.shares, other) - this.weight(best.shares, one))
      .filter((place) => this.weight(best.shares, place) > LEAST_WEIGHT);
    // The last that was asked for is let go first; the family's own paint stays longest.
    for (let count = required.length; count > 0; count--) {
      const held = required.slice(0, count);
      const tubes = [...new Set([...held, ...main])].slice(0, maxTubes).sort((one, other) => one - other);
      const { distance } = this.mixer.solve(tubes, lab, factors, held, TO_COMPARE);
      if (distance <= best.deltaE2000 + WISH_COST) return { allowed: usable, required: held };
    }
    return { allowed: usable, required: [] };
  }

  private reachFor({ allowed }: Pick<Rule, "allowed">, hue: number): FamilyReach {
    return {
      ends: this.reach.ends(allowed),
      mostChroma: (lightness) => this.reach.mostChroma(allowed, hue, lightness),
    };
  }

  /** Undefined where every member takes the tubes that suit it best. */
  private sharedFor(
    rules: readonly Rule[],
    aims: readonly MemberAim[],
    within: number,
  ): readonly number[] | undefined {
    const best = rules.map(({ allowed }, i) =>
      this.reach.nearest(allowed, (aims[i] as MemberAim).lab, (aims[i] as MemberAim).factors),
    );
    const distance = (tubes: readonly number[], row: number): number => {
      const { allowed, required } = rules[row] as Rule;
      const own = tubes.filter((tube) => allowed.includes(tube));
      if (own.length === 0 || required.some((tube) => !own.includes(tube))) return Number.POSITIVE_INFINITY;
      const { lab, factors } = aims[row] as MemberAim;
      // Most sets are tried for a row or two, so that what they do in the row's best mixture is a cheaper start than the
      // nearest of a lattice of their own, and as good. Of a wash it says nothing of how thick it lies.
      const part = own.map((tube) => best[row]?.shares[tube] ?? 0);
      const from = !this.options.wash && sumOf(part) > LEAST_START ? part : undefined;
      return this.mixer.solve(own, lab, factors, required, TO_COMPARE, from).distance;
    };
    const required = [...new Set(rules.flatMap((rule) => rule.required))];
    if (required.length > MOST_SHARED) return undefined;
    // What a row's best mixture holds most of, over all rows.
    const use = this.optics.map((_, place) =>
      Math.max(...best.map(({ shares }) => this.weight(shares, place))),
    );
    const pool = [...this.optics.keys()]
      .filter((place) => rules.some(({ allowed }) => allowed.includes(place)))
      .sort((one, other) => (use[other] ?? 0) - (use[one] ?? 0) || one - other)
      .slice(0, MOST_POOLED)
      .sort((one, other) => one - other);
    // The ends of a string leave fewest sets over.
    const order = [...aims.keys()].sort(
      (one, other) =>
        Math.abs((aims[other] as MemberAim).lab[0] - 50) - Math.abs((aims[one] as MemberAim).lab[0] - 50),
    );
    const allowed = best.map(({ deltaE2000 }, row) => {
      // At the ends the value alone is judged, and finely.
      const slack = (aims[row] as MemberAim).factors === END_FACTORS ? END_SLACK : within;
      return deltaE2000 + slack + ((rules[row] as Rule).required.length > 0 ? WISH_COST : 0);
    });
    const seek = (more: number): readonly number[] | undefined =>
      sharedTubes({
        pool,
        required,
        rows: order,
        distance,
        allowed: allowed.map((most) => most + more),
        mostTubes: Math.min(MOST_SHARED, pool.length + required.length),
      });
    return seek(0) ?? seek(LAST_SLACK);
  }

  /** Share of the colouring that a tube does in a mixture. */
  private weight(shares: readonly number[], place: number): number {
    return (shares[place] ?? 0) * (this.strengths[place] ?? 0);
  }

  /** For a member that goes its own way: the tubes that colour most of its best mixture, and those that it has to hold. */
  private mainTubes({ allowed, required }: Rule, { lab, factors }: MemberAim): readonly number[] {
    const { shares } = this.reach.nearest(allowed, lab, factors);
    const sorted = [...allowed].sort(
      (one, other) => this.weight(shares, other) - this.weight(shares, one) || one - other,
    );
    return [...new Set([...required, ...sorted])].slice(0, MOST_OF_ITS_OWN).sort((one, other) => one - other);
  }

  /** The nearest to an end, of the tubes that colour most of it. */
  private endOf(allowed: readonly number[], { lab, factors }: MemberAim, maxTubes: number): MixedSet {
    const { shares } = this.reach.nearest(allowed, lab, factors);
    const main = [...allowed]
      .sort((one, other) => this.weight(shares, other) - this.weight(shares, one) || one - other)
      .slice(0, maxTubes)
      .sort((one, other) => one - other);
    return this.mixer.solve(main, lab, factors);
  }

  /** All sets of these tubes that the rule allows, solved. */
  private setsFor(
    { required }: Rule,
    usable: readonly number[],
    aim: MemberAim,
    maxTubes: number,
  ): readonly MixedSet[] {
    const held = required.filter((tube) => usable.includes(tube));
    const free = usable.filter((tube) => !held.includes(tube));
    const sets: MixedSet[] = [];
    for (let size = Math.max(1, held.length); size <= maxTubes; size++) {
      const added = size === held.length ? [new Uint8Array()] : subsetsOf(free.length, size - held.length);
      for (const subset of added) {
        const tubes = withPlaces(held, free, subset);
        sets.push(this.mixer.solve(tubes, aim.lab, aim.factors, held, TO_COMPARE));
      }
    }
    return sets;
  }

  private mostVivid(parts: readonly BasePart[]): VividTint {
    return mostVividTint(parts, this.optics.length, this.strengths, (mixed) => this.opaqueLab(mixed));
  }

  private opaqueLab(parts: readonly (readonly [tube: number, volume: number])[]): LabD65 {
    return mixedLab(
      this.opaque,
      parts.map(([tube]) => tube),
      parts.map(([, volume]) => volume),
    );
  }
}
