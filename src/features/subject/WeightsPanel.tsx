"use client";

/** The composition as flat patches: which note takes what area, and what chroma it brings. */
import { fail, succeed } from "../../core/result";
import { useTask } from "../../kit/query/useTask";
import { useEffect, useMemo, useRef } from "react";
import { screenColorFromLab } from "../../core/color/srgb";
import { type LabD65, labD65 } from "../../core/color/types";
import { compositionWeights, type NoteAreas } from "../../core/picture/noteAreas";
import { labFromStored } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { usePictureCommands } from "../../kit/commands/pictures";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { parseNumber } from "../../domain/reading/typedNumber";

export function WeightsPanel({ picture }: { picture: OpenPicture }) {
  const notes = useStudio((studio) => studio.notes);
  const { setNoteArea } = usePictureCommands();
  const { ask, key } = picture;
  const labs = useMemo(() => notes.map((note) => labFromStored(note.target)), [notes]);
  const seen = useMemo(() => notes.map((note) => labFromStored(note.seen ?? note.target)), [notes]);
  const askKey = `${key}|${seen.join(" ")}`;
  const task = useTask(key === "" || seen.length === 0 ? undefined : askKey, async () => {
    const found = await ask((remote) => remote.noteAreas(seen));
    return found ? succeed(found) : fail({ code: "cancelled" } as const);
  });
  const areas = task.status === "ready" ? task.value : undefined;
  if (notes.length === 0) return <p className="text-muted">There are no notes yet. Pick some first.</p>;
  const own = notes.map((note, i) => note.areaShare ?? areas?.shares[i] ?? 1 / notes.length);
  const total = own.reduce((sum, share) => sum + share, 0);
  const shares = own.map((share) => (total > 0 ? share / total : 1 / notes.length));
  const { weights, meanChroma } = compositionWeights(labs, shares);
  return (
    <section aria-label="Areas and chroma" className="flex flex-col gap-3">
      {areas ? <Thumbnail areas={areas} labs={labs} /> : null}
      <div className="flex h-14 outline outline-1 outline-line" aria-hidden="true">
        {notes.map((note, i) => (
          <Patch
            key={note.id}
            lab={labs[i] ?? labD65(0, 0, 0)}
            style={{ flexGrow: shares[i], flexBasis: 0 }}
          />
        ))}
      </div>
      <table className="w-full text-left">
        <thead>
          <tr className="border-b-2 border-ink">
            <th scope="col">note</th>
            <th scope="col" className="pl-2 text-right">
              area
            </th>
            <th scope="col" className="pl-2 text-right">
              C*
            </th>
            <th scope="col" className="pl-2 text-right">
              weight
            </th>
          </tr>
        </thead>
        <tbody>
          {notes.map((note, i) => {
            const [, a, b] = labs[i] ?? labD65(0, 0, 0);
            return (
              <tr key={note.id} className="border-b">
                <th scope="row" className="py-1 pr-2 font-normal">
                  <span className="flex items-center gap-2">
                    <Patch lab={labs[i] ?? labD65(0, 0, 0)} className="size-6 shrink-0" />
                    <span className="leading-tight">
                      {note.number} {note.name}
                    </span>
                  </span>
                </th>
                <td className="pl-2 text-right whitespace-nowrap">
                  <AreaField
                    key={note.areaShare ?? "picture"}
                    name={note.name}
                    share={shares[i] ?? 0}
                    onChange={(share) => {
                      attempt(setNoteArea(note.id, share));
                    }}
                  />
                </td>
                <td className="pl-2 text-right">{Math.hypot(a, b).toFixed(0)}</td>
                <td className="pl-2 text-right">{Math.round(100 * (weights[i] ?? 0))} %</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p>
        Mean chroma over the area: C* {meanChroma.toFixed(1)}. Weight is area times chroma: a small vivid
        accent can weigh as much as a large dull field.
      </p>
      {notes.some((note) => note.areaShare !== undefined) ? (
        <Button
          weight="quiet"
          className="self-start"
          onClick={() => {
            attempt(Promise.all(notes.map((note) => setNoteArea(note.id, undefined))));
          }}
        >
          areas as the picture has them
        </Button>
      ) : null}
    </section>
  );
}

/** An area in percent, taken over when the field is left or Enter is pressed. */
function AreaField({
  name,
  share,
  onChange,
}: {
  name: string;
  share: number;
  onChange: (share: number) => void;
}) {
  const shown = (100 * share).toFixed(1);
  const take = (field: HTMLInputElement): void => {
    const percent = parseNumber(field.value, { least: 0, most: 100, units: ["%"] });
    if (field.value !== shown && percent.ok) onChange(percent.value / 100);
    else field.value = shown;
  };
  return (
    <label className="inline-flex items-center gap-1">
      <input
        key={shown}
        aria-label={`Area of ${name} in percent`}
        inputMode="decimal"
        defaultValue={shown}
        className="min-h-11 w-16 border-2 border-edge bg-field px-2 text-right"
        onBlur={(event) => {
          take(event.currentTarget);
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter") take(event.currentTarget);
        }}
      />
      %
    </label>
  );
}

/** The picture laid out in its notes' colours. */
function Thumbnail({ areas, labs }: { areas: NoteAreas; labs: readonly LabD65[] }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { owners, columns, rows } = areas;
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const colors = labs.map((lab) => screenColorFromLab(lab).rgb.map((channel) => 255 * channel));
    const image = context.createImageData(columns, rows);
    for (const [block, owner] of owners.entries()) image.data.set([...(colors[owner] ?? []), 255], 4 * block);
    context.putImageData(image, 0, 0);
  }, [owners, columns, rows, labs]);
  return (
    <canvas
      ref={canvas}
      data-paint=""
      role="img"
      aria-label="The picture in the flat colours of its notes"
      width={columns}
      height={rows}
      className="w-full"
      style={{ imageRendering: "pixelated" }}
    />
  );
}
