"use client";

/** Two records side by side: their results touching, what differs in words, and both recipes. */
import { comparisonWords } from "../../core/describe/comparison";
import { WORKING_TOLERANCE } from "../../core/describe/difference";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import type { Dose } from "../../domain/pile/pile";
import { volumeOf } from "../../domain/pile/contents";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { deltaEText, describeLab } from "../../words/colors";
import { tubeName } from "../../words/doses";

/** What a record is compared by. */
export type Held = {
  readonly key: string;
  readonly name: string;
  readonly result: LabD65;
  readonly doses: readonly Dose[];
};

/** Says which record waits for another one. */
export function CompareBar({ held, onLetGo }: { held: Held | undefined; onLetGo: () => void }) {
  if (!held) return null;
  return (
    <div role="status" className="mt-2 flex items-center gap-3 border-2 border-ink px-3">
      <Patch lab={held.result} className="h-7 w-12" />
      <p className="grow">
        <span className="font-semibold">{held.name}</span> is held. Open another record to see the two side by
        side.
      </p>
      <Button weight="quiet" onClick={onLetGo}>
        let go
      </Button>
    </div>
  );
}

export function TargetAndPile({ first, second }: { first: Held; second: Held }) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const words = comparisonWords(first.result, second.result, WORKING_TOLERANCE, settings.scale);
  const tubeIds = [...new Set([...first.doses, ...second.doses].map(({ tubeId }) => tubeId))];
  return (
    <section aria-label={`${first.name} and ${second.name}, compared`} className="mb-5 border-b pb-4">
      <div className="flex h-36">
        {[first, second].map(({ key, name, result }) => (
          <Patch
            key={key}
            lab={result}
            label={`${name}: ${describeLab(result, settings).sentence}`}
            className="flex-1"
          />
        ))}
      </div>
      <div className="flex leading-snug">
        {[first, second].map(({ key, name, result }) => (
          <p key={key} className="flex-1 pr-3">
            <span className="block font-bold">{name}</span>
            {describeLab(result, settings).sentence}
          </p>
        ))}
      </div>
      <p className="mt-3">
        {words.length > 0
          ? `Against ${first.name} this one is ${words.join(", ")}`
          : `It looks the same as ${first.name}`}
        ; {deltaEText(deltaE2000(first.result, second.result))}.
      </p>
      <table className="mt-2 w-full border-collapse text-left">
        <thead>
          <tr className="border-b-2 border-ink">
            <th scope="col">Share of the pile</th>
            <th scope="col" className="px-2">
              {first.name}
            </th>
            <th scope="col">{second.name === first.name ? "this one" : second.name}</th>
          </tr>
        </thead>
        <tbody>
          {tubeIds.map((tubeId) => (
            <tr key={tubeId} className="border-b">
              <th scope="row" className="py-1 font-normal">
                {tubeName(tubeById.get(tubeId))}
              </th>
              <td className="px-2">{shareText(first.doses, tubeId)}</td>
              <td>{shareText(second.doses, tubeId)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function shareText(doses: readonly Dose[], tubeId: string): string {
  const parts = doses.find((dose) => dose.tubeId === tubeId)?.parts;
  return parts === undefined ? "none" : `${((100 * parts) / volumeOf(doses)).toFixed(1)} %`;
}
