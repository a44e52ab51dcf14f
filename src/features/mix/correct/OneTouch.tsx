"use client";

/** What a little of every tube would do to this pile, equal in strength: read before one is chosen. */
import { useState } from "react";
import { threeWayDifference } from "../../../core/describe/difference";
import { TaskLine } from "../../../kit/query/TaskLine";
import { useQuery } from "../../../kit/query/useQuery";
import { useSettings } from "../../../kit/studio/useStudio";
import { Choice } from "../../../ui/Choice";
import { Patch } from "../../../ui/Patch";
import { describeLab } from "../../../words/colors";
import { handWords, tubeName } from "../../../words/doses";
import { solver } from "../../../workers/clients";
import { usePaint } from "../bench/contexts";
import type { AskedPile } from "./useAskedPile";

/** Strength that is added, as a share of the pile's. */
const SHARES = [
  { value: "0.02", label: "a hint" },
  { value: "0.06", label: "a touch" },
  { value: "0.2", label: "a good deal" },
] as const;

export function OneTouch({ of }: { of: AskedPile }) {
  const { asked, volume, tubeAt } = of;
  const { wetOf } = usePaint();
  const settings = useSettings();
  const [share, setShare] = useState<(typeof SHARES)[number]["value"]>("0.06");
  const answer = useQuery(solver, { mixture: asked.request, share: Number(share) }, (remote, request) =>
    remote.oneTouchOfEach(request.mixture, request.share),
  );
  return (
    <section aria-label="One touch of each tube" className="border-t pt-2">
      <Choice label="How strong" value={share} options={[...SHARES]} onChange={setShare} />
      {answer.status === "ready" ? (
        <div className="mt-1 overflow-x-auto" tabIndex={0} role="region" aria-label="What each tube does">
          <table className="w-full text-left">
            <thead>
              <tr className="border-b text-sm text-muted">
                <th className="py-1 pr-3 font-normal" scope="col">
                  of the same strength
                </th>
                <th className="py-1 pr-3 font-normal" scope="col">
                  value, L*
                </th>
                <th className="py-1 pr-3 font-normal" scope="col">
                  brightness, C*
                </th>
                <th className="py-1 font-normal" scope="col">
                  hue
                </th>
              </tr>
            </thead>
            <tbody>
              {answer.value.map(({ parts, predicted, change }) => {
                const tube = tubeAt(parts[0]?.tube ?? 0);
                const dose = (parts[0]?.volume ?? 0) * volume;
                const shown = wetOf(predicted);
                return (
                  <tr key={tube.id} className="border-b">
                    <th scope="row" className="py-1 pr-3 font-normal">
                      <span className="flex items-center gap-2">
                        <Patch
                          lab={shown}
                          label={`After it: ${describeLab(shown, settings).sentence}`}
                          className="h-8 w-8 shrink-0"
                        />
                        <span className="leading-snug">
                          <span className="font-semibold">{tubeName(tube)}</span>
                          <span className="block text-sm text-muted">
                            {handWords(dose, settings, { tube, wholeParts: volume })}
                          </span>
                        </span>
                      </span>
                    </th>
                    <td className="pr-3 tabular-nums">{signed(change.deltaLightness)}</td>
                    <td className="pr-3 tabular-nums">{signed(change.deltaChroma)}</td>
                    <td>{hueWords(change)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      ) : (
        <TaskLine task={answer} asking="Working out what each does" what="What each tube does" />
      )}
    </section>
  );
}

function signed(value: number): string {
  const text = Math.abs(value).toFixed(1);
  return text === "0.0" ? "0" : `${value > 0 ? "+" : "−"}${text}`;
}

/** ΔH* below which a hue counts as held. */
const HELD = 0.5;

function hueWords({ deltaHue, hueUp, hueDown }: ReturnType<typeof threeWayDifference>): string {
  if (Math.abs(deltaHue) < HELD) return "stays";
  return `${signed(Math.abs(deltaHue)).slice(1)} towards ${deltaHue > 0 ? hueUp : hueDown}`;
}
