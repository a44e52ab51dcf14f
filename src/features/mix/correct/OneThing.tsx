"use client";

/** One thing changed on purpose, with what each way of doing it does to the rest. */
import { useState } from "react";
import type { LabD65 } from "../../../core/color/types";
import { lchFromLab } from "../../../core/color/cieLab";
import { type AdditionKind, additionKind } from "../../../core/correct/additionKind";
import type { Corrector } from "../../../core/correct/correctors";
import { hueRailEnds } from "../../../core/describe/difference";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import type { School } from "../../../domain/school/school";
import { Button } from "../../../ui/Button";
import { Choice } from "../../../ui/Choice";
import { Patch } from "../../../ui/Patch";
import { isBlackTube } from "../../../domain/tube/kinds";
import { isWater } from "../../../domain/tube/water";
import { labOfAdditions } from "../../../domain/mixture/color";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { useQuery } from "../../../kit/query/useQuery";
import { TaskLine } from "../../../kit/query/TaskLine";
import { solver } from "../../../workers/clients";
import { describeLab } from "../../../words/colors";
import { additionMeasure } from "../../../domain/hand/measure";
import { doseWords, tubeName } from "../../../words/doses";
import { moveWords, whyWords } from "../../../words/additions";
import { mixtureRequest } from "../../../domain/mixture/mixtureRequest";
import type { Tube } from "../../../domain/tube/tube";
import { useAim, useDeeds, usePaint, useStory } from "../bench/contexts";

const MOVES = [
  { value: "lighter", label: "lighter", axis: "value", sign: 1 },
  { value: "darker", label: "darker", axis: "value", sign: -1 },
  { value: "duller", label: "duller", axis: "chroma", sign: -1 },
  { value: "brighter", label: "brighter", axis: "chroma", sign: 1 },
  { value: "hue-up", label: "", axis: "hue", sign: 1 },
  { value: "hue-down", label: "", axis: "hue", sign: -1 },
] as const;
type Move = (typeof MOVES)[number]["value"];

/** How far one step goes in chroma and hue, C*ab and ΔH*; in value it is half a step of the painter's scale. */
const CHROMA_STEP = 6;
const HUE_STEP = 5;
const MOST_WAYS = 4;
const NONE: readonly never[] = [];

export function OneThing() {
  const { pile } = useStory();
  const [isOpen, setOpen] = useState(false);
  if (!pile) return null;
  return (
    <div className="mt-3">
      <Button
        weight="quiet"
        aria-expanded={isOpen}
        onClick={() => {
          setOpen(!isOpen);
        }}
      >
        change one thing
      </Button>
      {isOpen ? <Ways /> : null}
    </div>
  );
}

function Ways() {
  const { pile } = useStory();
  const { tubeById, wetOf } = usePaint();
  const { target } = useAim();
  const { lay } = useDeeds();
  const board = useStudio((studio) => studio.board);
  const settings = useSettings();
  const [move, setMove] = useState<Move>("duller");
  const contents = pile ? contentsOf(pile) : [];
  const volume = volumeOf(contents);
  const now = labOfAdditions(contents, tubeById);
  const { hueUp, hueDown } = hueRailEnds(now ?? target);
  const { axis, sign } = MOVES.find(({ value }) => value === move) ?? MOVES[2];
  const size =
    axis === "value" ? lightnessPerStep(settings.scale) / 2 : axis === "chroma" ? CHROMA_STEP : HUE_STEP;
  const allowed = board.filter((tube) => settings.school.allowsBlack || !isBlackTube(tube));
  const asked = mixtureRequest(contents, allowed, tubeById);
  const answer = useQuery(
    solver,
    asked && {
      mixture: asked.request,
      way: { axis, change: sign * size, dosing: additionMeasure(settings, asked.tubes, volume) },
    },
    (remote, request) => remote.waysToMove(request.mixture, request.way),
  );
  const ways =
    answer.status === "ready" && now
      ? inTaste(
          answer.value.ways.map((way) => {
            const parts = way.parts.map(({ tube, volume: laid }) => ({
              tubeId: asked?.tubes[tube]?.id ?? "",
              parts: laid,
            }));
            return { way, parts, kind: kindOf(now, parts, tubeById) };
          }),
          now,
          move,
          settings.school,
          tubeById,
        ).slice(0, MOST_WAYS)
      : [];
  const tooStrong =
    answer.status === "ready" ? answer.value.tooStrong.map((tube) => tubeName(asked?.tubes[tube])) : NONE;
  return (
    <section aria-label="Change one thing" className="border-t pt-2">
      <Choice
        label="Make the pile"
        value={move}
        options={MOVES.map(({ value, label }) => ({
          value,
          label: label !== "" ? label : `towards ${value === "hue-up" ? hueUp : hueDown}`,
        }))}
        onChange={setMove}
      />
      {contents.some(isWater) ? (
        <p>A wash is changed with water and paint: read it, and the next addition says how.</p>
      ) : null}
      <TaskLine task={answer} asking="Working out the ways" what="The ways" />
      {answer.status === "ready" && ways.length === 0 && tooStrong.length === 0 ? (
        <p>No tube on the board does that.</p>
      ) : null}
      {tooStrong.length > 0 ? (
        <p className="text-muted">
          Too strong for so small a pile: the smallest amount of {tooStrong.join(", ")} does more than that.
          Thin it in white first, or mix a larger pile.
        </p>
      ) : null}
      <ul className="mt-1">
        {ways.map(({ way, parts, kind }) => {
          const words = doseWords(parts, tubeById, settings, volume).join(" and ");
          const predicted = wetOf(way.predicted);
          return (
            <li key={words} className="flex items-center gap-3 border-t py-1.5">
              <Patch
                lab={predicted}
                label={`Predicted: ${describeLab(predicted, settings).sentence}`}
                className="min-h-12 w-12 shrink-0"
              />
              <p className="min-w-0 flex-1 leading-snug">
                <span className="font-semibold">{words}</span>
                <span className="block text-sm text-muted">
                  {moveWords(way, settings.scale)}
                  {way.turnsTo ? `; turns ${way.turnsTo}` : ""}: {whyWords({ kind, change: way.change })}
                </span>
              </p>
              <Button
                aria-label={`I added it: ${words}`}
                onClick={() => {
                  lay(parts, false);
                }}
              >
                I added it
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

type Way = {
  readonly way: Corrector;
  readonly kind: AdditionKind;
  readonly parts: readonly { readonly tubeId: string; readonly parts: number }[];
};

/** By which of the painters' means an addition works. */
function kindOf(now: LabD65, parts: Way["parts"], tubeById: ReadonlyMap<string, Tube>): AdditionKind {
  const labs = parts
    .map(({ tubeId }) => labOfAdditions([{ tubeId, parts: 1 }], tubeById))
    .filter((lab) => lab !== undefined);
  return additionKind(now, labs, labOfAdditions(parts, tubeById) ?? now);
}

/** Reds are darkened, and colours dulled, by what the school reaches for first; else the least side effect leads. */
function inTaste(
  ways: readonly Way[],
  now: LabD65,
  move: Move,
  school: School,
  tubeById: ReadonlyMap<string, Tube>,
): Way[] {
  const isRed = RED_HUES.some(([from, to]) => lchFromLab(now)[2] >= from && lchFromLab(now)[2] <= to);
  const wish =
    move === "duller" ? school.dullWith : move === "darker" && isRed ? school.darkenReds : undefined;
  if (!wish) return [...ways];
  const isWished = ({ parts, kind }: Way): boolean => {
    switch (wish) {
      case "complement":
        return kind === "complement";
      case "grey":
        return kind === "own-grey";
      case "earth":
        return kind === "dark" || kind === "family-shade";
      case "dark-red":
        return kind === "family-shade";
      case "black":
        return parts.every(({ tubeId }) => {
          const tube = tubeById.get(tubeId);
          return tube !== undefined && isBlackTube(tube);
        });
    }
  };
  return [...ways.filter(isWished), ...ways.filter((way) => !isWished(way))];
}

/** Degrees of hue that painters call red. */
const RED_HUES = [
  [0, 45],
  [345, 360],
] as const;
