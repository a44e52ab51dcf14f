"use client";

/** One match on the bench of hidden paint. */
import { useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import type { Level } from "../../domain/practice/practice";
import { usePracticeCommands } from "../../kit/commands/practice";
import { askEngine, useHiddenBench } from "../../kit/practice/useHiddenBench";
import type { PracticeTubes } from "../../kit/practice/usePractice";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Patch } from "../../ui/Patch";
import { Status } from "../../ui/Status";
import { deltaEText, describeLab, seenWords } from "../../words/colors";
import { handWords } from "../../words/doses";

export type BenchState = {
  readonly kind: "bench" | "grey";
  readonly level: Level;
  /** Tubes that the places mean: on a board that was changed since they would mean others. */
  readonly ids: readonly string[];
  readonly seed: number;
  readonly target: LabD65;
  readonly withInstrument: boolean;
  /** Of each pile, volumes by tube of what was stirred in: the second one of a grey that is made twice. */
  readonly piles: readonly (readonly number[])[];
  /** How often each pile was stirred and looked at. */
  readonly looks: readonly number[];
  /** Doses that lie beside the pile and are not stirred in yet. */
  readonly waiting?: readonly number[];
  readonly isDone: boolean;
};

const DOSES = ["1", "0.25", "0.0625", "0.015625"] as const;

export function BenchMatch({
  state,
  tubes,
  onChange,
}: {
  state: BenchState;
  tubes: PracticeTubes;
  onChange: (next: BenchState | undefined) => void;
}) {
  const settings = useSettings();
  const { addPractice, keepAnswer } = usePracticeCommands();
  const bench = useHiddenBench(tubes, state.seed);
  const [dose, setDose] = useState<(typeof DOSES)[number]>("1");
  const [engine, setEngine] = useState<string>();
  const { target, piles, looks, waiting = [], withInstrument, kind } = state;
  const at = piles.length - 1;
  const pile = piles[at] ?? [];
  const look = looks[at] ?? 0;
  const isThere = volumeOf(pile) > 0;
  const seen = isThere ? bench.seen(pile) : undefined;
  const read = isThere && withInstrument ? bench.read(pile, look) : undefined;
  const waits = volumeOf(waiting) > 0;
  const add = (place: number): void => {
    const next = tubes.ids.map((_, i) => (waiting[i] ?? 0) + (i === place ? Number(dose) : 0));
    onChange({ ...state, waiting: next });
  };
  const stir = (): void => {
    const next = tubes.ids.map((_, i) => (pile[i] ?? 0) + (waiting[i] ?? 0));
    onChange({
      ...state,
      waiting: [],
      piles: [...piles.slice(0, -1), next],
      looks: [...looks.slice(0, -1), look + 1],
    });
  };
  const additions = looks.reduce((sum, count) => sum + Math.max(0, count - 1), 0);
  const parts = piles.reduce((sum, one) => sum + volumeOf(one), 0);
  const end = async (now: number): Promise<void> => {
    const results = piles.map((one) => bench.seen(one));
    const [result, again] = results;
    if (!result) return;
    onChange({ ...state, waiting: [], isDone: true });
    setEngine("asking");
    const needed = await askEngine(tubes, target, bench);
    setEngine(
      needed
        ? `Gaman, with the instrument: ${additionsWords(needed.additions)}, ${handWords(needed.parts, settings)}, ${deltaEText(needed.deltaE2000)}.`
        : "Gaman could not try it with these tubes.",
    );
    const session = await addPractice({
      startedAt: now,
      level: state.level,
      seed: state.seed,
      tubes: tubes.names,
      questions: [{ drill: kind, axis: "mixing", patches: [target], choices: [], key: [] }],
    });
    await keepAnswer(session.id, 0, {
      at: now,
      given: [],
      bench: {
        result,
        ...(again && { again }),
        additions,
        parts,
        withInstrument,
        ...(needed && { engine: needed }),
      },
    });
  };
  if (state.isDone)
    return (
      <BenchResult
        target={target}
        results={piles.filter((one) => volumeOf(one) > 0).map((one) => bench.seen(one))}
        yours={`You: ${additionsWords(additions)}, ${handWords(parts, settings)}.`}
        engine={engine}
        onAgain={() => {
          onChange(undefined);
        }}
      />
    );
  const isSecondToCome = kind === "grey" && piles.length === 1;
  return (
    <div className="mt-4 grid gap-5 wide:grid-cols-[minmax(0,1fr)_24rem]">
      <div>
        <div className="flex h-56 wide:h-80">
          <Patch
            lab={target}
            className="flex-1"
            label={`the target: ${describeLab(target, settings).sentence}`}
          />
          {seen ? (
            <Patch lab={seen} className="flex-1" label="your pile" />
          ) : (
            <div className="flex flex-1 items-center justify-center border-2 border-dashed border-edge p-4 text-center text-muted">
              {at === 0 ? "Nothing lies here yet" : "The second pile: from nothing, as before"}
            </div>
          )}
        </div>
        <div className="flex">
          <span className="flex-1">target: {describeLab(target, settings).sentence}</span>
          <span className="flex-1">{seen ? "your pile" : ""}</span>
        </div>
        <Status className="mt-2 text-lg">
          {read
            ? `The instrument: ${deltaEText(deltaE2000(target, read))}, ${seenWords(deltaE2000(target, read))}${missesOf(target, read, settings.scale)}.`
            : seen
              ? "Look along the edge of the two. What is off first: value, hue or brightness?"
              : ""}
        </Status>
        <p className="text-muted">
          {additionsWords(additions)} so far, {handWords(parts, settings)} laid
        </p>
      </div>
      <div className="flex flex-col gap-3">
        <Choice
          label="Dose"
          value={dose}
          options={DOSES.map((value) => ({ value, label: handWords(Number(value), settings) }))}
          onChange={setDose}
        />
        <ul aria-label="Tubes on the bench" className="grid grid-cols-2 gap-2">
          {tubes.names.map(({ label }, place) => (
            <li key={tubes.ids[place]} className="flex">
              <button
                type="button"
                className="min-h-14 w-full border-2 border-edge px-2 py-1 text-left hover:border-ink"
                onClick={() => {
                  add(place);
                }}
              >
                <span className="font-semibold">{label}</span>
                {(waiting[place] ?? 0) > 0 ? (
                  <span className="block text-muted">
                    {handWords(waiting[place] ?? 0, settings)} to stir in
                  </span>
                ) : null}
              </button>
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-3">
          <Button weight={waits ? "main" : "plain"} isWaiting={!waits} onClick={stir}>
            Stir and look
          </Button>
          {waits ? (
            <Button
              weight="quiet"
              onClick={() => {
                onChange({ ...state, waiting: [] });
              }}
            >
              take the doses back
            </Button>
          ) : null}
          <Button
            weight={isThere && !waits ? "main" : "plain"}
            isWaiting={!isThere || waits}
            onClick={() => {
              if (isSecondToCome) onChange({ ...state, piles: [...piles, []], looks: [...looks, 0] });
              else attempt(end(Date.now()));
            }}
          >
            {isSecondToCome ? "That is it; now once more" : "That is it"}
          </Button>
        </div>
        <Button
          weight="quiet"
          className="self-start"
          onClick={() => {
            onChange(undefined);
          }}
        >
          give it up
        </Button>
      </div>
    </div>
  );
}

function BenchResult({
  target,
  results,
  yours,
  engine,
  onAgain,
}: {
  target: LabD65;
  results: readonly LabD65[];
  yours: string;
  engine: string | undefined;
  onAgain: () => void;
}) {
  const settings = useSettings();
  const [first, second] = results;
  return (
    <div className="mt-4">
      <div className="flex h-56">
        <Patch
          lab={target}
          className="flex-1"
          label={`the target: ${describeLab(target, settings).sentence}`}
        />
        {results.map((lab, i) => (
          <Patch
            key={i}
            lab={lab}
            className="flex-1"
            label={`yours: ${describeLab(lab, settings).sentence}`}
          />
        ))}
      </div>
      <div className="mt-2 text-lg">
        {first ? (
          <p className="font-semibold">
            {deltaEText(deltaE2000(target, first))} from the target, {seenWords(deltaE2000(target, first))}
            {missesOf(target, first, settings.scale)}.
          </p>
        ) : null}
        {first && second ? (
          <p>
            The two are {deltaEText(deltaE2000(first, second))} apart, {seenWords(deltaE2000(first, second))}.
          </p>
        ) : null}
        <p>{yours}</p>
        <Status>{engine === "asking" ? "Gaman tries the same paint" : (engine ?? "")}</Status>
        <p className="mt-1 text-muted">
          The paint here differs from every label, as real tubes do. What helps with it helps at the easel:
          add less than you think, look, and add again.
        </p>
      </div>
      <Button weight="main" data-next="" className="mt-3" onClick={onAgain}>
        Another match
      </Button>
    </div>
  );
}

function missesOf(target: LabD65, seen: LabD65, scale: Parameters<typeof differenceWords>[3]): string {
  const words = missWords(differenceWords(target, seen, WORKING_TOLERANCE, scale));
  return words.length > 0 ? `; ${words.join(", ")}` : "";
}

function additionsWords(count: number): string {
  return count === 1 ? "1 addition" : `${count} additions`;
}

function volumeOf(pile: readonly number[]): number {
  return pile.reduce((sum, volume) => sum + volume, 0);
}
