"use client";

/** Series of things around the painter: each colour said first, then read, then mixed for real. */
import { useStored } from "../../kit/store/useStored";
import { nanoid } from "nanoid";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { deltaE2000 } from "../../core/color/ciede2000";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import { type FoundColour, type FoundSeries, SERIES_SIZES } from "../../domain/practice/practice";
import { labFromStored, storedFromLab } from "../../domain/reading/storedColor";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { usePracticeCommands } from "../../kit/commands/practice";
import { useOnce } from "../../kit/commands/useOnce";
import { ReadColour } from "../../kit/reading/ReadColour";
import { TakeAlong } from "../../kit/sheet/TakeAlong";
import { attempt } from "../../kit/studio/problems";
import { undoably } from "../../kit/studio/undoStack";
import { useStore, useSettings, useStudio } from "../../kit/studio/useStudio";
import { readFoundSeries, readMatchedNotes } from "../../kit/store/calls";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { TextField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { deltaEText, describeLab } from "../../words/colors";
import { SayByTaps } from "./SayByTaps";
import { squaresToPrint } from "./squaresToPrint";

export function FoundColours() {
  const all = useStored(readFoundSeries, []);
  const [openId, setOpenId] = useState<string>();
  if (!all) return null;
  const series = all.find(({ id }) => id === openId) ?? all.at(-1);
  return (
    <div className="mt-4 flex flex-col gap-6">
      {series ? (
        <Series
          key={series.id}
          series={series}
          others={all.filter((one) => one !== series)}
          onOpen={setOpenId}
        />
      ) : null}
      <NewSeries onOpen={setOpenId} />
    </div>
  );
}

function NewSeries({ onOpen }: { onOpen: (id: string) => void }) {
  const { addFoundSeries } = usePracticeCommands();
  const [name, setName] = useState("");
  const [wanted, setWanted] = useState<string>("30");
  return (
    <form
      className="flex max-w-2xl flex-col gap-3 border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() === "") return;
        attempt(
          addFoundSeries({ name, wanted: Number(wanted) }, Date.now()).then(({ id }) => {
            setName("");
            onOpen(id);
          }),
        );
      }}
    >
      <h2 className="font-bold">A new series</h2>
      <p>
        Thirty things around you: a cup, your own hand, a wall in shadow. Say each colour before you look
        closer, read it, then mix it. It is the practice that painters swear by.
      </p>
      <TextField
        label="where you look, such as “kitchen”"
        value={name}
        maxLength={120}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <Choice
        label="How many"
        value={wanted}
        options={SERIES_SIZES.map((size) => ({ value: String(size), label: `${size} colours` }))}
        onChange={setWanted}
      />
      <Button type="submit" className="self-start" disabled={name.trim() === ""}>
        Begin the series
      </Button>
    </form>
  );
}

function Series({
  series,
  others,
  onOpen,
}: {
  series: FoundSeries;
  others: readonly FoundSeries[];
  onOpen: (id: string) => void;
}) {
  const store = useStore();
  const settings = useSettings();
  const { changeFoundSeries, removeFoundSeries } = usePracticeCommands();
  const [thing, setThing] = useState("");
  const [openId, setOpenId] = useState<string>();
  const { colours, wanted, name } = series;
  const noteIds = colours.flatMap(({ noteId }) => noteId ?? []);
  const matched = useStored(readMatchedNotes, [noteIds]);
  const mixed = colours.filter(({ noteId }) => noteId !== undefined && matched?.has(noteId) === true).length;
  const said = colours.filter((colour) => colour.said).length;
  const read = colours.filter(({ color }) => color).length;
  const open =
    colours.find(({ id }) => id === openId) ?? colours.find((colour) => !colour.said || !colour.color);
  const change = (id: string, part: Partial<FoundColour>): void => {
    attempt(
      changeFoundSeries(series.id, (before) => ({
        colours: before.colours.map((colour) => (colour.id === id ? { ...colour, ...part } : colour)),
      })),
    );
  };
  return (
    <section aria-labelledby="series">
      <div className="flex flex-wrap items-baseline gap-x-6">
        <h2 id="series" className="text-lg font-bold">
          {name}
        </h2>
        <p>
          {colours.length} of {wanted} found, {said} said, {read} read, {mixed} mixed
        </p>
        {others.map((one) => (
          <Button
            key={one.id}
            weight="quiet"
            onClick={() => {
              onOpen(one.id);
            }}
          >
            {one.name}
          </Button>
        ))}
      </div>
      <div
        role="progressbar"
        aria-label="mixed so far"
        aria-valuenow={mixed}
        aria-valuemin={0}
        aria-valuemax={wanted}
        className="mt-1 h-3 w-full max-w-2xl border border-edge"
      >
        <div className="h-full bg-ink" style={{ width: `${Math.min(100, (100 * mixed) / wanted)}%` }} />
      </div>
      {open ? (
        <Found
          key={open.id}
          colour={open}
          onChange={(part) => {
            change(open.id, part);
          }}
        />
      ) : null}
      {colours.length < wanted ? (
        <form
          className="mt-3 flex max-w-2xl flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (thing.trim() === "") return;
            const id = nanoid();
            attempt(
              changeFoundSeries(series.id, (before) => ({
                colours: [...before.colours, { id, name: thing }],
              })).then(() => {
                setThing("");
                setOpenId(id);
              }),
            );
          }}
        >
          <TextField
            label="the next thing"
            className="flex-1 basis-48"
            value={thing}
            maxLength={120}
            onChange={(event) => {
              setThing(event.target.value);
            }}
          />
          <Button type="submit" weight={open ? "plain" : "main"} disabled={thing.trim() === ""}>
            Found it
          </Button>
        </form>
      ) : null}
      {colours.length > 0 ? (
        <ul aria-label="Found colours" className="mt-3 grid gap-2 wide:grid-cols-3">
          {colours.map((colour) => (
            <li key={colour.id}>
              <button
                type="button"
                aria-pressed={colour === open}
                className="flex min-h-14 w-full items-center gap-3 border-b text-left aria-pressed:border-ink"
                onClick={() => {
                  setOpenId(colour.id);
                }}
              >
                {colour.color ? (
                  <Patch lab={labFromStored(colour.color)} className="h-12 w-12 shrink-0" />
                ) : (
                  <span className="h-12 w-12 shrink-0 border-2 border-dashed border-edge" />
                )}
                <span className="min-w-0">
                  {colour.name}
                  <span className="block text-sm text-muted">
                    {colour.color ? `${describeLab(labFromStored(colour.color), settings).sentence}; ` : ""}
                    {stateWords(colour, matched?.has(colour.noteId ?? "") === true)}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      <div className="flex flex-wrap items-center gap-x-4">
        <TakeAlong
          label="The page of squares:"
          title={name}
          subject="squares to paint"
          usualName="found-colours"
          drawings={() => squaresToPrint(series, (lab) => describeLab(lab, settings).sentence)}
          lines={() =>
            colours.map((colour) => ({
              name: colour.name,
              said: colour.said ? describeLab(colour.said, settings).sentence : "",
              read: colour.color ? describeLab(labFromStored(colour.color), settings).sentence : "",
              miss_dE00:
                colour.said && colour.color
                  ? deltaE2000(labFromStored(colour.color), colour.said).toFixed(2)
                  : "",
            }))
          }
        />
        <Button
          weight="quiet"
          className="mt-4"
          onClick={() => {
            attempt(
              undoably(store, `The series ${name} is removed.`, [["foundSeries", series.id]], () =>
                removeFoundSeries(series.id),
              ),
            );
          }}
        >
          remove the series
        </Button>
      </div>
    </section>
  );
}

function stateWords({ said, color, noteId }: FoundColour, isMixed: boolean): string {
  if (isMixed) return "mixed";
  if (noteId !== undefined) return "a note, to be mixed";
  if (color) return said ? "said and read" : "read";
  return said ? "said" : "found";
}

function Found({
  colour,
  onChange,
}: {
  colour: FoundColour;
  onChange: (part: Partial<FoundColour>) => void;
}) {
  const settings = useSettings();
  const router = useRouter();
  const paintingId = useStudio((studio) => studio.painting?.id);
  const { addNote } = usePaintingCommands();
  const once = useOnce(colour.id);
  const { name, said, color, noteId } = colour;
  const read = color && labFromStored(color);
  return (
    <section aria-label={name} className="mt-3 max-w-3xl border-l-4 border-ink pl-3">
      <h3 className="font-bold">{name}</h3>
      {!said ? (
        <SayByTaps
          onSaid={(lab) => {
            onChange({ said: lab });
          }}
        />
      ) : !read ? (
        <>
          <p>You said: {describeLab(said, settings).sentence}. Now read it.</p>
          <ReadColour
            of={colour.id}
            ways={["photo", "typed", "eye"]}
            thing={name}
            beside={said}
            expected={said}
            onTake={(taken) => {
              if (taken)
                onChange({
                  color: storedFromLab(taken.lab, taken.source, taken.uncertaintyDeltaE2000, taken.silent),
                });
            }}
          />
        </>
      ) : (
        <>
          <div className="flex h-28">
            <Patch lab={read} className="flex-1" label={`it is ${describeLab(read, settings).sentence}`} />
            <Patch lab={said} className="flex-1" label={`you said ${describeLab(said, settings).sentence}`} />
          </div>
          <p>
            It is {describeLab(read, settings).sentence}. {saidWords(read, said, settings.scale)}
          </p>
          <Button
            weight="main"
            className="mt-2"
            disabled={paintingId === undefined}
            onClick={() => {
              if (noteId !== undefined) {
                router.push(`/mix?note=${noteId}`);
                return;
              }
              once("note", () =>
                addNote({ paintingId: paintingId ?? "", name, target: color }, Date.now()).then(({ id }) => {
                  onChange({ noteId: id });
                  router.push(`/mix?note=${id}`);
                }),
              );
            }}
          >
            Mix it
          </Button>
        </>
      )}
    </section>
  );
}

function saidWords(read: LabD65, said: LabD65, scale: Parameters<typeof differenceWords>[3]): string {
  const words = missWords(differenceWords(read, said, WORKING_TOLERANCE, scale));
  return words.length > 0
    ? `What you said is ${words.join(", ")}, ${deltaEText(deltaE2000(read, said))}.`
    : "You said it right.";
}
