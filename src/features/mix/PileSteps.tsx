"use client";

import { clsx } from "clsx";
import { Check, Pencil } from "lucide-react";
import { useState } from "react";
import type { Tube } from "../../persistence/schema";
import { Button } from "../../ui/Button";
import { SelectField, TextField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { labOfAdditions } from "../shared/paint";
import { useStudio } from "../shared/Studio";
import { describeLab, exactWords, knifeWords, tubeName } from "../shared/words";
import type { BenchStep } from "./bench.model";
import type { Bench } from "./useBench";

/** What lies in the pile and what comes next, with the predicted colour after each addition. */
export function PileSteps({ bench }: { bench: Bench }) {
  const { steps, pile } = bench;
  const [isAdding, setAdding] = useState(false);
  if (steps.length === 0 && !pile) return null;
  const open = steps.filter((step) => !step.isDone);
  const total = steps.filter((step) => step.isDone).reduce((sum, step) => sum + step.parts, 0);
  return (
    <section aria-labelledby="pile" className="mt-4">
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="pile" className="font-bold">
          {pile ? "What is in the pile" : "Lay it down in this order"}
        </h2>
        {pile ? <PileTotal parts={total} /> : null}
      </div>
      <ol className="mt-1 border-t">
        {steps.map((step, i) => (
          <StepRow
            key={`${i}-${step.tubeId}`}
            step={step}
            before={steps.slice(0, i)}
            onLay={(parts) => {
              bench.lay([{ tubeId: step.tubeId, parts }], true);
            }}
          />
        ))}
      </ol>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        {open.length > 0 ? (
          <Button
            weight={pile ? "plain" : "main"}
            onClick={() => {
              bench.lay(open, true);
            }}
          >
            {pile ? "The rest is down" : "All of it is down"}
          </Button>
        ) : null}
        <Button
          aria-expanded={isAdding}
          onClick={() => {
            setAdding(!isAdding);
          }}
        >
          Something else
        </Button>
        {pile ? (
          <>
            <Button weight="quiet" onClick={bench.undo}>
              undo the last
            </Button>
            <Button weight="quiet" onClick={bench.setAside}>
              set aside, start again
            </Button>
          </>
        ) : null}
      </div>
      {isAdding ? <SomethingElse bench={bench} /> : null}
    </section>
  );
}

function PileTotal({ parts }: { parts: number }) {
  const { settings } = useStudio();
  return <span className="text-muted">{exactWords(parts, settings)}</span>;
}

function StepRow({
  step,
  before,
  onLay,
}: {
  step: BenchStep;
  before: readonly BenchStep[];
  onLay: (parts: number) => void;
}) {
  const { tubeById, settings } = useStudio();
  const [isEditing, setEditing] = useState(false);
  const label = tubeName(tubeById.get(step.tubeId));
  const amount = knifeWords(step.parts, settings);
  const after = labOfAdditions([...before, step], tubeById);
  return (
    <li className="flex items-stretch border-b">
      <div className="flex min-w-0 flex-1 flex-wrap items-center">
        <button
          type="button"
          disabled={step.isDone}
          aria-label={step.isDone ? `Done: ${amount} ${label}` : `Tick: ${amount} ${label} is down`}
          className="flex min-h-11 min-w-0 flex-1 items-center gap-3 text-left"
          onClick={() => {
            onLay(step.parts);
          }}
        >
          <span
            aria-hidden="true"
            className={clsx(
              "flex size-6 shrink-0 items-center justify-center rounded-full border-2 border-ink",
              step.isDone && "bg-ink text-surface",
            )}
          >
            {step.isDone ? <Check className="size-4" strokeWidth={3} /> : null}
          </span>
          <span className="leading-snug">
            <span className="font-semibold">{amount}</span> {label}
          </span>
          <span className="ml-auto shrink-0 pr-3 text-sm text-muted">{exactWords(step.parts, settings)}</span>
        </button>
        {step.isDone ? null : (
          <button
            type="button"
            className="flex size-11 items-center justify-center"
            aria-label={`Put down another amount of ${label}`}
            aria-expanded={isEditing}
            onClick={() => {
              setEditing(!isEditing);
            }}
          >
            <Pencil aria-hidden="true" className="size-4" />
          </button>
        )}
        {isEditing && !step.isDone ? (
          <OtherAmount label={label} suggested={step.parts} onLay={onLay} />
        ) : null}
      </div>
      {after ? (
        <Patch
          lab={after}
          label={`Predicted after this: ${describeLab(after, settings).sentence}`}
          className="w-16 shrink-0"
        />
      ) : null}
    </li>
  );
}

/** Volumes that no painter puts into one pile; a slip of the decimal point is caught here. */
const MOST_PARTS = 1000;

function OtherAmount({
  label,
  suggested,
  onLay,
}: {
  label: string;
  suggested: number;
  onLay: (parts: number) => void;
}) {
  const [text, setText] = useState(String(Number(suggested.toPrecision(3))));
  const parts = Number(text.replace(",", "."));
  const isGood = text.trim() !== "" && Number.isFinite(parts) && parts > 0 && parts <= MOST_PARTS;
  return (
    <form
      className="flex basis-full items-end gap-3 pr-3 pb-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (isGood) onLay(parts);
      }}
    >
      <TextField
        className="flex-1"
        label={`Parts of ${label} put down`}
        inputMode="decimal"
        value={text}
        error={isGood ? undefined : "Type the amount in parts, such as 0.5; more than 0."}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <Button type="submit" disabled={!isGood}>
        It is down
      </Button>
    </form>
  );
}

function SomethingElse({ bench }: { bench: Bench }) {
  const { board, box, settings, tubeById } = useStudio();
  const tubes: readonly Tube[] = [...board, ...box.filter((tube) => !board.includes(tube))];
  const sizes = [settings.sizes.speckParts, settings.sizes.touchParts, 0.25, 0.5, 1, 2, 4];
  const [tubeId, setTubeId] = useState(tubes[0]?.id ?? "");
  const [size, setSize] = useState(1);
  const parts = sizes[size] ?? 0;
  const done = bench.steps.filter((step) => step.isDone);
  const after = labOfAdditions([...done, { tubeId, parts }], tubeById);
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        bench.lay([{ tubeId, parts }], false);
      }}
    >
      <SelectField
        label="Amount"
        value={String(size)}
        onChange={(event) => {
          setSize(Number(event.target.value));
        }}
      >
        {sizes.map((value, i) => (
          <option key={value} value={String(i)}>
            {knifeWords(value, settings)}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="Tube"
        className="min-w-0 flex-1"
        value={tubeId}
        onChange={(event) => {
          setTubeId(event.target.value);
        }}
      >
        {tubes.map((tube) => (
          <option key={tube.id} value={tube.id}>
            {tube.label}
            {board.includes(tube) ? "" : " (in the box)"}
          </option>
        ))}
      </SelectField>
      {after ? (
        <Patch
          lab={after}
          label={`Predicted with it: ${describeLab(after, settings).sentence}`}
          className="h-11 w-16"
        />
      ) : null}
      <Button type="submit">Add it</Button>
    </form>
  );
}
