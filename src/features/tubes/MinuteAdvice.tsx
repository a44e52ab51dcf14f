"use client";

/** Which one dab of the board's tubes is worth a minute now. */
import { EYE_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { isWhiteTube } from "../../domain/tube/kinds";
import { learningTubeOf } from "../../domain/tube/learningTube";
import { useQuery } from "../../kit/query/useQuery";
import { shownOf } from "../../kit/query/useTask";
import { useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { solver } from "../../workers/clients";

export function MinuteAdvice({ openId, onOpen }: { openId: string; onOpen: (tubeId: string) => void }) {
  const board = useStudio((studio) => studio.board);
  const asked = board.flatMap((tube) => {
    const learning = learningTubeOf(tube);
    return learning ? [{ tube, learning: { ...learning, isWhite: isWhiteTube(tube) } }] : [];
  });
  const found = shownOf(
    useQuery(solver, asked.length > 0 ? asked.map(({ learning }) => learning) : undefined, (remote, tubes) =>
      remote.minuteReading(tubes, EYE_UNCERTAINTY),
    ),
  );
  const tube = found && asked[found.tube]?.tube;
  if (!tube) return null;
  const dab = found.whiteParts === 0 ? "alone" : `1 part in ${found.whiteParts} of white`;
  return (
    <div className="mt-2 border-t pt-1">
      <p>
        The dab that tells most now: <span className="font-semibold">{tube.label}</span>, {dab}, read by eye.
        It makes what is said of your board’s mixtures surer by{" "}
        {Math.round(100 * (1 - found.spreadAfter / found.spreadNow))} %.
      </p>
      {tube.id === openId ? null : (
        <Button
          weight="quiet"
          onClick={() => {
            onOpen(tube.id);
          }}
        >
          open {tube.label}
        </Button>
      )}
    </div>
  );
}
