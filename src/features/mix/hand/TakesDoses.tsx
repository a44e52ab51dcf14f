"use client";

import { useEffect, useEffectEvent } from "react";
import { amountsByHand } from "../../../domain/hand/handAmounts";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { type Tube } from "../../../domain/tube/tube";
import { WATER } from "../../../domain/tube/water";
import { takeDoses } from "../../../kit/hand/doseTaker";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import { useSettings } from "../../../kit/studio/useStudio";
import { handWords } from "../../../words/doses";
import { useDeeds, usePaint, useStory } from "../bench/contexts";

/** While it is drawn, what is tapped on the board goes into the pile that lies on this bench. */
export function TakesDoses() {
  const { pile, isSample } = useStory();
  const { ingredients } = usePaint();
  const { lay } = useDeeds();
  const { medium } = usePaletteMedium();
  const settings = useSettings();
  const into = isSample ? "the sample" : "the pile";
  const layNow = useEffectEvent((tubeId: string, parts: number) => {
    lay([{ tubeId, parts }], false, false);
  });
  const wholeParts = volumeOf(pile ? contentsOf(pile) : []);
  useEffect(() => {
    const water = medium === "oil" ? [] : [{ tube: WATER, detail: "" }];
    return takeDoses({
      into,
      extras: [...water, ...ingredients.map(({ tube }) => ({ tube, detail: "pile" }))],
      amountsOf: (tube: Tube) =>
        amountsByHand(settings, tube, wholeParts)
          .filter(
            (parts) => parts <= (ingredients.find((one) => one.tube.id === tube.id)?.leftParts ?? parts),
          )
          .map((parts) => ({ parts, words: handWords(parts, settings, { tube, wholeParts }) })),
      lay: (tubeId, parts) => {
        layNow(tubeId, parts);
      },
    });
  }, [into, ingredients, medium, settings, wholeParts]);
  return null;
}
