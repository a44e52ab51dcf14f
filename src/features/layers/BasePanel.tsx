"use client";

/** The base that a glaze wants: a grey for each note, or a mixture of the palette. */
import { useMemo, useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { valueText } from "../../core/describe/valueScale";
import { thicknessOf, WORD_SHARES } from "../../domain/layers/film";
import { middleGrey } from "../../domain/layers/tonedGround";
import type { PaintLayer } from "../../domain/layers/layering";
import { labFromStored, storedFromLab } from "../../domain/reading/storedColor";
import { useLayerCommands } from "../../kit/commands/layerings";
import { type FilmOver, useBaseRecipes, useGreysUnder } from "../../kit/layers/useTowards";
import { usePictureAreas } from "../../kit/picture/usePictureAreas";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";
import { attempt } from "../../kit/studio/problems";
import { NoteSelect } from "../../kit/studio/NoteSelect";
import { useStore, useSettings, useStudio } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { deltaEText, describeLab, seenWords } from "../../words/colors";
import { handWords, tubeName } from "../../words/doses";
import type { KnownLayers } from "./known";

const FILMS = ["thin", "middle", "full"] as const;
const TONED_UNCERTAINTY = 4;
const NONE: readonly never[] = [];

export function BasePanel({ known, chosen }: { known: KnownLayers; chosen: PaintLayer | undefined }) {
  const settings = useSettings();
  const board = useStudio((studio) => studio.board);
  const box = useStudio((studio) => studio.box);
  const notes = useStudio((studio) => studio.notes);
  const own = chosen?.amounts.length === 1 ? chosen.amounts[0]?.tubeId : undefined;
  const [tubeId, setTubeId] = useState(own ?? board[0]?.id ?? "");
  const [film, setFilm] = useState<(typeof FILMS)[number]>("thin");
  const [noteId, setNoteId] = useState(known.layering.noteId ?? notes[0]?.id ?? "");
  const tube = box.find(({ id }) => id === tubeId);
  const over: FilmOver | undefined = tube && {
    tube,
    thickness: thicknessOf(WORD_SHARES[film], known.films.habitOf([{ tubeId: tube.id, parts: 1 }])),
  };
  const targets = notes.map((note) => labFromStored(note.target));
  const greys = useGreysUnder(targets, over);
  const found = shownOf(greys);
  const note = notes.find(({ id }) => id === noteId);
  const recipes = useBaseRecipes(note && labFromStored(note.target), over);
  const answer = shownOf(recipes);
  const recipe = answer?.recipes[0];
  const tubeById = useStudio((studio) => studio.tubeById);
  if (notes.length === 0) return <p className="text-muted">This painting has no notes yet.</p>;
  return (
    <div className="flex flex-col gap-4">
      <SelectField
        label="the glaze that will lie on it"
        value={tubeId}
        onChoose={(picked) => {
          setTubeId(picked);
        }}
      >
        {[...board, ...box.filter(({ id }) => id === own && !board.some((one) => one.id === id))].map(
          ({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ),
        )}
      </SelectField>
      <Choice
        label="How thin"
        value={film}
        options={FILMS.map((value) => ({ value, label: value }))}
        onChange={setFilm}
      />
      <section aria-labelledby="wanted-mixture">
        <h3 id="wanted-mixture" className="font-bold">
          A base from this palette
        </h3>
        <NoteSelect label="for the note" value={noteId} onChange={setNoteId} />
        <TaskLine task={recipes} asking="Mixing the base" what="The base" />
        {recipe ? (
          <p className="mt-1">
            {recipe.parts
              .map((part, i) => {
                const id = answer.tubeIds[part.tube] ?? "";
                const parts = (recipe.laidDown.volumes[i] ?? 0) * answer.partsPerUnit;
                const of = { tube: tubeById.get(id) };
                return `${handWords(parts, settings, of)} ${tubeName(tubeById.get(id))}`;
              })
              .join(", ")}
            : under the glaze it is {deltaEText(recipe.laidDown.deltaE2000)} from the note,{" "}
            {seenWords(recipe.laidDown.deltaE2000)}.
          </p>
        ) : null}
      </section>
      <section aria-labelledby="wanted-greys">
        <h3 id="wanted-greys" className="font-bold">
          In greys, for all notes
        </h3>
        <TaskLine task={greys} asking="Working out the greys" what="The greys" />
        <ul>
          {found?.map((grey, i) => {
            const of = notes[i];
            return of ? (
              <li key={of.id} className="flex items-center gap-3 border-t py-1">
                <span className="flex h-11 w-24 shrink-0">
                  <Patch lab={grey.base} className="flex-1" />
                  <Patch lab={grey.predicted} className="flex-1" />
                  <Patch lab={labFromStored(of.target)} className="flex-1" />
                </span>
                <span className="leading-tight">
                  {of.number} {of.name}: grey of value {valueText(grey.base[0], settings.scale)}
                  <span className="block text-sm text-muted">
                    with the glaze {deltaEText(grey.deltaE2000)} from the note
                  </span>
                </span>
              </li>
            ) : null;
          })}
        </ul>
        <p className="text-sm text-muted">Each: the grey, the grey under the glaze, the note.</p>
      </section>
      {over ? (
        <TonedGround known={known} over={over} ofNotes={found?.map(({ base }) => base) ?? NONE} />
      ) : null}
    </div>
  );
}

/** The largest areas of a picture say what most of it wants. */
const MOST_AREAS = 60;

/** One ground for the whole painting: the middle of the greys that the picture wants, by area; or else of the notes'. */
function TonedGround({
  known,
  over,
  ofNotes,
}: {
  known: KnownLayers;
  over: FilmOver;
  ofNotes: readonly LabD65[];
}) {
  const store = useStore();
  const settings = useSettings();
  const { changeLayering } = useLayerCommands();
  const areas = usePictureAreas();
  const largest = useMemo(
    () => [...(areas ?? NONE)].sort((one, other) => other.share - one.share).slice(0, MOST_AREAS),
    [areas],
  );
  const task = useGreysUnder(
    largest.map(({ lab }) => lab),
    over,
  );
  const ofPicture = shownOf(task);
  const isOfPicture = largest.length > 0;
  const greys = isOfPicture
    ? (ofPicture ?? NONE).map(({ base }, i) => ({ base, share: largest[i]?.share ?? 0 }))
    : ofNotes.map((base) => ({ base, share: 1 }));
  const middle = middleGrey(greys);
  if (!middle)
    return <TaskLine task={task} asking="Looking at the whole picture" what="The ground for the picture" />;
  const { layering } = known;
  return (
    <section aria-labelledby="toned-ground">
      <h3 id="toned-ground" className="font-bold">
        One toned ground
      </h3>
      <div className="flex items-center gap-3">
        <Patch lab={middle} className="h-11 w-16 shrink-0" />
        <span>
          {describeLab(middle, settings).sentence}:{" "}
          {isOfPicture
            ? "as much of the picture wants a darker base as a lighter one."
            : "as many notes want a darker base as a lighter one."}
        </span>
      </div>
      <Button
        className="mt-2"
        onClick={() => {
          const ground = {
            kind: "toned" as const,
            name: `Grey of value ${valueText(middle[0], settings.scale)}`,
            color: storedFromLab(middle, "predicted", TONED_UNCERTAINTY),
            isWet: false,
          };
          attempt(
            undoably(
              store,
              `${layering.name} lies on a toned ground now.`,
              [["layerings", layering.id]],
              () => changeLayering(layering.id, () => ({ ground })),
            ),
          );
        }}
      >
        Plan on this ground
      </Button>
    </section>
  );
}
