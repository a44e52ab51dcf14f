/**
 * From a palette of tubes to recipes in amounts that can be laid down: the whole first answer in one call.
 * Every mixture that the search found is laid down first; answers are chosen, ordered and labelled on what the hand
 * lays, since rounding can make a plain recipe of the closest one.
 */
import { type Dosing, type DosingChoice, dosingOf } from "../amounts/dosing";
import { type LaidDown, laying, type Laying } from "../amounts/layDown";
import { type DilutedRecipe, preDiluted } from "../amounts/preDilution";
import { deltaE2000 } from "../color/ciede2000";
import type { ColorModel } from "../mixing/colorModel";
import { FilmEvaluator } from "../mixing/filmEvaluator";
import { opaqueModel } from "../mixing/opaqueModel";
import type { SurfaceConstants } from "../mixing/saunderson";
import { num, sumOf } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { NumberRow, OpticalModel, Reflectance } from "../spectrum/types";
import { type Answer, chooseAnswers, orderOf, OTHER_TUBES_COST, recipeOf } from "./answers";
import { type Candidate, GLANCE, isAllowed, mixedCandidate } from "./candidates";
import { type FoundCandidates, HAND_MISS, recipeSearch } from "./search";
import { tubeTraits } from "./tubeTraits";
import type { Recipe, RecipeQuery } from "./types";

export type PaletteTube = {
  readonly optics: OpticalModel;
  readonly isBlack: boolean;
};

/** How the paint is used. */
export type Medium =
  | { readonly kind: "opaque" }
  /** Thinned paint over a ground: the ground is the white, so whites stay out unless they are asked for. */
  | {
      readonly kind: "film";
      readonly ground: Reflectance;
      /** Dry thickness of one undiluted layer, 1 where titanium white has S·X = 1 at 550 nm. */
      readonly undilutedThickness: number;
      readonly allowWhite: boolean;
    }
  /** Opaque paint that is seen in another way than bare, such as under a glaze; the aim is what is seen then. */
  | {
      readonly kind: "under";
      readonly modelOf: (
        tubes: readonly OpticalModel[],
        view: ViewingWeights,
        surface: SurfaceConstants,
      ) => ColorModel;
    };

export type PaintedRecipe = Recipe & {
  /** What a hand lays down, and what that gives; volumes in the order of the recipe. Reasons speak of this. */
  readonly laidDown: LaidDown;
  /** When an amount is below the smallest dose at that size of pile: what to thin first. */
  readonly diluted: DilutedRecipe | undefined;
  /** Of a film: volumes of water or medium to one volume of paint. */
  readonly thinning: number | undefined;
};

/** Where the tubes reach a colour and the hand does not: its smallest amounts are too big for this pile. */
export type HandLimit = {
  /** Misses of the best exact mixture and of the best that can be laid down, ΔE00. */
  readonly exactDeltaE2000: number;
  readonly laidDeltaE2000: number;
  /** The smallest pile in which the same hand comes close; undefined when none of a reasonable size does. */
  readonly largerPile: LaidDown | undefined;
};

export type PaletteAnswer = {
  readonly recipes: readonly PaintedRecipe[];
  /** Undefined where the hand comes as close as the tubes, or the tubes do not reach it either. */
  readonly handLimit: HandLimit | undefined;
  readonly subsetsTried: number;
  readonly evaluations: number;
};

const OPAQUE: Medium = { kind: "opaque" };
/** Within this ΔE00 a colour counts as reached. */
const REACHED = 1;
/** What rounding to the hand may cost before it is worth a word, ΔE00. */
const HAND_COST = 0.5;

/** A larger pile is offered as the closest when it is closer by more than this, ΔE00. */
const WORTH_PAINT = 0.15;
/** So many mixtures are laid without thrift: the nearest exact ones. */
const MOST_LAVISH = 5;

/** A mixture as it is laid down, with the exact one that it came from. */
type LaidCandidate = Candidate & { readonly exact: Candidate; readonly laying: Laying };

/** Parts of the pile that are tried where a small one does not do. */
const LARGER_PARTS = [8, 12, 16, 24, 32, 48, 64, 96, 128] as const;
const LARGER_DROPS = [48, 96, 192] as const;
const LARGER_TIMES = [2, 4, 8, 16] as const;

/** The same measure for larger piles, smallest first; none where the measure is a share of the pile. */
function largerPiles(choice: DosingChoice): readonly DosingChoice[] {
  switch (choice.unit) {
    case "parts": {
      const least = choice.wantedParts ?? 0;
      return LARGER_PARTS.filter((parts) => parts > least).map((wantedParts) => ({ ...choice, wantedParts }));
    }
    case "drops":
      return LARGER_DROPS.filter((drops) => drops > choice.mostDrops).map((mostDrops) => ({
        ...choice,
        mostDrops,
      }));
    case "millilitres":
    case "grams":
      return LARGER_TIMES.map((times) => ({ ...choice, wantedMl: choice.wantedMl * times }));
    case "percent":
      return [];
  }
}

/** Holds what a palette's searches share, so that the next target costs only its own search. */
export type PaletteMixer = {
  readonly recipesFor: (query: RecipeQuery, choice: DosingChoice) => PaletteAnswer;
};

export function paletteMixer(
  tubes: readonly PaletteTube[],
  view: ViewingWeights,
  surface: SurfaceConstants,
  medium: Medium = OPAQUE,
): PaletteMixer {
  const optics = tubes.map((tube) => tube.optics);
  const isBlack = tubes.map((tube) => tube.isBlack);
  const opaque = opaqueModel(optics, view, surface);
  const film = medium.kind === "film" ? medium : undefined;
  const mixer = film
    ? new FilmEvaluator(optics, view, surface, film.ground)
    : medium.kind === "under"
      ? medium.modelOf(optics, view, surface)
      : opaque;
  const { traits, candidates: candidatesOf } = recipeSearch(mixer, isBlack);
  /** Of each tube the first one that holds the very same paint. */
  const twins = twinsOf(optics);
  const whites = tubeTraits(opaque, isBlack).flatMap(({ isWhite }, tube) => (isWhite ? [tube] : []));

  /**
   * Two tubes of one paint are one ingredient: a mixture of both says nothing that one does not. The first that may be used
   * stands for all, unless another is asked for or the amounts of each are limited.
   */
  const withoutTwins = (query: RecipeQuery): RecipeQuery => {
    const { forbidden = [], required = [], mostShare } = query;
    if (mostShare || twins.every((first, tube) => first === tube)) return query;
    const isUsable = (tube: number): boolean => !forbidden.includes(tube);
    const doubles = twins.flatMap((paint, tube) => {
      const same = twins.flatMap((other, place) => (other === paint && isUsable(place) ? [place] : []));
      const stands = same.find((place) => required.includes(place)) ?? same[0];
      return tube === stands || required.includes(tube) ? [] : [tube];
    });
    return { ...query, forbidden: [...new Set([...forbidden, ...doubles])] };
  };

  const asked = (given: RecipeQuery): RecipeQuery => {
    const query = withoutTwins(given);
    if (!film) return query;
    return {
      ...query,
      forbidden: [...(query.forbidden ?? []), ...(film.allowWhite ? [] : whites)],
      thickestFilm: Math.min(query.thickestFilm ?? Number.POSITIVE_INFINITY, film.undilutedThickness),
    };
  };

  const lay = (exact: Candidate, query: RecipeQuery, dosing: Dosing): LaidCandidate => {
    const { tubes, volumes } = exact;
    const total = sumOf(volumes);
    const laid = laying(
      mixer,
      tubes,
      volumes.map((volume) => volume / total),
      query.target,
      dosing,
      film && { thickness: total, undiluted: film.undilutedThickness },
      {
        factors: query.factors,
        ...(query.mostShare && { mostShare: tubes.map((tube) => query.mostShare?.[tube] ?? 1) }),
      },
    );
    const scale = (laid.filmThickness ?? 1) / laid.totalVolume;
    const volumesLaid = laid.volumes.map((volume) => volume * scale);
    return Object.assign(mixedCandidate(tubes, volumesLaid, mixer, query), { exact, laying: laid });
  };

  /** Thrifty piles, and the closest at any size where that is worth the paint. */
  const answersFrom = (
    near: readonly Candidate[],
    all: FoundCandidates["all"],
    query: RecipeQuery,
    dosing: Dosing,
  ): readonly Answer<LaidCandidate>[] => {
    const thrifty = new Map<Candidate, LaidCandidate>();
    let candidates = near;
    let nearest = Number.POSITIVE_INFINITY;
    // Rounding brings hardly any mixture closer, so what is further off than this from the nearest is not laid.
    const layWithin = (deltaE: number): void => {
      for (const candidate of candidates) {
        if (candidate.distance > nearest + deltaE) break;
        if (thrifty.has(candidate)) continue;
        const laid = lay(candidate, query, dosing);
        thrifty.set(candidate, laid);
        if (isAllowed(laid, query)) nearest = Math.min(nearest, laid.distance);
      }
    };
    layWithin(query.toleranceDeltaE2000);
    // A hand that misses the nearest by more finds others that are as near.
    if (nearest > num(candidates[0]?.distance) + HAND_MISS) {
      candidates = all();
      layWithin(query.toleranceDeltaE2000);
    }
    const lavish = candidates
      .filter(({ distance }) => distance < nearest - WORTH_PAINT)
      .slice(0, MOST_LAVISH)
      .map((candidate) => lay(candidate, query, { ...dosing, deltaEPerUnit: 0 }));
    const worthPaint = lavish.filter(({ distance }) => distance < nearest - WORTH_PAINT);
    const nearestOfAll = Math.min(
      nearest,
      ...lavish.filter((one) => isAllowed(one, query)).map(({ distance }) => distance),
    );
    const choose = (): Answer<LaidCandidate>[] =>
      chooseAnswers([...thrifty.values(), ...worthPaint], query, traits, GLANCE, nearestOfAll);
    const answers = choose();
    const isBlackFree = ({ candidate }: Answer<LaidCandidate>): boolean =>
      candidate.tubes.every((tube) => traits[tube]?.isBlack !== true);
    const isClose = ({ candidate }: Answer<LaidCandidate>): boolean =>
      candidate.distance <= nearest + query.toleranceDeltaE2000;
    // What is further off than the tolerance is only offered as other tubes, or as what does without black.
    if (
      answers.length >= Math.min(2, query.maxAnswers) &&
      answers.some(isBlackFree) &&
      answers.every(isClose)
    )
      return answers;
    candidates = all();
    layWithin(OTHER_TUBES_COST);
    return choose();
  };

  const paintedFrom = (
    { candidate, reasons }: Answer<LaidCandidate>,
    { target }: RecipeQuery,
    dosing: Dosing,
  ): PaintedRecipe => {
    const { exact, laying: laid } = candidate;
    const laidDown = laid.told();
    const order = orderOf(candidate);
    const inOrder = (values: readonly number[]): number[] => order.map((place) => num(values[place]));
    const recipe = recipeOf(exact, order, reasons, !mixer.isScaleFree);
    return {
      ...recipe,
      dosingShift: inOrder(candidate.dosingShifts()),
      laidDown: { ...laidDown, volumes: inOrder(laidDown.volumes) },
      diluted: mixer.isScaleFree
        ? preDiluted(
            mixer,
            recipe.parts.map(({ tube }) => tube),
            recipe.parts.map(({ share }) => share * laidDown.totalVolume),
            target,
            dosing,
          )
        : undefined,
      thinning:
        film && recipe.filmThickness !== undefined
          ? film.undilutedThickness / recipe.filmThickness - 1
          : undefined,
    };
  };

  const handLimitOf = (
    closest: Candidate | undefined,
    answers: readonly Answer<LaidCandidate>[],
    query: RecipeQuery,
    choice: DosingChoice,
  ): HandLimit | undefined => {
    if (!closest || answers.length === 0) return undefined;
    const missOf = ({ lab }: Candidate): number => deltaE2000(query.target, lab);
    const exactMiss = missOf(closest);
    const laidMiss = Math.min(...answers.map(({ candidate }) => missOf(candidate)));
    if (exactMiss > REACHED || laidMiss <= Math.max(REACHED, exactMiss + HAND_COST)) return undefined;
    const larger = largerPiles(choice)
      .map((pile) => lay(closest, query, dosingOf(pile)).laying.told())
      .find((laidDown) => laidDown.deltaE2000 <= Math.max(REACHED, exactMiss + HAND_COST));
    return { exactDeltaE2000: exactMiss, laidDeltaE2000: laidMiss, largerPile: larger };
  };

  return {
    recipesFor: (query, choice) => {
      const dosing = dosingOf(choice);
      const question = asked(query);
      const { near, all, effort } = candidatesOf(question);
      const nearest = near();
      const found = answersFrom(nearest, all, question, dosing);
      return {
        recipes: found.map((answer) => paintedFrom(answer, question, dosing)),
        handLimit: handLimitOf(nearest[0], found, question, choice),
        ...effort(),
      };
    },
  };
}

function twinsOf(optics: readonly OpticalModel[]): readonly number[] {
  return optics.map((one) => optics.findIndex((other) => isSamePaint(one, other)));
}

function isSamePaint(one: OpticalModel, other: OpticalModel): boolean {
  return (
    one === other ||
    (isSameRow(one.absorption, other.absorption) &&
      isSameRow(one.scattering, other.scattering) &&
      one.surface?.k1 === other.surface?.k1 &&
      one.surface?.k2 === other.surface?.k2)
  );
}

function isSameRow(one: NumberRow, other: NumberRow): boolean {
  return one.length === other.length && Array.from(one).every((value, band) => value === other[band]);
}
