"use client";

/** What becomes of the notes when they are painted into wet paint, some of which the brush takes up. */
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import { SelectField } from "../../ui/fields";
import type { PaletteClient } from "../../workers/paletteClient";
import { type KnownTubes, knownTubes } from "../../domain/tube/knownTubes";
import { useStudio } from "../../kit/studio/Studio";
import { useAnswer } from "../../kit/query/usePaletteAnswers";
import { describeLab } from "../../words/colors";
import { PairRow } from "./PairRow";
import { ValueRail } from "./ValueRail";

export function WetGround({
  client,
  known,
  aims,
}: {
  client: PaletteClient | undefined;
  known: KnownTubes;
  /** One for each note, in their order. */
  aims: readonly LabD65[];
}) {
  const { notes, board, settings } = useStudio();
  const [groundId, setGroundId] = useState("");
  const [takenUp, setTakenUp] = useState(10);
  const ground = board.find(({ id }) => id === groundId);
  const groundTube = ground && knownTubes([ground]).solverTubes[0];
  const wet = useAnswer(
    client,
    known.tubes.length > 0 && aims.length > 0 && groundTube
      ? `${known.key}|${groundId}|${takenUp}|${aims.map((lab) => lab.map((axis) => axis.toFixed(3)).join()).join(" ")}`
      : undefined,
    (remote) => {
      if (!groundTube) throw new Error("No ground has been chosen");
      return remote.overWetGround(known.solverTubes, aims, groundTube, takenUp / 100);
    },
  );
  return (
    <div className="border-t pt-2">
      <SelectField
        label="Painted into wet paint of"
        value={groundId}
        onChange={(event) => {
          setGroundId(event.target.value);
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
          <ul aria-label="Notes over the wet ground">
            {wet.value?.map((lab, i) => {
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
