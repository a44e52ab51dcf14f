"use client";

/** What becomes of the notes when they are painted into wet paint, some of which the brush takes up. */
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import { SelectField } from "../../ui/SelectField";
import { type KnownTubes, knownTubes } from "../../domain/tube/knownTubes";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { TaskLine } from "../../kit/query/TaskLine";
import { useQuery } from "../../kit/query/useQuery";
import { shownOf } from "../../kit/query/useTask";
import { palettes } from "../../workers/clients";
import { describeLab } from "../../words/colors";
import { PairRow } from "./PairRow";
import { ValueRail } from "./ValueRail";

export function WetGround({
  known,
  aims,
}: {
  known: KnownTubes;
  /** One for each note, in their order. */
  aims: readonly LabD65[];
}) {
  const notes = useStudio((studio) => studio.notes);
  const board = useStudio((studio) => studio.board);
  const settings = useSettings();
  const [groundId, setGroundId] = useState("");
  const [takenUp, setTakenUp] = useState(10);
  const ground = board.find(({ id }) => id === groundId);
  const groundTube = ground && knownTubes([ground], "white").solverTubes[0];
  const wet = useQuery(
    palettes,
    known.tubes.length > 0 && aims.length > 0 && groundTube
      ? {
          tubes: known.solverTubes,
          aims,
          ground: groundTube,
          takenUp: takenUp / 100,
          lightening: known.lightening,
        }
      : undefined,
    (remote, asked) =>
      remote.overWetGround(asked.tubes, asked.aims, asked.ground, asked.takenUp, asked.lightening),
  );
  return (
    <div className="border-t pt-2">
      <SelectField
        label="Painted into wet paint of"
        value={groundId}
        onChoose={(picked) => {
          setGroundId(picked);
        }}
      >
        <option value="">nothing: on a dry ground, opaque paint stays as it is</option>
        {board.map(({ id, label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </SelectField>
      {groundId ? (
        <>
          <ValueRail
            label="Taken up from below"
            names={["Share taken up"]}
            values={[takenUp]}
            min={0}
            max={50}
            step={5}
            words={`${takenUp} %`}
            onChange={([next = takenUp]) => {
              setTakenUp(next);
            }}
          />
          <TaskLine task={wet} asking="Working out what it turns to" what="What the wet ground does" />
          <ul aria-label="Notes over the wet ground">
            {shownOf(wet)?.map((lab, i) => {
              const note = notes[i];
              const aim = aims[i];
              if (!note || !aim) return null;
              const words = differenceWords(aim, lab, WORKING_TOLERANCE, settings.scale);
              return (
                <PairRow
                  key={note.id}
                  first={aim}
                  firstLabel={`aim of ${note.name}`}
                  second={lab}
                  secondLabel={`over the wet ground: ${describeLab(lab, settings).sentence}`}
                  name={note.name}
                  words={words.isMatch ? "comes out as meant" : missWords(words).join(", ")}
                />
              );
            })}
          </ul>
        </>
      ) : null}
    </div>
  );
}
