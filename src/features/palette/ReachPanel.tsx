"use client";

/** What a palette reaches: the most chroma of each hue at each value, its ends and greys, and the notes on it. */
import { useMemo, useState } from "react";
import { lchFromLab } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { NEUTRAL_CHROMA } from "../../core/describe/chromaWords";
import { readHue } from "../../core/describe/huePlaces";
import { valueText } from "../../core/describe/valueScale";
import type { EdgeColor, ReachProfile } from "../../core/palette/reachProfile";
import { tintLab } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import type { Note } from "../../domain/note/note";
import { labFromStored } from "../../domain/reading/storedColor";
import { attempt } from "../../kit/studio/problems";
import { useTakeColours } from "../../kit/strings/useTakeColours";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { Fold } from "../../ui/Fold";
import { Choice } from "../../ui/Choice";
import { Patch } from "../../ui/Patch";
import { opticsOfTube } from "../../domain/tube/optics";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { WordLink } from "../../kit/words/WordLink";
import { describeLab } from "../../words/colors";
import type { PanelProps } from "./panel";
import { leanWords, reachWords, valueChromaText } from "../../words/palettes";
import { palettes } from "../../workers/clients";
import { useQuery } from "../../kit/query/useQuery";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";

const SHOWN_AS = [
  { value: "paint", label: "as paint" },
  { value: "numbers", label: "in numbers" },
] as const;
type ShownAs = (typeof SHOWN_AS)[number]["value"];

/** The length of a bar that fills its cell, C*ab: the brightest yellows. */
const FULL_CHROMA = 95;

export function ReachPanel({ known }: PanelProps) {
  const notes = useStudio((studio) => studio.notes);
  const [shownAs, setShownAs] = useState<ShownAs>("paint");
  const labs = useMemo(() => notes.map((note) => labFromStored(note.target)), [notes]);
  const task = useQuery(
    palettes,
    known.tubes.length > 0 ? { tubes: known.solverTubes, labs, lightening: known.lightening } : undefined,
    (remote, asked) => remote.facts(asked.tubes, asked.labs, asked.lightening),
  );
  const facts = shownOf(task);
  if (known.tubes.length === 0) return <p>This palette has no tubes yet. Choose some from your box.</p>;
  if (!facts || task.status === "failed")
    return <TaskLine task={task} asking="Working out what it reaches" what="What this palette reaches" />;
  return (
    <div aria-busy={task.status === "asking"} className="flex flex-col gap-5">
      <Summary profile={facts.profile} />
      <section>
        <div className="flex flex-wrap items-baseline justify-between gap-3">
          <h2 className="font-bold">The most chroma of each hue, from dark to light</h2>
          <Choice label="How the reach is shown" value={shownAs} options={SHOWN_AS} onChange={setShownAs} />
        </div>
        <ReachTable profile={facts.profile} shownAs={shownAs} notes={notes} />
        <p className="mt-1 text-sm text-muted">
          A full cell is <WordLink word="chroma" /> {FULL_CHROMA}. Numbers in boxes are your notes, at their
          hue and value.
        </p>
        <TakeHue profile={facts.profile} />
      </section>
      {notes.length > 0 ? (
        <section>
          <h2 className="border-b-2 border-ink font-bold">The notes of this painting</h2>
          <ul>
            {notes.map((note, i) => {
              const answer = facts.notes[i];
              const target = labs[i];
              return answer && target ? (
                <NoteReach key={note.id} note={note} target={target} nearest={answer.nearest} />
              ) : null;
            })}
          </ul>
        </section>
      ) : null}
      <Greys profile={facts.profile} />
      {known.lightener === "white" ? <LightestTints tubes={known.tubes} /> : null}
    </div>
  );
}

function Summary({ profile }: { profile: ReachProfile }) {
  const settings = useSettings();
  const cells = profile.rows.flatMap(({ cells: row }) => row.filter((cell) => cell !== undefined));
  const brightest = cells.reduce<EdgeColor | undefined>(
    (best, cell) => (!best || lchFromLab(cell.lab)[1] > lchFromLab(best.lab)[1] ? cell : best),
    undefined,
  );
  const empty = profile.rows.filter(({ cells: row }) => row.every((cell) => cell === undefined));
  return (
    <p className="max-w-prose text-lg leading-snug">
      From value {valueText(profile.darkest.lab[0], settings.scale)}, which {leanWords(profile.darkest.lab)},
      to value {valueText(profile.lightest.lab[0], settings.scale)}.
      {brightest ? ` Brightest: ${describeLab(brightest.lab, settings).sentence}.` : ""}
      {empty.length === profile.rows.length
        ? " It meets none of the twelve hue places at these values."
        : empty.length > 0
          ? ` It has no ${empty.map(({ place }) => place.name).join(", ")}.`
          : ""}
    </p>
  );
}

/** The brightest that the palette has of a hue, taken further: as a string from light to dark, or as a note. */
function TakeHue({ profile }: { profile: ReachProfile }) {
  const settings = useSettings();
  const take = useTakeColours();
  const rows = profile.rows.filter(({ cells }) => cells.some((cell) => cell !== undefined));
  const [name, setName] = useState<string>();
  const row = rows.find(({ place }) => place.name === name) ?? rows[0];
  const brightest = row?.cells.reduce(
    (best, cell) => (cell && (!best || lchFromLab(cell.lab)[1] > lchFromLab(best.lab)[1]) ? cell : best),
    undefined,
  );
  if (!take || !row || !brightest) return null;
  const colours = [{ name: row.place.name, lab: brightest.lab }];
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <SelectField
        label="The brightest of a hue"
        value={row.place.name}
        onChoose={(picked) => {
          setName(picked);
        }}
      >
        {rows.map(({ place }) => (
          <option key={place.name}>{place.name}</option>
        ))}
      </SelectField>
      <Patch
        lab={brightest.lab}
        label={describeLab(brightest.lab, settings).sentence}
        className="h-11 w-16"
      />
      <Button
        onClick={() => {
          attempt(take.asStrings(colours, "Strings"));
        }}
      >
        Make a string of it
      </Button>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(take.asNotes(colours));
        }}
      >
        keep it as a note
      </Button>
    </div>
  );
}

function ReachTable({
  profile,
  shownAs,
  notes,
}: {
  profile: ReachProfile;
  shownAs: ShownAs;
  notes: readonly Note[];
}) {
  const settings = useSettings();
  const marks = useMemo(() => marksOf(notes, profile.lightnesses), [notes, profile.lightnesses]);
  return (
    <table className="mt-2 w-full table-fixed border-separate border-spacing-x-1 border-spacing-y-0">
      <caption className="sr-only">Most chroma by hue place and value</caption>
      <thead>
        <tr>
          <th scope="col" className="w-[4.6rem] text-left font-normal text-muted wide:w-[7.5rem]">
            value
          </th>
          {profile.lightnesses.map((lightness) => (
            <th
              key={lightness}
              scope="col"
              className="text-left text-sm font-normal text-muted wide:text-base"
            >
              {valueText(lightness, settings.scale)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {profile.rows.map(({ place, cells }) => (
          <tr key={place.name}>
            <th scope="row" className="border-t text-left text-sm leading-tight font-normal wide:text-base">
              {place.name}
            </th>
            {cells.map((cell, column) => (
              <td key={profile.lightnesses[column]} className="h-[1.8rem] border-t p-0">
                <ReachCell cell={cell} shownAs={shownAs} marks={marks.get(`${place.name} ${column}`) ?? []} />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function ReachCell({
  cell,
  shownAs,
  marks,
}: {
  cell: EdgeColor | undefined;
  shownAs: ShownAs;
  marks: readonly number[];
}) {
  const settings = useSettings();
  const chroma = cell ? lchFromLab(cell.lab)[1] : 0;
  return (
    <span className="relative flex h-full items-center">
      {cell && shownAs === "paint" ? (
        <Patch
          lab={cell.lab}
          label={describeLab(cell.lab, settings).sentence}
          className="h-[1.4rem] shrink-0"
          style={{ width: `${Math.max(4, Math.min(100, (100 * chroma) / FULL_CHROMA))}%` }}
        />
      ) : cell ? (
        Math.round(chroma)
      ) : (
        <span className="text-muted" aria-label="none">
          ·
        </span>
      )}
      {marks.length > 0 ? (
        <span className="absolute top-0 right-1 flex gap-px text-xs leading-4 font-bold">
          {marks.map((number) => (
            <span key={number} className="bg-ink px-0.5 text-surface">
              {number}
            </span>
          ))}
        </span>
      ) : null}
    </span>
  );
}

/** Numbers of the notes by hue place and column; a neutral note has no place among the hues. */
function marksOf(
  notes: readonly Note[],
  lightnesses: readonly number[],
): ReadonlyMap<string, readonly number[]> {
  const marks = new Map<string, number[]>();
  for (const note of notes) {
    const [lightness, chroma, hue] = lchFromLab(labFromStored(note.target));
    if (chroma < NEUTRAL_CHROMA) continue;
    const column = lightnesses.reduce(
      (best, at, i) =>
        Math.abs(at - lightness) < Math.abs((lightnesses[best] ?? at) - lightness) ? i : best,
      0,
    );
    const key = `${readHue(hue).place.name} ${column}`;
    marks.set(key, [...(marks.get(key) ?? []), note.number]);
  }
  return marks;
}

function NoteReach({ note, target, nearest }: { note: Note; target: LabD65; nearest: LabD65 }) {
  const settings = useSettings();
  return (
    <li className="flex items-center gap-3 border-b py-1">
      <span className="flex h-11 w-28 narrow:w-14 shrink-0">
        <Patch
          lab={target}
          label={`The note: ${describeLab(target, settings).sentence}`}
          className="flex-1"
        />
        <Patch
          lab={nearest}
          label={`The nearest: ${describeLab(nearest, settings).sentence}`}
          className="flex-1"
        />
      </span>
      <span className="min-w-0 leading-tight">
        <span className="block font-semibold">
          {note.number} {note.name}
        </span>
        <span className="block">{reachWords(target, nearest, settings)}</span>
      </span>
    </li>
  );
}

function Greys({ profile }: { profile: ReachProfile }) {
  const settings = useSettings();
  return (
    <section>
      <h2 className="border-b-2 border-ink font-bold">Its ends and its cleanest greys</h2>
      <ul className="grid gap-x-6 wide:grid-cols-2">
        {[
          { name: "lightest", lab: profile.lightest.lab },
          ...profile.greys.map(({ lightness, grey }) => ({
            name: `grey at value ${valueText(lightness, settings.scale)}`,
            lab: grey?.lab,
          })),
          { name: "darkest", lab: profile.darkest.lab },
        ].map(({ name, lab }) => (
          <li key={name} className="flex items-center gap-3 border-b py-1">
            {lab ? (
              <Patch
                lab={lab}
                label={describeLab(lab, settings).sentence}
                className="h-11 w-14 shrink-0 outline outline-1 outline-line"
              />
            ) : (
              <span className="h-11 w-14 shrink-0" />
            )}
            <span className="leading-tight">
              <span className="block font-semibold">{name}</span>
              {lab
                ? `value ${valueText(lab[0], settings.scale)}, ${leanWords(lab)}`
                : "no mixture has that value"}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Parts of white to one: a speck in a whole part, the least that a knife measures. */
function LightestTints({ tubes }: { tubes: PanelProps["known"]["tubes"] }) {
  const settings = useSettings();
  const whiteParts = 1 / settings.sizes.speckParts;
  return (
    <Fold label="the lightest tint of each tube: a speck in one part of white">
      <ul className="grid gap-x-6 wide:grid-cols-2">
        {tubes.map((tube) => {
          const optics = opticsOfTube(tube);
          const lab = optics && tintLab(optics, whiteParts, WHITE_BENCH);
          return lab ? (
            <li key={tube.id} className="flex items-center gap-3 border-b py-1">
              <Patch
                lab={lab}
                label={describeLab(lab, settings).sentence}
                className="h-11 w-14 shrink-0 outline outline-1 outline-line"
              />
              <span className="leading-tight">
                <span className="block font-semibold">{tube.label}</span>
                {valueChromaText(lab, settings)}
              </span>
            </li>
          ) : null;
        })}
      </ul>
    </Fold>
  );
}
