"use client";

/** All notes together: another light, another range of values, into the palette's reach; and back again. */
import { useMemo, useState } from "react";
import { DAYLIGHT_KELVIN, inSceneLight, outOfSceneLight } from "../../core/aim/sceneLight";
import { intoValueRange } from "../../core/aim/valueRange";
import { type LabD65, labD65 } from "../../core/color/types";
import { HUE_PLACES } from "../../core/describe/huePlaces";
import { valueText } from "../../core/describe/valueScale";
import { REACHED } from "../../core/reach/reached";
import type { Note } from "../../domain/note/note";
import { labFromStored, storedFromLab } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { CheckField } from "../../ui/fields";
import { knownTubes } from "../../domain/tube/knownTubes";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { offerUndo } from "../../kit/studio/undoStack";
import { usePictureCommands } from "../../kit/commands/pictures";
import { TaskLine } from "../../kit/query/TaskLine";
import { usePaletteMedium } from "../../kit/paint/usePalettePaint";
import { useQuery } from "../../kit/query/useQuery";
import { shownOf } from "../../kit/query/useTask";
import { palettes } from "../../workers/clients";
import { deltaEText, describeLab } from "../../words/colors";
import { LightWishes, type Wishes } from "./LightWishes";
import { PairRow } from "./PairRow";
import { ValueRail } from "./ValueRail";
import { WetGround } from "./WetGround";
import { Status } from "../../ui/Status";

const NO_WISHES: Wishes = {
  kelvin: DAYLIGHT_KELVIN,
  tint: undefined,
  tintStrength: 0.3,
  isTakenOut: false,
  range: undefined,
  keepsChroma: false,
  isIntoReach: false,
};

/** A value range that suits a distance, to start from. */
const FAR_RANGE: readonly [number, number] = [40, 75];

function seenOf(note: Note): LabD65 {
  return labFromStored(note.seen ?? note.target);
}

/** Stored lightness ends at white and black. */
function storable([l, a, b]: LabD65): LabD65 {
  return labD65(Math.max(0, Math.min(100, l)), a, b);
}

function movedBy(notes: readonly Note[], wishes: Wishes): readonly LabD65[] {
  const { kelvin, tint, tintStrength, isTakenOut, range, keepsChroma } = wishes;
  const hueDegrees = tint === undefined ? undefined : HUE_PLACES[tint]?.centreDegrees;
  const scene = {
    temperatureKelvin: kelvin,
    ...(hueDegrees !== undefined && { tint: { hueDegrees, strength: tintStrength } }),
  };
  const lit = notes.map((note) =>
    storable(isTakenOut ? outOfSceneLight(seenOf(note), scene) : inSceneLight(seenOf(note), scene)),
  );
  return range && lit.length > 0 ? intoValueRange(lit, range[0], range[1], keepsChroma) : lit;
}

export function AimsPanel() {
  const notes = useStudio((studio) => studio.notes);
  const board = useStudio((studio) => studio.board);
  const settings = useSettings();
  const { changeNotes, backToSeen, restoreNotes } = usePictureCommands();
  const [wishes, setWishes] = useState<Wishes>(NO_WISHES);
  const { lightening } = usePaletteMedium();
  const known = useMemo(() => knownTubes(board, lightening), [board, lightening]);
  const change = (changes: Partial<Wishes>): void => {
    setWishes((was) => ({ ...was, ...changes }));
  };
  const moved = useMemo(() => movedBy(notes, wishes), [notes, wishes]);
  const canAsk = known.tubes.length > 0 && moved.length > 0;
  const question = { tubes: known.solverTubes, aims: moved, lightening };
  const reach = useQuery(palettes, canAsk && wishes.isIntoReach ? question : undefined, (remote, asked) =>
    remote.intoReach(asked.tubes, asked.aims, asked.lightening),
  );
  const brought = reach.status === "ready" ? reach.value : undefined;
  const aims = brought?.notes.map(({ lab }) => lab) ?? moved;
  const score = useQuery(palettes, canAsk && !wishes.isIntoReach ? question : undefined, (remote, asked) =>
    remote.score(asked.tubes, asked.aims, undefined, REACHED, asked.lightening),
  );
  const misses = brought?.notes.map(({ missDeltaE2000 }) => missDeltaE2000) ?? shownOf(score)?.misses;
  const adapted = notes.filter((note) => note.seen);
  const isAsking = reach.status === "asking";
  const isChanged = notes.some((note, i) => {
    const aim = aims[i];
    return aim?.some((axis, place) => Math.abs(axis - (seenOf(note)[place] ?? Number.NaN)) > 0.01);
  });

  const offerBack = (before: readonly Note[]): void => {
    offerUndo(
      before.length === 1
        ? "The aim of one note has been changed."
        : `The aims of ${before.length} notes have been changed.`,
      () => restoreNotes(before),
    );
  };
  const make = async (): Promise<void> => {
    offerBack(
      await changeNotes(
        notes.flatMap((note, i) => {
          const aim = aims[i];
          if (!aim) return [];
          const { source, uncertaintyDeltaE2000 } = note.seen ?? note.target;
          return [
            {
              noteId: note.id,
              target: storedFromLab(storable(aim), source, uncertaintyDeltaE2000),
              isAdapted: true,
            },
          ];
        }),
      ),
    );
  };

  if (notes.length === 0) return <p className="text-muted">There are no notes yet. Pick some first.</p>;
  return (
    <section aria-label="All notes together" className="flex flex-col gap-3">
      <LightWishes wishes={wishes} onChange={change} />
      <div className="border-t pt-1">
        <CheckField
          label="Draw the values together, for a distance or a key"
          isChecked={wishes.range !== undefined}
          onChange={(isOn) => {
            change({ range: isOn ? FAR_RANGE : undefined });
          }}
        />
        {wishes.range ? (
          <>
            <ValueRail
              label="From the darkest note to the lightest"
              names={["Darkest value", "Lightest value"]}
              values={wishes.range}
              min={0}
              max={100}
              step={2.5}
              words={`${valueText(wishes.range[0], settings.scale)} to ${valueText(wishes.range[1], settings.scale)}`}
              onChange={([darkest = 0, lightest = 100]) => {
                if (darkest < lightest) change({ range: [darkest, lightest] });
              }}
            />
            <CheckField
              label="Keep the chroma as it is"
              isChecked={wishes.keepsChroma}
              onChange={(keepsChroma) => {
                change({ keepsChroma });
              }}
            />
          </>
        ) : null}
      </div>
      <div className="border-t pt-1">
        <CheckField
          label="Bring all into the reach of the board"
          isChecked={wishes.isIntoReach}
          onChange={(isIntoReach) => {
            change({ isIntoReach });
          }}
        />
        {isAsking ? <Status>Looking for what the board mixes</Status> : null}
        {brought ? (
          <Status>
            {brought.unreached.length > 0
              ? `${brought.unreached.map((index) => notes[index]?.name).join(", ")}: the board mixes nothing of that hue.`
              : "All are in reach, in the order of their values."}
            {brought.rangeAfter[0] !== brought.rangeBefore[0] ||
            brought.rangeAfter[1] !== brought.rangeBefore[1]
              ? ` Values now run from ${valueText(brought.rangeAfter[0], settings.scale)} to ${valueText(brought.rangeAfter[1], settings.scale)}.`
              : ""}
          </Status>
        ) : null}
      </div>
      {reach.status === "failed" ? <TaskLine task={reach} asking="" what="The aims" /> : null}
      {score.status === "failed" ? <TaskLine task={score} asking="" what="What the aims ask" /> : null}
      <ul aria-label="Notes before and after">
        {notes.map((note, i) => {
          const aim = aims[i];
          const miss = misses?.[i];
          if (!aim) return null;
          return (
            <PairRow
              key={note.id}
              first={seenOf(note)}
              firstLabel={`as seen: ${describeLab(seenOf(note), settings).sentence}`}
              second={storable(aim)}
              secondLabel={`then: ${describeLab(aim, settings).sentence}`}
              name={`${note.number} ${note.name}`}
              words={`${describeLab(aim, settings).sentence}${miss === undefined ? "" : miss <= REACHED ? "; in reach" : `; out of reach by ${deltaEText(miss)}`}`}
            />
          );
        })}
      </ul>
      <div className="flex flex-wrap gap-3">
        <Button
          weight="main"
          disabled={!isChanged || isAsking}
          onClick={() => {
            attempt(make());
          }}
        >
          Make these the aims
        </Button>
        {adapted.length > 0 ? (
          <Button
            onClick={() => {
              attempt(backToSeen(adapted.map(({ id }) => id)).then(offerBack));
            }}
          >
            Back to what was seen
          </Button>
        ) : null}
      </div>
      <WetGround known={known} aims={aims} />
    </section>
  );
}
