"use client";

/** Where to begin to keep the brightness: the nearest tube, tinted or thinned, and the neighbour that nudges it. */
import { UNDILUTED_THICKNESS } from "../../../data/paper";
import type { NearestTube } from "../../../core/recipe/nearestTube";
import { Button } from "../../../ui/Button";
import { Patch } from "../../../ui/Patch";
import { laidAmounts } from "../../../domain/hand/laidAmounts";
import { volumeOf } from "../../../domain/pile/contents";
import type { Dose } from "../../../domain/pile/pile";
import { isWhiteTube } from "../../../domain/tube/kinds";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import { useHandy } from "../bench/useHandy";
import { lighteningOf, WATER } from "../../../domain/tube/water";
import { solverTubeOf } from "../../../domain/tube/solverTube";
import { useSettings } from "../../../kit/studio/useStudio";
import { useQuery } from "../../../kit/query/useQuery";
import { TaskLine } from "../../../kit/query/TaskLine";
import { shownOf } from "../../../kit/query/useTask";
import { solver } from "../../../workers/clients";
import { deltaEText, describeLab } from "../../../words/colors";
import { tubeName } from "../../../words/doses";
import { useAim, useHand, usePaint } from "../bench/contexts";

export function NearestTubeLine() {
  const { target, aim } = useAim();
  const { wetOf, ingredients, tubeById } = usePaint();
  const { forbidden, changeByHand } = useHand();
  const settings = useSettings();
  const { medium, lightener } = usePaletteMedium();
  const known = useHandy({ ingredients }, target, forbidden)
    .filter((tube) => lightener === "white" || !isWhiteTube(tube))
    .flatMap((tube) => {
      const solverTube = solverTubeOf(tube);
      return solverTube ? [{ tube, solverTube }] : [];
    });
  const white = known.findIndex(({ tube }) => isWhiteTube(tube));
  const answer = useQuery(
    solver,
    known.length > 0
      ? {
          target,
          tubes: known.map(({ solverTube }) => solverTube),
          white: white < 0 ? undefined : white,
          // Oil is not thinned with water.
          thinned: lighteningOf(medium === "oil" ? "white" : "water", tubeById),
        }
      : undefined,
    (remote, asked) => remote.nearestTube(asked.target, asked.tubes, asked.white, asked.thinned),
  );
  if (answer.status === "asking" || answer.status === "failed")
    return <TaskLine task={answer} asking="Looking through the tubes" what="The nearest tube" />;
  const found = shownOf(answer);
  if (!found) return <p>No tube on the board is known well enough.</p>;
  const take = (amounts: readonly Dose[]): void => {
    changeByHand(laidAmounts(amounts, volumeOf(amounts), settings, tubeById));
  };
  const nameOf = (place: number): string => tubeName(known[place]?.tube);
  const { nudge } = found;
  return (
    <div className="flex items-center gap-3 border-t py-2">
      <span className="flex shrink-0">
        <Patch lab={aim} className="h-14 w-8" />
        <Patch
          lab={wetOf((nudge ?? found).predicted)}
          label={`Predicted: ${describeLab((nudge ?? found).predicted, settings).sentence}`}
          className="h-14 w-8"
        />
      </span>
      <div className="min-w-0 flex-1 leading-snug">
        <p>
          <span className="font-semibold">{nameOf(found.tube)}</span> {stateWords(found)} comes nearest of all
          single tubes, {deltaEText(found.deltaE2000)}.
          {nudge
            ? ` ${nameOf(nudge.tube)} nudges it, 1 part in ${Math.max(1, Math.round(1 / nudge.volume))}: ${deltaEText(nudge.deltaE2000)}, and it stays bright.`
            : ""}
        </p>
      </div>
      <Button
        onClick={() => {
          if (found.state.as === "thinned") {
            const water = UNDILUTED_THICKNESS / found.state.filmThickness - 1;
            take([
              { tubeId: known[found.tube]?.tube.id ?? "", parts: 1 },
              ...(water > 0 ? [{ tubeId: WATER.id, parts: water }] : []),
            ]);
            return;
          }
          const whiteParts = found.state.as === "tinted" ? found.state.whiteParts : 0;
          const whole = 1 + whiteParts;
          const amounts = [
            { tubeId: known[found.tube]?.tube.id ?? "", parts: 1 },
            ...(whiteParts > 0 ? [{ tubeId: known[white]?.tube.id ?? "", parts: whiteParts }] : []),
            ...(nudge ? [{ tubeId: known[nudge.tube]?.tube.id ?? "", parts: nudge.volume * whole }] : []),
          ];
          take(amounts);
        }}
      >
        Take it
      </Button>
    </div>
  );
}

function stateWords({ state }: NearestTube): string {
  switch (state.as) {
    case "straight":
      return "straight from the tube";
    case "tinted":
      return `with ${Number(state.whiteParts.toPrecision(2))} parts of white to one`;
    case "thinned":
      return "thinned over the paper";
  }
}
