"use client";

/** From what lies there to a colour: by glazes, by a scumble, or better mixed. */
import Link from "next/link";
import { useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { VIEWING } from "../../data/standardViewing";
import { type PaintLayer, MOST_LAYERS } from "../../domain/layers/layering";
import { PASSAGE_WISHES, passageAim, type PassageWish } from "../../domain/layers/passageAims";
import { groundAfter, seenStack, UNSURE_FILM } from "../../domain/layers/seenStack";
import { layerOfScumble, layersOfGlazes } from "../../domain/layers/towards";
import { labFromStored } from "../../domain/reading/storedColor";
import { useTowards } from "../../kit/layers/useTowards";
import { TaskLine } from "../../kit/query/TaskLine";
import { useRecipes } from "../../kit/query/useRecipes";
import { shownOf } from "../../kit/query/useTask";
import { NoteSelect } from "../../kit/studio/NoteSelect";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { NEXT } from "../../ui/keepFocus";
import { Patch } from "../../ui/Patch";
import { deltaEText, describeLab, seenWords } from "../../words/colors";
import { costWords, layerWords, PASSAGE_WORDS, ratioWords } from "../../words/layers";
import type { KnownLayers } from "./known";
import type { LayerEdits } from "./useLayerEdits";

/** Beyond this ΔE00 films do not do it, and mixed paint is said to. */
const NOT_BY_LAYERS = 3;
const MOST_FILMS = ["1", "2", "3"] as const;

export function TowardsPanel({ known, edits }: { known: KnownLayers; edits: LayerEdits }) {
  const { layering, films, ground } = known;
  const notes = useStudio((studio) => studio.notes);
  const tubeById = useStudio((studio) => studio.tubeById);
  const [aim, setAim] = useState(layering.noteId ?? "warmer");
  const [from, setFrom] = useState<"ground" | "layers">(layering.layers.length > 0 ? "layers" : "ground");
  const [most, setMost] = useState<(typeof MOST_FILMS)[number]>("2");
  const base =
    from === "ground" || !ground ? ground : groundAfter(layering.layers, ground, films.habitOf, tubeById);
  const baseLab = base && labFromReflectance(base, VIEWING.D65);
  const note = notes.find(({ id }) => id === aim);
  const wish = PASSAGE_WISHES.find((one) => one === aim);
  const target = note ? labFromStored(note.target) : wish && baseLab && passageAim(baseLab, wish);
  const task = useTowards(base, target, most === "1" ? 1 : most === "2" ? 2 : 3);
  const found = shownOf(task);
  if (!base || !baseLab || !target)
    return (
      <p>The colour of the ground, or of a paint that lies on it, is not known. Choose the ground again.</p>
    );
  const plans =
    found === undefined
      ? []
      : [
          ...found.glazes.map((plan) => ({
            key: `glaze ${plan.glazes.map(({ paint }) => paint).join()}`,
            kind: plan.glazes.length === 1 ? "one glaze" : `${plan.glazes.length} glazes`,
            layers: layersOfGlazes(plan, found.tubes, films.habitOf),
          })),
          ...found.scumbles.slice(0, 1).flatMap((scumble) => {
            const layer = layerOfScumble(scumble, found.tubes, films.habitOf);
            return layer ? [{ key: "scumble", kind: "one scumble", layers: [layer] }] : [];
          }),
        ];
  const answers = plans
    .flatMap((plan) => {
      // What is promised is what these layers give, as thin as they can be laid.
      const rows = plan.layers.map((layer, i) => ({ ...layer, id: `${plan.key} ${i}` }));
      const laid = seenStack(rows, base, films.habitOf, tubeById);
      const result = laid?.after.at(-1);
      return laid && result
        ? [
            {
              ...plan,
              after: laid.after.slice(1),
              deltaE2000: deltaE2000(target, result),
              filmDoubt: laid.filmDoubt,
            },
          ]
        : [];
    })
    .sort((one, other) => one.deltaE2000 - other.deltaE2000);
  const nearest = answers[0]?.deltaE2000;
  return (
    <div className="flex flex-col gap-4">
      <NoteSelect label="the colour to reach" value={aim} onChange={setAim}>
        {PASSAGE_WISHES.map((one: PassageWish) => (
          <option key={one} value={one}>
            what is there, {PASSAGE_WORDS[one]}
          </option>
        ))}
      </NoteSelect>
      {layering.layers.length > 0 ? (
        <Choice
          label="From what"
          value={from}
          options={[
            { value: "layers", label: "over all layers" },
            { value: "ground", label: "over the bare ground" },
          ]}
          onChange={setFrom}
        />
      ) : null}
      <Choice
        label="Films at most"
        value={most}
        options={MOST_FILMS.map((value) => ({ value, label: value === "1" ? "1 film" : `${value} films` }))}
        onChange={setMost}
      />
      <TaskLine task={task} asking="Trying films" what="The films" />
      <ul aria-label="Ways to reach it" className="flex flex-col gap-5">
        {answers.map((answer, i) => (
          <li key={answer.key}>
            <Answer
              {...answer}
              base={baseLab}
              target={target}
              isFirst={i === 0}
              isFull={layering.layers.length + answer.layers.length > MOST_LAYERS}
              onTake={() => {
                edits.add(answer.layers);
              }}
            />
          </li>
        ))}
      </ul>
      {nearest !== undefined && nearest > NOT_BY_LAYERS ? (
        <MixInstead target={target} noteId={note?.id} nearest={nearest} />
      ) : null}
    </div>
  );
}

function Answer({
  kind,
  layers,
  after,
  deltaE2000,
  filmDoubt,
  base,
  target,
  isFirst,
  isFull,
  onTake,
}: {
  kind: string;
  layers: readonly Omit<PaintLayer, "id">[];
  after: readonly LabD65[];
  deltaE2000: number;
  filmDoubt: number;
  base: LabD65;
  target: LabD65;
  isFirst: boolean;
  isFull: boolean;
  onTake: () => void;
}) {
  const settings = useSettings();
  const result = after.at(-1) ?? base;
  return (
    <>
      <p className="font-bold">
        By {kind}: {deltaEText(deltaE2000)}, {seenWords(deltaE2000)}
      </p>
      <div className="flex h-14">
        <Patch
          lab={base}
          className="w-1/5"
          label={`what is there: ${describeLab(base, settings).sentence}`}
        />
        {after.map((lab, i) => (
          <Patch
            key={i}
            lab={lab}
            className="flex-1"
            label={`after ${layers[i]?.name ?? "the film"}: ${describeLab(lab, settings).sentence}`}
          />
        ))}
        <Patch lab={target} className="flex-1" label={`wanted: ${describeLab(target, settings).sentence}`} />
      </div>
      <p className="text-sm text-muted">what is there, after each film, wanted</p>
      <ol className="list-decimal pl-5">
        {layers.map((layer, i) => (
          <li key={i}>
            {layer.name}: {layerWords({ ...layer, id: "" })}, {ratioWords(layer, settings)}
          </li>
        ))}
      </ol>
      <p>
        It costs {costWords(target, result, settings)}.
        {filmDoubt > UNSURE_FILM
          ? ` A third more or less film moves it by ΔE ${filmDoubt.toFixed(1)}: opaque paint is surer.`
          : ""}
      </p>
      <Button
        className="mt-1"
        weight={isFirst ? "main" : "plain"}
        disabled={isFull}
        {...(isFirst && NEXT)}
        onClick={onTake}
      >
        Lay {layers.length === 1 ? "it" : "them"} here
      </Button>
    </>
  );
}

/** What the same tubes give as mixed, opaque paint. */
function MixInstead({
  target,
  noteId,
  nearest,
}: {
  target: LabD65;
  noteId: string | undefined;
  nearest: number;
}) {
  const recipes = shownOf(useRecipes(target))?.recipes ?? [];
  const mixed = Math.min(...recipes.map(({ deltaE2000 }) => deltaE2000));
  if (!Number.isFinite(mixed)) return null;
  return (
    <p className="border-t pt-3">
      {mixed < nearest - 0.5 ? (
        <>
          <span className="font-bold">Not by layers: mix it.</span> Mixed from the same tubes it comes within
          {deltaEText(mixed)}.{" "}
          {noteId ? (
            <Link href={`/mix?note=${noteId}`} className="underline underline-offset-4">
              Mix it
            </Link>
          ) : null}
        </>
      ) : (
        <>Mixed from the same tubes it comes no nearer: {deltaEText(mixed)}.</>
      )}
    </p>
  );
}
