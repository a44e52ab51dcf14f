"use client";

/** The way between two piles of one value: from red-brown to green-brown, and all that lies between. */
import { useState } from "react";
import type { Dose } from "../../domain/pile/pile";
import type { GridCell } from "../../domain/strings/gridPlan";
import { solverTubeOf } from "../../domain/tube/solverTube";
import { isWater } from "../../domain/tube/water";
import { useQuery } from "../../kit/query/useQuery";
import { shownOf } from "../../kit/query/useTask";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Fold } from "../../ui/Fold";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { shareText } from "../../words/palettes";
import { palettes } from "../../workers/clients";

/** Of the way's points so many are shown. */
const SHOWN = 11;

export function Slide(props: { from: GridCell; to: GridCell; fromName: string; toName: string }) {
  return (
    <Fold label={`slide to ${props.toName}`}>
      <Way {...props} />
    </Fold>
  );
}

function Way({
  from,
  to,
  fromName,
  toName,
}: {
  from: GridCell;
  to: GridCell;
  fromName: string;
  toName: string;
}) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const [at, setAt] = useState(Math.floor(SHOWN / 2));
  const ids = [
    ...new Set([...from.contents, ...to.contents].filter((dose) => !isWater(dose)).map((one) => one.tubeId)),
  ];
  const tubes = ids.flatMap((id) => {
    const tube = tubeById.get(id);
    return (tube && solverTubeOf(tube)) ?? [];
  });
  const volumes = (doses: readonly Dose[]): number[] =>
    ids.map((id) => doses.find(({ tubeId }) => tubeId === id)?.parts ?? 0);
  const path = shownOf(
    useQuery(
      palettes,
      tubes.length === ids.length
        ? { tubes, one: volumes(from.contents), other: volumes(to.contents) }
        : undefined,
      (remote, asked) => remote.slide(asked.tubes, asked.one, asked.other),
    ),
  );
  if (!path) return <p className="text-muted">Working out the way</p>;
  const points = Array.from(
    { length: SHOWN },
    (_, i) => path.points[Math.round((i * (path.points.length - 1)) / (SHOWN - 1))],
  ).filter((point) => point !== undefined);
  const shown = points[at];
  return (
    <div>
      <div className="flex" aria-hidden="true">
        {points.map(({ share, lab }, i) => (
          <Patch key={share} lab={lab} className={i === at ? "h-14 flex-[2]" : "h-10 flex-1 self-end"} />
        ))}
      </div>
      <input
        type="range"
        min={0}
        max={SHOWN - 1}
        value={at}
        aria-label={`How much of ${toName}`}
        aria-valuetext={shown ? `${shareText(shown.share)} ${toName}` : ""}
        className="h-11 w-full accent-ink"
        onChange={(event) => {
          setAt(Number(event.target.value));
        }}
      />
      {shown ? (
        <p aria-live="polite">
          {shareText(shown.share)} {toName} in {fromName}: {describeLab(shown.lab, settings).sentence}.
        </p>
      ) : null}
    </div>
  );
}
