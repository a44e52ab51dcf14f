"use client";

import { differenceWords, missWords, threeWayDifference } from "../../../core/describe/difference";
import { shifted } from "../../../domain/note/relation";
import { labFromStored } from "../../../domain/reading/storedColor";
import { useSettings } from "../../../kit/studio/useStudio";
import { describeLab } from "../../../words/colors";
import { useAim, usePaint } from "../bench/contexts";

/** Less than this is not worth a word: L* and C*ab that paint moves while it dries. */
const WORTH_SAYING = 0.3;

/** Any shift of the aim is worth its words. */
const AS_SEEN = { lightness: 0.3, chroma: 0.3, hue: 0.3 };

/** That the wet pile has to look other than the dry paint, and how that is known. */
export function WetAim() {
  const { note, target, aim, shift, intoWet } = useAim();
  const { drying } = usePaint();
  const settings = useSettings();
  if (intoWet && note.ground)
    return (
      <p className="mt-1 border-l-4 border-ink pl-3 leading-snug">
        Aimed for wet paint below: with {Math.round(100 * (note.ground.pickedUpShare ?? 0))} % of{" "}
        {note.ground.name} in it, it turns to the note’s own colour.
        {intoWet.isSoiled
          ? " That is more than this colour bears: it will be soiled. Let the ground dry, or take up less."
          : ""}
      </p>
    );
  if (Math.hypot(...shift) >= WORTH_SAYING)
    return (
      <p className="mt-1 border-l-4 border-ink pl-3 leading-snug">
        Aimed to look right beside its neighbours: they came out{" "}
        {missWords(
          differenceWords(
            labFromStored(note.target),
            shifted(labFromStored(note.target), shift),
            AS_SEEN,
            settings.scale,
          ),
        ).join(", ") || "a little off"}
        , and the aim goes along.
      </p>
    );
  if (!drying || note.film === "wet") return null;
  const { deltaLightness, deltaChroma } = threeWayDifference(aim, target);
  const moves = [
    Math.abs(deltaLightness) >= WORTH_SAYING
      ? `${Math.abs(deltaLightness).toFixed(1)} L* ${deltaLightness > 0 ? "lighter" : "darker"}`
      : "",
    Math.abs(deltaChroma) >= WORTH_SAYING
      ? `${Math.abs(deltaChroma).toFixed(1)} C* ${deltaChroma > 0 ? "brighter" : "duller"}`
      : "",
  ].filter((words) => words !== "");
  if (moves.length === 0) return null;
  const { pairCount } = drying.model;
  return (
    <p className="mt-1 border-l-4 border-ink pl-3 leading-snug">
      Shown wet: this {drying.kind.medium} dries about {moves.join(" and ")}, to{" "}
      {describeLab(target, settings).sentence}.{" "}
      <span className="text-muted">
        {pairCount > 0
          ? `Learned from ${pairCount} of your own piles, read wet and dry.`
          : "What is usual; read a pile wet and dry, and it becomes your own."}
      </span>
    </p>
  );
}
