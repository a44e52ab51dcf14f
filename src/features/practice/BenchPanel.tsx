"use client";

/** Matching on a bench of hidden paint: doses by touch, few additions, little paint; then what the engine needed. */
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { labD65 } from "../../core/color/types";
import { USUAL_WISH, usePracticeTubes } from "../../kit/practice/usePractice";
import { attempt } from "../../kit/studio/problems";
import { forget, recall, remember } from "../../kit/studio/remembered";
import { useSettings } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Notice } from "../../ui/Notice";
import { LEVEL_WORDS } from "../../words/practice";
import { palettes } from "../../workers/clients";
import { BenchMatch, type BenchState } from "./BenchMatch";

const KEY = "gaman-practice-bench";

function recalled(): BenchState | undefined {
  try {
    const held: unknown = JSON.parse(recall(KEY) ?? "null");
    if (typeof held !== "object" || held === null || !("target" in held) || !("piles" in held))
      return undefined;
    const state = held as BenchState;
    const [l, a, b] = state.target;
    const isWhole =
      Array.isArray(state.ids) && [l, a, b, state.seed, ...state.piles.flat()].every(Number.isFinite);
    return isWhole ? { ...state, target: labD65(l, a, b) } : undefined;
  } catch {
    // What was written by another hand is no bench.
    return undefined;
  }
}

export function BenchPanel() {
  const settings = useSettings();
  // A broken-off match lies there as it was left.
  const [state, setState] = useState(recalled);
  const [kind, setKind] = useState<"bench" | "grey">("bench");
  const [sense, setSense] = useState<"eye" | "instrument">("eye");
  const [word, setWord] = useState<string>();
  const level = state?.level ?? settings.practice?.level ?? USUAL_WISH.level;
  const tubes = usePracticeTubes(level);
  const change = (next: BenchState | undefined): void => {
    setState(next);
    if (next) remember(KEY, JSON.stringify(next));
    else forget(KEY);
  };
  const begin = async (): Promise<void> => {
    const seed = Date.now() % 2 ** 31;
    const target: LabD65 | undefined = await palettes
      .ask((remote) => remote.benchTarget(tubes.tubes, seed, kind === "grey"))
      .then((answer) => (answer.ok ? answer.value : undefined));
    if (!target) {
      setWord("These tubes give no colour to match. Put more tubes on your board, or choose other tubes.");
      return;
    }
    setWord(undefined);
    change({
      kind,
      level,
      ids: tubes.ids,
      seed,
      target,
      withInstrument: sense === "instrument",
      piles: [[]],
      looks: [0],
      isDone: false,
    });
  };
  if (state?.ids.join() === tubes.ids.join())
    return <BenchMatch key={state.seed} state={state} tubes={tubes} onChange={change} />;
  return (
    <div className="mt-4 flex max-w-3xl flex-col gap-4">
      <p>
        The paint on this bench is hidden: it differs from its labels as real tubes do, and no prediction
        knows it. Mix with as few additions and as little paint as you can. Afterwards you see what Gaman
        would have needed with the same paint.
      </p>
      <p className="text-muted">
        Tubes: {LEVEL_WORDS[level].label} ({tubes.names.map(({ label }) => label).join(", ")}). Choose others
        under “Today”.
      </p>
      <Choice
        label="What to mix"
        value={kind}
        options={[
          { value: "bench", label: "a colour" },
          { value: "grey", label: "a neutral grey, twice alike" },
        ]}
        onChange={setKind}
      />
      <Choice
        label="How to judge it"
        value={sense}
        options={[
          { value: "eye", label: "by eye" },
          { value: "instrument", label: "with the instrument", hint: "a simulated one, with its noise" },
        ]}
        onChange={setSense}
      />
      <Button
        weight="main"
        data-next=""
        className="self-start"
        onClick={() => {
          attempt(begin());
        }}
      >
        Begin a match
      </Button>
      <Notice>{word}</Notice>
    </div>
  );
}
