/** Questions about palettes, apart from the worker around them, so that they can be tested without one. */
import { type IntoReach, intoReach } from "../core/aim/intoReach";
import type { LabD65 } from "../core/color/types";
import { layerReflectance } from "../core/mixing/overGround";
import { choosePalettes, type PaletteChoice, type PaletteWishes } from "../core/palette/choosePalette";
import { NearestMixture } from "../core/palette/nearestMixture";
import { NoteMisses } from "../core/palette/noteMisses";
import {
  mixedPartners,
  neutralPartners,
  type Parents,
  rankParents,
  type SecondaryName,
} from "../core/palette/pairs";
import { type PaletteAdvice, paletteAdvice } from "../core/palette/paletteAdvice";
import { pictureCover, type PictureCover } from "../core/palette/pictureCover";
import type { ColorArea } from "../core/picture/colorAreas";
import { reachProfile, type ReachProfile } from "../core/palette/reachProfile";
import { inKey, type KeyMember, type MixedScheme, mixScheme, pileOf } from "../core/palette/scheme";
import { type MixturePath, mixturePath } from "../core/palette/mixturePath";
import { StringPlanner } from "../core/strings/stringPlan";
import type { PlannedString } from "../core/strings/types";
import type { GridRequest } from "../domain/strings/gridQuestion";
import { PaletteReach, type ReachAnswer } from "../core/reach/reach";
import { labFromReflectance } from "../core/spectrum/colorimetry";
import type { OpticalModel } from "../core/spectrum/types";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { WHITE_BENCH } from "../data/testWhite";
import type { Lightening } from "../domain/palette/medium";
import { opticsOf, type SolverTube } from "../domain/tube/solverTube";
import { washOf, washOver } from "../domain/palette/washes";
import { createLayersApi, type LayersApi } from "./layersApi";
import { createPracticeApi, type PracticeApi } from "./practiceApi";

/** Values of the columns in the reach chart, L*. */
export const REACH_LIGHTNESSES = [15, 25, 35, 45, 55, 65, 75, 85, 95] as const;

export type PaletteFacts = {
  readonly profile: ReachProfile;
  /** One for each note: the nearest by value first, and how it is missed. */
  readonly notes: readonly ReachAnswer[];
};

export type PaletteScore = {
  /** ΔE00 of each note from the nearest mixture. */
  readonly misses: readonly number[];
  readonly cover: PictureCover | undefined;
};

/** One tube or two that quiet another. */
export type QuietPartner = {
  readonly tubes: readonly number[];
  /** Shares of the volume: the tube that is quieted, those, white (of washes, water). */
  readonly shares: readonly number[];
  readonly lab: LabD65;
  readonly chroma: number;
};

/** A mixture of less chroma than this counts as quieted, C*ab. */
const QUIET = 5;
/** A second tube has to take away this much more. */
const WORTH_A_TUBE = 1;

export type BoxQuestion = {
  readonly box: readonly SolverTube[];
  readonly notes: readonly LabD65[];
  /** 1 to 4, water not counted. */
  readonly recipeTubes: number;
  readonly lightening: Lightening;
};

export type SchemeAnswer = MixedScheme & {
  /** The members shaded with the palette's black and tinted with its white; undefined where it has none. */
  readonly shaded: readonly (KeyMember | undefined)[] | undefined;
  readonly tinted: readonly (KeyMember | undefined)[] | undefined;
};

export type SchemeQuestion = {
  readonly tubes: readonly SolverTube[];
  /** Places of the black and the white that shade and tint. */
  readonly black: number | undefined;
  readonly white: number | undefined;
  readonly hues: readonly number[];
  readonly lightness: number;
  /** How far the darker and the lighter key lie from it, L*. */
  readonly keyStep: number;
  readonly lightening: Lightening;
};

export type PaletteApi = LayersApi &
  PracticeApi & {
    /** In every question: of washes the tubes are without white, and a place after the last is water. */
    facts: (tubes: readonly SolverTube[], notes: readonly LabD65[], lightening: Lightening) => PaletteFacts;
    score: (
      tubes: readonly SolverTube[],
      notes: readonly LabD65[],
      colors: readonly ColorArea[] | undefined,
      toleranceDeltaE2000: number,
      lightening: Lightening,
    ) => PaletteScore;
    advise: (question: BoxQuestion, palette: readonly number[], offered: readonly number[]) => PaletteAdvice;
    /** Takes seconds; tells the share that is done. */
    choose: (
      question: BoxQuestion,
      wishes: PaletteWishes,
      onProgress: (share: number) => void,
    ) => PaletteChoice;
    partners: (
      tubes: readonly SolverTube[],
      quieted: number,
      lightness: number,
      /** Whites quiet nothing, and nothing quiets them. */
      whites: readonly number[],
      lightening: Lightening,
    ) => readonly QuietPartner[];
    parents: (
      tubes: readonly SolverTube[],
      secondary: SecondaryName,
      lightening: Lightening,
    ) => readonly Parents[];
    scheme: (question: SchemeQuestion) => SchemeAnswer;
    /** Strings on common rows, one after the other; tells the share that is done. */
    strings: (request: GridRequest, onProgress: (share: number) => void) => readonly PlannedString[];
    /** The way between two piles, from one to the other. */
    slide: (tubes: readonly SolverTube[], one: readonly number[], other: readonly number[]) => MixturePath;
    /** All notes moved into what the palette mixes, with their relations kept. */
    intoReach: (tubes: readonly SolverTube[], notes: readonly LabD65[], lightening: Lightening) => IntoReach;
    /** What the nearest mixture of each note becomes when it takes up wet paint from below. */
    overWetGround: (
      tubes: readonly SolverTube[],
      notes: readonly LabD65[],
      ground: SolverTube,
      takenUp: number,
      lightening: Lightening,
    ) => readonly LabD65[];
  };

function nearestOf(tubes: readonly SolverTube[], lightening: Lightening): NearestMixture {
  return new NearestMixture(tubes.map(opticsOf), VIEWING.D65, PAINT_SURFACE, washOf(lightening));
}

function missesOf({ box, notes, recipeTubes, lightening }: BoxQuestion): NoteMisses {
  return new NoteMisses(
    box.map(opticsOf),
    notes,
    recipeTubes,
    VIEWING.D65,
    PAINT_SURFACE,
    washOf(lightening),
  );
}

export function createPaletteApi(): PaletteApi {
  return {
    ...createLayersApi(),
    ...createPracticeApi(),
    facts(tubes, notes, lightening) {
      const reach = new PaletteReach(tubes.map(opticsOf), VIEWING.D65, PAINT_SURFACE, washOf(lightening));
      return {
        profile: reachProfile(nearestOf(tubes, lightening), REACH_LIGHTNESSES),
        notes: notes.map((note) => reach.nearest(note)),
      };
    },
    score(tubes, notes, colors, toleranceDeltaE2000, lightening) {
      const nearest = nearestOf(tubes, lightening);
      return {
        misses: notes.map((note) => nearest.to(note).deltaE2000),
        cover: colors && pictureCover(nearest, colors, toleranceDeltaE2000),
      };
    },
    advise: (question, palette, offered) => paletteAdvice(missesOf(question), palette, offered),
    choose(question, wishes, onProgress) {
      const choice = choosePalettes(missesOf(question), wishes, (share) => {
        onProgress(share);
        return true;
      });
      // Only a refused progress gives up, and this one never refuses.
      if (!choice) throw new Error("The choice was given up");
      return choice;
    },
    partners(tubes, quieted, lightness, whites, lightening) {
      if (whites.includes(quieted)) return [];
      const optics = tubes.map(opticsOf);
      const wash = washOf(lightening);
      const singles = neutralPartners(optics, quieted, lightness, WHITE_BENCH, wash)
        .filter(({ tube }) => !whites.includes(tube))
        .map(({ tube, ...partner }): QuietPartner => ({ ...partner, tubes: [tube] }));
      // Where one tube is an opposite, two are no better; where none is, two make one.
      const left = singles[0]?.chroma ?? Number.POSITIVE_INFINITY;
      if (left <= QUIET) return singles;
      const colours = [...optics.keys()].filter((place) => !whites.includes(place));
      const pairs = mixedPartners(optics, quieted, colours, lightness, WHITE_BENCH, wash);
      return [...singles, ...pairs.filter(({ chroma }) => chroma < left - WORTH_A_TUBE)].sort(
        (one, other) => one.chroma - other.chroma,
      );
    },
    parents: (tubes, secondary, lightening) =>
      rankParents(tubes.map(opticsOf), secondary, WHITE_BENCH, washOf(lightening)),
    intoReach: (tubes, notes, lightening) => intoReach(nearestOf(tubes, lightening), notes),
    overWetGround(tubes, notes, ground, takenUp, lightening) {
      const nearest = nearestOf(tubes, lightening);
      const optics = tubes.map(opticsOf);
      const below = [{ optics: opticsOf(ground), volume: 1 }];
      return notes.map((note) => {
        const layer = [{ optics: pileOf(optics, nearest.to(note).shares).optics, volume: 1 }];
        const seen = layerReflectance(layer, { state: "wet", paint: below, takenUp }, PAINT_SURFACE);
        return labFromReflectance(seen, VIEWING.D65);
      });
    },
    strings({ tubes, strings, paper }, onProgress) {
      const palette = tubes.map((tube) => ({ optics: opticsOf(tube), isBlack: tube.isBlack }));
      const planners = new Map<boolean, StringPlanner>();
      const wash = washOver(paper);
      const plannerFor = (asWash: boolean): StringPlanner => {
        const known = planners.get(asWash);
        if (known) return known;
        const planner = new StringPlanner(palette, {
          bench: WHITE_BENCH,
          ...(asWash && { wash }),
        });
        planners.set(asWash, planner);
        return planner;
      };
      return strings.map(({ question, hands, asWash }, i) => {
        const planned = plannerFor(asWash).plan(question, hands);
        onProgress((i + 1) / strings.length);
        return planned;
      });
    },
    slide(tubes, one, other) {
      const optics = tubes.map(opticsOf);
      return mixturePath(pileOf(optics, one).optics, pileOf(optics, other).optics, WHITE_BENCH);
    },
    scheme({ tubes, black, white, hues, lightness, keyStep, lightening }) {
      const wash = washOf(lightening);
      const optics = tubes.map(opticsOf);
      const bright = black === undefined ? optics : optics.filter((_, place) => place !== black);
      const palette = new NearestMixture(bright, VIEWING.D65, PAINT_SURFACE, wash);
      const mixed = mixScheme(palette, bright, hues, lightness, WHITE_BENCH, wash);
      const opticsAt = (place: number | undefined) => (place === undefined ? undefined : optics[place]);
      const keyOf = (added: OpticalModel | "water" | undefined, aim: number) => {
        return (
          added &&
          mixed.members.map(
            ({ color }) => color && inKey(pileOf(bright, color.shares), added, aim, WHITE_BENCH, wash),
          )
        );
      };
      return {
        ...mixed,
        members: mixed.members.map((member) => ({
          ...member,
          color: member.color && {
            ...member.color,
            shares: withPlace(member.color.shares, black),
          },
        })),
        shaded: keyOf(opticsAt(black), lightness - keyStep),
        tinted: keyOf(wash ? "water" : opticsAt(white), lightness + keyStep),
      };
    },
  };
}

/** Shares over all tubes again: none of the black that was left out. */
function withPlace(shares: readonly number[], leftOut: number | undefined): readonly number[] {
  return leftOut === undefined ? shares : [...shares.slice(0, leftOut), 0, ...shares.slice(leftOut)];
}
