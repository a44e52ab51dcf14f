"use client";

/** Broken colour: paints side by side in fine strokes against the same paints mixed. */
import { useState } from "react";
import { brokenColor } from "../../core/layers/brokenColor";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { labOfVolumes } from "../../domain/mixture/color";
import { labFromStored } from "../../domain/reading/storedColor";
import { opticsOfTube } from "../../domain/tube/optics";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { cssFromLab } from "../../ui/color";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { stepsText } from "../../core/describe/difference";

const MOST_PAINTS = 4;
const SHARES = [1, 2, 3, 4, 6, 9] as const;
/** Width of one part of a stroke, px: fine enough to melt at arm's length. */
const STROKE = 3;
/** Strokes are worth it where they are so much more than the mixture: L*, C*. */
const WORTH = 3;

type Stroke = { readonly key: number; readonly tubeId: string; readonly parts: number };

export function BesidePanel() {
  const settings = useSettings();
  const board = useStudio((studio) => studio.board);
  const notes = useStudio((studio) => studio.notes);
  const known = board.filter((tube) => opticsOfTube(tube));
  const [strokes, setStrokes] = useState<readonly Stroke[]>(() =>
    known.slice(1, 3).map((tube, key) => ({ key, tubeId: tube.id, parts: 1 })),
  );
  const [noteId, setNoteId] = useState("");
  const parts = strokes.flatMap(({ tubeId, parts: volume }) => {
    const tube = known.find(({ id }) => id === tubeId);
    const optics = tube && opticsOfTube(tube);
    return optics ? [{ optics, volume, lab: labOfVolumes([{ optics, volume: 1 }]) }] : [];
  });
  if (known.length < 2) return <p className="text-muted">Two tubes have to lie on the board.</p>;
  const answer =
    parts.length >= 2
      ? brokenColor(
          parts.map(({ optics }) => optics),
          parts.map(({ volume }) => volume),
          VIEWING.D65,
          PAINT_SURFACE,
        )
      : undefined;
  const change = (key: number, next: Partial<Stroke>): void => {
    setStrokes(strokes.map((stroke) => (stroke.key === key ? { ...stroke, ...next } : stroke)));
  };
  const neighbours = notes.find(({ id }) => id === noteId)?.place?.neighbours ?? [];
  const stops: string[] = [];
  let at = 0;
  for (const { lab, volume } of parts) {
    const color = cssFromLab(lab);
    stops.push(`${color} ${at}px`, `${color} ${at + STROKE * volume}px`);
    at += STROKE * volume;
  }
  return (
    <div className="flex flex-col gap-4">
      <ul className="flex flex-col gap-2">
        {strokes.map(({ key, tubeId, parts: volume }, i) => (
          <li key={key} className="flex flex-wrap items-end gap-2">
            <SelectField
              label={`paint ${i + 1}`}
              value={tubeId}
              onChoose={(picked) => {
                change(key, { tubeId: picked });
              }}
            >
              {known.map(({ id, label }) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </SelectField>
            <SelectField
              label="share"
              value={volume}
              onChoose={(picked) => {
                change(key, { parts: Number(picked) });
              }}
            >
              {SHARES.map((share) => (
                <option key={share} value={share}>
                  {share}
                </option>
              ))}
            </SelectField>
            {strokes.length > 2 ? (
              <Button
                weight="quiet"
                onClick={() => {
                  setStrokes(strokes.filter((stroke) => stroke.key !== key));
                }}
              >
                leave out
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {strokes.length < MOST_PAINTS ? (
        <Button
          className="self-start"
          onClick={() => {
            const key = 1 + Math.max(...strokes.map((stroke) => stroke.key));
            setStrokes([...strokes, { key, tubeId: known[0]?.id ?? "", parts: 1 }]);
          }}
        >
          Another paint
        </Button>
      ) : null}
      {answer ? (
        <>
          <div className="flex h-28">
            <div
              role="img"
              data-paint=""
              aria-label="The paints in strokes, side by side"
              className="flex-1"
              style={{ backgroundImage: `repeating-linear-gradient(60deg, ${stops.join(", ")})` }}
            />
            <Patch
              lab={answer.average}
              className="flex-1"
              label={`From afar: ${describeLab(answer.average, settings).sentence}`}
            />
            <Patch
              lab={answer.mixture}
              className="flex-1"
              label={`Mixed: ${describeLab(answer.mixture, settings).sentence}`}
            />
          </div>
          <dl className="grid grid-cols-[auto_1fr] gap-x-3">
            <dt className="text-muted">in strokes, from afar</dt>
            <dd>{describeLab(answer.average, settings).sentence}</dd>
            <dt className="text-muted">mixed</dt>
            <dd>{describeLab(answer.mixture, settings).sentence}</dd>
          </dl>
          <p>
            {answer.lighterBy > 1
              ? `In strokes it is lighter by ${stepsText(answer.lighterBy, settings.scale)}`
              : "In strokes it is about as light"}
            {answer.brighterBy > 1
              ? ` and brighter by C* ${answer.brighterBy.toFixed(0)}.`
              : answer.brighterBy < -1
                ? ` and duller by C* ${(-answer.brighterBy).toFixed(0)}.`
                : " and as bright."}{" "}
            {answer.lighterBy > WORTH || answer.brighterBy > WORTH
              ? "No mixture of these paints in these shares is like it: lay them side by side where you want light."
              : "Mixing them gives nearly the same, and is less work."}
          </p>
          <SelectField
            label="on its true neighbours"
            value={noteId}
            onChoose={(picked) => {
              setNoteId(picked);
            }}
          >
            <option value="">of no note</option>
            {notes
              .filter(({ place }) => (place?.neighbours.length ?? 0) > 0)
              .map(({ id, number, name }) => (
                <option key={id} value={id}>
                  {number} {name}
                </option>
              ))}
          </SelectField>
          {neighbours.length > 0 ? (
            <div className="flex">
              {neighbours.map(({ side, color }) => (
                <Patch key={side} lab={labFromStored(color)} className="flex h-24 flex-1 items-center px-3">
                  <Patch
                    lab={answer.average}
                    className="h-12 w-full"
                    label={`on the colour that lies ${side}`}
                  />
                </Patch>
              ))}
            </div>
          ) : null}
        </>
      ) : (
        <p className="text-muted">Choose two paints that are known.</p>
      )}
    </div>
  );
}
