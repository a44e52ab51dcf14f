/** Questions about palettes, apart from the worker around them, so that they can be tested without one. */
import { type IntoReach, intoReach } from "../core/aim/intoReach";
import type { LabD65 } from "../core/color/types";
import { layerReflectance } from "../core/mixing/overGround";
import { choosePalettes, type PaletteChoice, type PaletteWishes } from "../core/palette/choosePalette";
import { NearestMixture } from "../core/palette/nearestMixture";
import { NoteMisses } from "../core/palette/noteMisses";
import {
  neutralPartners,
  type Parents,
  type Partner,
  rankParents,
  type SecondaryName,
} from "../core/palette/pairs";
import { type PaletteAdvice, paletteAdvice } from "../core/palette/paletteAdvice";
import { pictureCover, type PictureCover } from "../core/palette/pictureCover";
import type { ColorArea } from "../core/picture/colorAreas";
import { reachProfile, type ReachProfile } from "../core/palette/reachProfile";
import { inKey, type KeyMember, type MixedScheme, mixScheme, pileOf } from "../core/palette/scheme";
import { PaletteReach, type ReachAnswer } from "../core/reach/reach";
import { labFromReflectance } from "../core/spectrum/colorimetry";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { WHITE_BENCH } from "../data/testWhite";
import { opticsOf, type SolverTube } from "../domain/tube/solverTube";

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

export type BoxQuestion = {
  readonly box: readonly SolverTube[];
  readonly notes: readonly LabD65[];
  /** 1 to 4. */
  readonly recipeTubes: number;
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
};

export type PaletteApi = {
  facts: (tubes: readonly SolverTube[], notes: readonly LabD65[]) => PaletteFacts;
  score: (
    tubes: readonly SolverTube[],
    notes: readonly LabD65[],
    colors: readonly ColorArea[] | undefined,
    toleranceDeltaE2000: number,
  ) => PaletteScore;
  advise: (question: BoxQuestion, palette: readonly number[], offered: readonly number[]) => PaletteAdvice;
  /** Takes seconds; tells the share that is done. */
  choose: (
    question: BoxQuestion,
    wishes: PaletteWishes,
    onProgress: (share: number) => void,
  ) => PaletteChoice;
  partners: (tubes: readonly SolverTube[], quieted: number, lightness: number) => readonly Partner[];
  parents: (tubes: readonly SolverTube[], secondary: SecondaryName) => readonly Parents[];
  scheme: (question: SchemeQuestion) => SchemeAnswer;
  /** All notes moved into what the palette mixes, with their relations kept. */
  intoReach: (tubes: readonly SolverTube[], notes: readonly LabD65[]) => IntoReach;
  /** What the nearest mixture of each note becomes when it takes up wet paint from below. */
  overWetGround: (
    tubes: readonly SolverTube[],
    notes: readonly LabD65[],
    ground: SolverTube,
    takenUp: number,
  ) => readonly LabD65[];
};

function nearestOf(tubes: readonly SolverTube[]): NearestMixture {
  return new NearestMixture(tubes.map(opticsOf), VIEWING.D65, PAINT_SURFACE);
}

function missesOf({ box, notes, recipeTubes }: BoxQuestion): NoteMisses {
  return new NoteMisses(box.map(opticsOf), notes, recipeTubes, VIEWING.D65, PAINT_SURFACE);
}

export function createPaletteApi(): PaletteApi {
  return {
    facts(tubes, notes) {
      const reach = new PaletteReach(tubes.map(opticsOf), VIEWING.D65, PAINT_SURFACE);
      return {
        profile: reachProfile(nearestOf(tubes), REACH_LIGHTNESSES),
        notes: notes.map((note) => reach.nearest(note)),
      };
    },
    score(tubes, notes, colors, toleranceDeltaE2000) {
      const nearest = nearestOf(tubes);
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
    partners: (tubes, quieted, lightness) =>
      neutralPartners(tubes.map(opticsOf), quieted, lightness, WHITE_BENCH),
    parents: (tubes, secondary) => rankParents(tubes.map(opticsOf), secondary, WHITE_BENCH),
    intoReach: (tubes, notes) => intoReach(nearestOf(tubes), notes),
    overWetGround(tubes, notes, ground, takenUp) {
      const nearest = nearestOf(tubes);
      const optics = tubes.map(opticsOf);
      const below = [{ optics: opticsOf(ground), volume: 1 }];
      return notes.map((note) => {
        const layer = [{ optics: pileOf(optics, nearest.to(note).shares), volume: 1 }];
        const seen = layerReflectance(layer, { state: "wet", paint: below, takenUp }, PAINT_SURFACE);
        return labFromReflectance(seen, VIEWING.D65);
      });
    },
    scheme({ tubes, black, white, hues, lightness, keyStep }) {
      const optics = tubes.map(opticsOf);
      const bright = black === undefined ? optics : optics.filter((_, place) => place !== black);
      const palette = new NearestMixture(bright, VIEWING.D65, PAINT_SURFACE);
      const mixed = mixScheme(palette, bright, hues, lightness, WHITE_BENCH);
      const keyOf = (place: number | undefined, aim: number) => {
        const added = place === undefined ? undefined : optics[place];
        return (
          added &&
          mixed.members.map(
            ({ color }) => color && inKey(pileOf(bright, color.shares), added, aim, WHITE_BENCH),
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
        shaded: keyOf(black, lightness - keyStep),
        tinted: keyOf(white, lightness + keyStep),
      };
    },
  };
}

/** Shares over all tubes again: none of the black that was left out. */
function withPlace(shares: readonly number[], leftOut: number | undefined): readonly number[] {
  return leftOut === undefined ? shares : [...shares.slice(0, leftOut), 0, ...shares.slice(leftOut)];
}
