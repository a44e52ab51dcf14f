"use client";

/** Every turn of the pile in a row: what was added, how it looked, and how far off it was. */
import { deltaE2000 } from "../../../core/color/ciede2000";
import { labFromStored } from "../../../domain/reading/storedColor";
import { Patch } from "../../../ui/Patch";
import { labOfAdditions } from "../../../domain/mixture/color";
import { useSettings } from "../../../kit/studio/useStudio";
import { deltaEText, describeLab } from "../../../words/colors";
import { doseWords } from "../../../words/doses";
import { trialsOf } from "../../../domain/pile/trials";
import { useAimIfAny, usePaint, useStory } from "../bench/contexts";

export function Trials() {
  const { pile, readings } = useStory();
  const aim = useAimIfAny()?.aim;
  const { tubeById, wetOf } = usePaint();
  const settings = useSettings();
  if (!pile || readings.length === 0) return null;
  return (
    <section aria-labelledby="trials" className="mt-4">
      <h2 id="trials" className="font-bold">
        The turns of this pile
      </h2>
      <ol className="mt-1 flex gap-3 overflow-x-auto pb-2">
        {trialsOf(pile, readings).map(({ number, added, keptShare, inPile, reading }) => {
          const dry = labOfAdditions(inPile, tubeById);
          const lab = dry ? wetOf(dry) : reading && labFromStored(reading.color);
          return (
            <li key={number} className="w-40 shrink-0 text-sm leading-snug">
              <div className="flex h-14">
                {aim ? <Patch lab={aim} className="flex-1" /> : null}
                {lab ? (
                  <Patch
                    lab={lab}
                    label={`Turn ${number}, ${reading ? "as believed" : "predicted"}: ${describeLab(lab, settings).sentence}`}
                    className="flex-1"
                  />
                ) : null}
              </div>
              <p>
                <span className="font-semibold">
                  {number}. {lab && aim ? deltaEText(deltaE2000(aim, lab)) : ""}
                </span>{" "}
                <span className="text-muted">{reading ? "as believed" : "predicted"}</span>
              </p>
              <p className="text-muted">
                {[
                  ...(keptShare === undefined ? [] : [`scraped back to ${Math.round(100 * keptShare)} %`]),
                  ...doseWords(added, tubeById, settings),
                ].join(", ")}
              </p>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
