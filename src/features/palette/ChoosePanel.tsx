"use client";

/** What each tube of a palette is there for, and what adding or swapping one buys; then the best few of the box. */
import { useMemo, useState } from "react";
import { MOST_RECIPE_TUBES } from "../../core/palette/noteMisses";
import type { PaletteAdvice } from "../../core/palette/paletteAdvice";
import type { Note } from "../../domain/note/note";
import { labFromStored } from "../../domain/reading/storedColor";
import type { BoxQuestion } from "../../workers/paletteApi";
import { Button } from "../../ui/Button";
import { Working } from "../../ui/Working";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { ChooseForMe } from "./ChooseForMe";
import { searchedTubes } from "../../domain/palette/searchedTubes";
import { type KnownTubes, knownTubes } from "../../domain/tube/knownTubes";
import type { PanelProps } from "./panel";
import { namesOf, TubeLine, Worth } from "./Worth";
import { palettes } from "../../workers/clients";
import { keyOf, useQuery } from "../../kit/query/useQuery";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";

/** Advice that is worth a line. */
const SHOWN_ADDITIONS = 5;
const SHOWN_SWAPS = 5;
const LEAST_GAIN = 0.02;
/** The sets of tubes in a larger palette are too many to look at four at a time. */
const LARGE_PALETTE = 12;
const LARGE_RECIPE_TUBES = 3;

export function ChoosePanel({ palette, known }: PanelProps) {
  const box = useStudio((studio) => studio.box);
  const notes = useStudio((studio) => studio.notes);
  const settings = useSettings();
  const labs = useMemo(() => notes.map((note) => labFromStored(note.target)), [notes]);
  const active = useMemo(
    () => box.filter((tube) => tube.archivedAt === undefined || palette.tubeIds.includes(tube.id)),
    [box, palette.tubeIds],
  );
  const searched = useMemo(() => searchedTubes(active, palette.tubeIds), [active, palette.tubeIds]);
  const { lightening } = known;
  const boxKnown = useMemo(() => knownTubes(searched, lightening), [searched, lightening]);
  const question = useMemo(
    (): BoxQuestion => ({
      box: boxKnown.solverTubes,
      notes: labs,
      recipeTubes: Math.min(MOST_RECIPE_TUBES, settings.maxTubesPerRecipe),
      lightening,
    }),
    [boxKnown, labs, settings.maxTubesPerRecipe, lightening],
  );
  const advised =
    known.tubes.length > LARGE_PALETTE
      ? { ...question, recipeTubes: Math.min(LARGE_RECIPE_TUBES, question.recipeTubes) }
      : question;
  if (notes.length === 0)
    return <p>Palettes are chosen for notes. Find some colours on Subject first, or type them.</p>;
  return (
    <div className="flex flex-col gap-6">
      {active.length > searched.length ? (
        <p>
          Asked of {searched.length} of your {active.length} tubes: this palette's own, and those that are
          most unlike each other.
        </p>
      ) : null}
      {known.tubes.length > LARGE_PALETTE ? (
        <p>In so large a palette each tube is judged by recipes of up to {LARGE_RECIPE_TUBES} tubes.</p>
      ) : null}
      <Advice known={known} boxKnown={boxKnown} question={advised} />
      <ChooseForMe boxKnown={boxKnown} question={question} paintingId={palette.paintingId} />
    </div>
  );
}

function Advice({
  known,
  boxKnown,
  question,
}: {
  known: KnownTubes;
  boxKnown: KnownTubes;
  question: BoxQuestion;
}) {
  const notes = useStudio((studio) => studio.notes);
  const places = useMemo(
    () => known.tubes.map((tube) => boxKnown.tubes.findIndex((other) => other.id === tube.id)),
    [known, boxKnown],
  );
  const request =
    known.tubes.length === 0 || places.includes(-1)
      ? undefined
      : { question, places, offered: boxKnown.tubes.map((_, place) => place) };
  const key = keyOf(request);
  const [givenUp, setGivenUp] = useState<string>();
  const isGivenUp = key !== undefined && key === givenUp;
  const task = useQuery(palettes, isGivenUp ? undefined : request, (remote, asked) =>
    remote.advise(asked.question, asked.places, asked.offered),
  );
  const advice = shownOf(task);
  if (task.status === "failed") return <TaskLine task={task} asking="" what="What each tube is worth" />;
  if (isGivenUp)
    return (
      <p>
        Given up.{" "}
        <Button
          weight="quiet"
          onClick={() => {
            setGivenUp(undefined);
          }}
        >
          work it out after all
        </Button>
      </p>
    );
  if (!advice)
    return (
      <Working
        onGiveUp={() => {
          setGivenUp(key);
        }}
      >
        Working out what each tube does for your notes
      </Working>
    );
  return (
    <div aria-busy={task.status === "asking"} className="flex flex-col gap-5">
      <p className="text-lg leading-snug">
        With this palette your {notes.length === 1 ? "note is" : `${notes.length} notes are`} missed by ΔE{" "}
        {advice.meanMiss.toFixed(2)} on average.
      </p>
      <section>
        <h2 className="border-b-2 border-ink font-bold">Why each tube is in it</h2>
        <Worth advice={advice} tubes={boxKnown.tubes} />
      </section>
      <Additions advice={advice} boxKnown={boxKnown} notes={notes} />
    </div>
  );
}

function Additions({
  advice,
  boxKnown,
  notes,
}: {
  advice: PaletteAdvice;
  boxKnown: KnownTubes;
  notes: readonly Note[];
}) {
  const additions = advice.additions.filter(({ gain }) => gain >= LEAST_GAIN).slice(0, SHOWN_ADDITIONS);
  const swaps = advice.swaps.filter(({ gain }) => gain >= LEAST_GAIN).slice(0, SHOWN_SWAPS);
  return (
    <div className="grid gap-x-6 gap-y-5 wide:grid-cols-2">
      <section>
        <h2 className="border-b-2 border-ink font-bold">Adding one tube</h2>
        {additions.length === 0 ? (
          <p className="py-1.5">No tube of your box would bring the notes nearer.</p>
        ) : null}
        <ul>
          {additions.map(({ tube, gain, meanMiss, reached }) => (
            <TubeLine key={tube} tube={boxKnown.tubes[tube]}>
              takes ΔE {gain.toFixed(2)} off, to {meanMiss.toFixed(2)}
              {reached.length > 0 ? `; reaches ${namesOf(reached, notes)}` : ""}
            </TubeLine>
          ))}
        </ul>
      </section>
      <section>
        <h2 className="border-b-2 border-ink font-bold">Swapping one</h2>
        {swaps.length === 0 ? (
          <p className="py-1.5">No swap with a tube of your box gains anything.</p>
        ) : null}
        <ul>
          {swaps.map(({ out, into, gain, meanMiss }) => (
            <TubeLine key={`${out} ${into}`} tube={boxKnown.tubes[into]}>
              for {boxKnown.tubes[out]?.label ?? ""}: takes ΔE {gain.toFixed(2)} off, to {meanMiss.toFixed(2)}
            </TubeLine>
          ))}
        </ul>
      </section>
    </div>
  );
}
