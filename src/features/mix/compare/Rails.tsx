"use client";

/** The three questions below target and pile: value, chroma and hue, in the school's order. */
import type { ReactNode } from "react";
import { lchFromLab } from "../../../core/color/cieLab";
import { differenceWords, threeWayDifference } from "../../../core/describe/difference";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import { type Axis, axesOf } from "../../../domain/school/school";
import { surenessOf } from "../../../domain/match/purpose";
import { useSettings } from "../../../kit/studio/useStudio";
import { Rail } from "../../../ui/Rail";
import { WordLink } from "../../../kit/words/WordLink";
import { deltaEText, seenWords } from "../../../words/colors";
import { useAim, useHand, useOffers, usePaint, useStory } from "../bench/contexts";
import { missWhenDry } from "../bench/missWhenDry";
import type { Shown } from "../bench/contexts";
import { spreadOf } from "../recipe/RecipeAdvice";

/** How far the rails reach either way: two steps of value, and as much in chroma and hue. */
const RAIL_STEPS = 2;
const RAIL_CHROMA = 24;

export function Rails({ shown }: { shown: Shown }) {
  const aimed = useAim();
  const { note, aim, tolerance } = aimed;
  const { chosen } = useOffers();
  const { pile } = useStory();
  const paint = usePaint();
  const { setDraft } = useHand();
  const settings = useSettings();
  const difference = threeWayDifference(aim, shown.lab);
  const words = differenceWords(aim, shown.lab, tolerance, settings.scale);
  const draft = {
    deltaLightness: difference.deltaLightness,
    deltaChroma: difference.deltaChroma,
    deltaHue: difference.deltaHue,
  };
  const isDisabled = !pile;
  const miss = missWhenDry(aimed, paint, shown.lab);
  const sureWithin = surenessOf(note.purpose ?? "family", tolerance);
  const isSure =
    sureWithin === undefined || Math.hypot(miss, Math.SQRT2 * (shown.doubtDeltaE2000 ?? 0)) <= sureWithin;
  // What is predicted may lie this far off; in chroma and hue a difference counts less the brighter it is.
  const spread = shown.from === "recipe" && chosen ? spreadOf(chosen, paint.tubeById) : undefined;
  const [, chroma] = lchFromLab(aim);
  const rails: Readonly<Record<Axis, ReactNode>> = {
    value: (
      <Rail
        key="value"
        name="Value of the pile against the target"
        low="darker"
        high="lighter"
        words={words.value}
        value={draft.deltaLightness}
        range={RAIL_STEPS * lightnessPerStep(settings.scale)}
        step={lightnessPerStep(settings.scale) / 20}
        tolerance={tolerance.lightness}
        spread={spread}
        isDisabled={isDisabled}
        onChange={(deltaLightness) => {
          setDraft({ ...draft, deltaLightness });
        }}
      />
    ),
    chroma: (
      <Rail
        key="chroma"
        name="Brightness of the pile against the target"
        low="duller"
        high="brighter"
        words={words.chroma}
        value={draft.deltaChroma}
        range={RAIL_CHROMA}
        step={0.5}
        tolerance={tolerance.chroma}
        spread={spread && spread * (1 + CHROMA_WEIGHT * chroma)}
        isDisabled={isDisabled}
        onChange={(deltaChroma) => {
          setDraft({ ...draft, deltaChroma });
        }}
      />
    ),
    hue: (
      <Rail
        key="hue"
        name="Hue of the pile against the target"
        low={`towards ${difference.hueDown}`}
        high={`towards ${difference.hueUp}`}
        words={words.hue}
        value={draft.deltaHue}
        range={RAIL_CHROMA}
        step={0.5}
        tolerance={tolerance.hue}
        spread={spread && spread * (1 + HUE_WEIGHT * chroma)}
        isDisabled={isDisabled}
        onChange={(deltaHue) => {
          setDraft({ ...draft, deltaHue });
        }}
      />
    ),
  };
  return (
    <div className="mt-1 flex flex-col">
      {axesOf(settings.school).map((axis) => rails[axis])}
      <p className="text-muted">
        <WordLink word="ΔE">{deltaEText(miss)}</WordLink>
        {shown.doubtDeltaE2000 === undefined ? "" : ` ± ${shown.doubtDeltaE2000.toFixed(1)}`},{" "}
        {seenWords(miss)}: {verdictWords(words.isMatch, isSure, shown.from === "kept")}
        {shown.from === "kept"
          ? "."
          : isDisabled
            ? ", predicted."
            : ", wet. Move a marker to where yours lies."}
      </p>
    </div>
  );
}

/** What is kept has no "yet": the painter's eye was the judge. */
function verdictWords(isMatch: boolean, isSure: boolean, isKept: boolean): string {
  if (!isMatch) return isKept ? "further off than was asked for, and kept" : "not close enough yet";
  return isSure ? "close enough for what it is for" : "it seems close enough, one more look makes sure";
}

/** Of CIEDE2000, how much a unit of chroma and of hue loses weight per unit of chroma. */
const CHROMA_WEIGHT = 0.045;
const HUE_WEIGHT = 0.015;
