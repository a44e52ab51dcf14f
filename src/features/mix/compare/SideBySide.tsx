"use client";

/** The pile, what was tried of it and set aside, and the trial in hand, beside each other with the target. */
import { useMemo } from "react";
import { labOfAdditions } from "../../../domain/mixture/color";
import { believedTubes } from "../../../domain/pile/belief";
import { contentsOf } from "../../../domain/pile/contents";
import { currentReading } from "../../../domain/pile/evidence";
import type { Pile } from "../../../domain/pile/pile";
import { useBeliefs } from "../../../kit/paint/useBeliefs";
import { shownOf } from "../../../kit/query/useTask";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { Patch } from "../../../ui/Patch";
import { useTubesOf } from "../../../kit/paint/useTubesOf";
import { deltaEText, describeLab } from "../../../words/colors";
import { doseWords } from "../../../words/doses";
import { useAimIfAny, usePaint, useStory } from "../bench/contexts";
import { missWhenDry } from "../bench/missWhenDry";

/** More than these no eye holds beside each other. */
const MOST_SHOWN = 5;

export function SideBySide() {
  const { history, pile: current, isSample } = useStory();
  const paint = usePaint();
  const { leftovers, wetOf } = paint;
  const tubesOf = useTubesOf();
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const aimed = useAimIfAny();
  const piles = useMemo(() => trialsBesideEachOther(history.piles, current), [history.piles, current]);
  const beliefs = shownOf(useBeliefs(piles, leftovers, tubesOf).task);
  if (piles.length < 2) return null;
  return (
    <section aria-labelledby="side-by-side" className="mb-4">
      <h2 id="side-by-side" className="font-bold">
        Side by side
      </h2>
      <ol className="mt-1 flex gap-3 overflow-x-auto pb-2">
        {piles.map((pile) => {
          const contents = contentsOf(pile);
          const lab = pile.isStreaky
            ? undefined
            : labOfAdditions(contents, believedTubes(tubesOf(pile), beliefs?.get(pile.id)));
          const wet = lab && wetOf(lab);
          const isRead = currentReading(pile, history.readings) !== undefined;
          const name = nameOf(pile, current, isSample);
          return (
            <li key={pile.id} className="w-40 shrink-0 text-sm leading-snug">
              <div className="flex h-20">
                {aimed ? <Patch lab={aimed.aim} className="flex-1" /> : null}
                {wet ? (
                  <Patch
                    lab={wet}
                    label={`${name}, ${isRead ? "as believed" : "predicted"}: ${describeLab(wet, settings).sentence}`}
                    className="flex-1"
                  />
                ) : (
                  <span className="flex-1 border-2 border-dashed border-edge" />
                )}
              </div>
              <p>
                <span className="font-semibold">{name}</span>{" "}
                {wet && aimed ? (
                  <span className="font-semibold">{deltaEText(missWhenDry(aimed, paint, wet))}</span>
                ) : null}{" "}
                <span className="text-muted">{isRead ? "as believed" : "not read"}</span>
              </p>
              <p className="text-muted">{doseWords(contents, tubeById, settings).join(", ")}</p>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** The original first, then what was set aside, the newest trial last. */
function trialsBesideEachOther(piles: readonly Pile[], current: Pile | undefined): readonly Pile[] {
  const original = current?.side ? piles.find(({ id }) => id === current.side?.of) : current;
  const aside = piles.filter(({ id, state }) => state === "set-aside" && id !== original?.id);
  const trial = current?.side ? [current] : [];
  const room = MOST_SHOWN - trial.length - (original ? 1 : 0);
  return [...(original ? [original] : []), ...aside.slice(-room), ...trial];
}

function nameOf(pile: Pile, current: Pile | undefined, isSample: boolean): string {
  if (pile.id === current?.id) return isSample ? "The trial" : "The pile";
  if (pile.id === current?.side?.of) return "The pile";
  return pile.side ? "Tried before" : "Set aside";
}
