"use client";

import type { LabD65 } from "../../../core/color/types";
import { additionMeasure } from "../../../domain/hand/measure";
import { labOfAdditions } from "../../../domain/mixture/color";
import { type AskedMixture, mixtureRequest } from "../../../domain/mixture/mixtureRequest";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { isWhiteTube } from "../../../domain/tube/kinds";
import { type Tube } from "../../../domain/tube/tube";
import { WATER } from "../../../domain/tube/water";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import { useSettings } from "../../../kit/studio/useStudio";
import type { PileWays } from "../../../workers/protocol";
import { useHand, usePaint, useStory } from "../bench/contexts";
import { useHandy } from "../bench/useHandy";

export type AskedPile = {
  readonly asked: AskedMixture;
  readonly ways: PileWays;
  /** Of the dry paint. */
  readonly now: LabD65;
  /** Parts of the whole pile, water and all. */
  readonly volume: number;
  /** The tube that a place in an answer names: water comes after the tubes. */
  readonly tubeAt: (place: number) => Tube;
};

/** The pile on the bench and what may be added to it, as questions about it are asked; undefined where it is not known. */
export function useAskedPile(): AskedPile | undefined {
  const { pile } = useStory();
  const { tubeById, ingredients } = usePaint();
  const { forbidden } = useHand();
  const { lightener } = usePaletteMedium();
  const settings = useSettings();
  const contents = pile ? contentsOf(pile) : [];
  const now = labOfAdditions(contents, tubeById);
  const handy = useHandy({ ingredients }, now, forbidden);
  const allowed = handy.filter((tube) => lightener === "white" || !isWhiteTube(tube));
  const asked = mixtureRequest(contents, allowed, tubeById, lightener);
  if (!asked || !now) return undefined;
  const volume = volumeOf(contents);
  return {
    asked,
    now,
    volume,
    tubeAt: (place) => asked.tubes[place] ?? WATER,
    ways: {
      dosing: additionMeasure(settings, asked.tubes, volume),
      whites: asked.tubes.flatMap((tube, place) => (isWhiteTube(tube) ? [place] : [])),
    },
  };
}
