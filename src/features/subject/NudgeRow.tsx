"use client";

import type { Nudge } from "../../core/aim/nudge";
import { Fold } from "../../ui/Fold";
import { Button } from "../../ui/Button";
import { Status } from "../../ui/Status";

const PAIRS: readonly (readonly [Nudge, Nudge])[] = [
  ["darker", "lighter"],
  ["duller", "brighter"],
  ["cooler", "warmer"],
];

/** "My eye says": small steps against the camera, counted so that they can be seen and taken back. */
export function NudgeRow({
  nudges,
  isWaiting,
  onChange,
}: {
  nudges: readonly Nudge[];
  /** The colour that the eye would correct is about to be another one. */
  isWaiting: boolean;
  onChange: (nudges: readonly Nudge[]) => void;
}) {
  const counted = PAIRS.flat().flatMap((nudge) => {
    const count = nudges.filter((one) => one === nudge).length;
    return count > 0 ? [`${count > 1 ? `${count} × ` : ""}${nudge}`] : [];
  });
  return (
    <Fold label="My eye says otherwise" className="mt-1 border-t">
      <div className="grid grid-cols-2 gap-2">
        {PAIRS.flat().map((nudge) => (
          <Button
            key={nudge}
            isWaiting={isWaiting}
            onClick={() => {
              onChange([...nudges, nudge]);
            }}
          >
            {nudge}
          </Button>
        ))}
      </div>
      <Status className="flex min-h-11 flex-wrap items-center gap-x-3">
        {counted.length > 0 ? `By eye: ${counted.join(", ")}` : ""}
        {counted.length > 0 ? (
          <Button
            weight="quiet"
            onClick={() => {
              onChange([]);
            }}
          >
            as the picture has it
          </Button>
        ) : null}
      </Status>
    </Fold>
  );
}
