"use client";

/** The best few tubes of the box for the notes, under the painter's wishes. */
import { useEffect, useRef, useState } from "react";
import type { ChosenPalette, PaletteChoice } from "../../core/palette/choosePalette";
import type { Tube } from "../../domain/tube/tube";
import type { BoxQuestion } from "../../workers/paletteApi";
import { Fold } from "../../ui/Fold";
import { Button } from "../../ui/Button";
import { CheckField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { Notice } from "../../ui/Notice";
import { Working } from "../../ui/Working";
import { isBlackTube, isLightfast } from "../../domain/tube/kinds";
import { attempt } from "../../kit/studio/problems";
import { useStudio } from "../../kit/studio/useStudio";
import { usePaletteCommands } from "../../kit/commands/palettes";
import type { KnownTubes } from "../../domain/tube/knownTubes";
import { MissCurve } from "./MissCurve";
import { palettes } from "../../workers/clients";
import { workFailureWords } from "../../words/failures";
import { useQuery } from "../../kit/query/useQuery";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";
import { Worth } from "./Worth";

type Wishes = {
  readonly isWithoutCadmium: boolean;
  readonly isLightfast: boolean;
  readonly isWithoutBlack: boolean;
  readonly isSinglePigment: boolean;
  readonly most: number;
  readonly heldIds: readonly string[];
};

const NO_WISHES: Wishes = {
  isWithoutCadmium: false,
  isLightfast: false,
  isWithoutBlack: false,
  isSinglePigment: false,
  most: 6,
  heldIds: [],
};
const WISH_WORDS = {
  isWithoutCadmium: "without cadmium",
  isLightfast: "light-fast only (I or II)",
  isWithoutBlack: "without black",
  isSinglePigment: "single pigments only",
} as const satisfies Partial<Record<keyof Wishes, string>>;
const FEWEST = 3;
const SIZES = [3, 4, 5, 6, 7, 8] as const;

function isWished(tube: Tube, wishes: Wishes): boolean {
  return (
    !(wishes.isWithoutCadmium && tube.hazard === "cadmium") &&
    !(wishes.isLightfast && !isLightfast(tube)) &&
    !(wishes.isWithoutBlack && isBlackTube(tube)) &&
    !(wishes.isSinglePigment && tube.colourIndexNames.length !== 1)
  );
}

type ChoiceState =
  | { readonly kind: "none" }
  | { readonly kind: "choosing"; readonly share: number }
  | {
      readonly kind: "chosen";
      readonly choice: PaletteChoice;
      /** What was asked, of these tubes: the box may change while the answer stands. */
      readonly question: BoxQuestion;
      readonly tubes: readonly Tube[];
    }
  | { readonly kind: "failed"; readonly word: string };

export function ChooseForMe({
  boxKnown,
  question,
  paintingId,
}: {
  boxKnown: KnownTubes;
  question: BoxQuestion;
  paintingId: string;
}) {
  const [wishes, setWishes] = useState(NO_WISHES);
  const [state, setState] = useState<ChoiceState>({ kind: "none" });
  const running = useRef<AbortController>(null);
  useEffect(() => () => running.current?.abort(), []);

  const choose = async (): Promise<void> => {
    running.current?.abort();
    const held = boxKnown.tubes.flatMap((tube, place) => (wishes.heldIds.includes(tube.id) ? [place] : []));
    const offered = boxKnown.tubes.flatMap((tube, place) => (isWished(tube, wishes) ? [place] : []));
    if (held.length + offered.length === 0) {
      setState({ kind: "failed", word: "No tube of your box is like that. Take a wish away." });
      return;
    }
    if (held.length > wishes.most) {
      setState({
        kind: "failed",
        word: `${held.length} tubes must be held, and the palette may have ${wishes.most}. Hold fewer, or allow more.`,
      });
      return;
    }
    const candidates = new Set([...held, ...offered]).size;
    setState({ kind: "choosing", share: 0 });
    const run = new AbortController();
    running.current = run;
    const fewest = Math.max(1, Math.min(FEWEST, wishes.most, candidates));
    const answer = await palettes.ask(
      (remote, tell) => remote.choose(question, { fewest, most: wishes.most, held, offered }, tell),
      {
        signal: run.signal,
        onProgress: (share: number) => {
          setState({ kind: "choosing", share });
        },
      },
    );
    if (run.signal.aborted) return;
    setState(
      answer.ok
        ? { kind: "chosen", choice: answer.value, question, tubes: boxKnown.tubes }
        : { kind: "failed", word: workFailureWords("The best palettes", answer.failure) },
    );
  };

  return (
    <section>
      <h2 className="border-b-2 border-ink font-bold">Choose for me, from {boxKnown.tubes.length} tubes</h2>
      <div className="mt-2 flex flex-wrap items-end gap-x-6 gap-y-2">
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="sr-only">Wishes</legend>
          {Object.entries(WISH_WORDS).map(([name, words]) => (
            <CheckField
              key={name}
              label={words}
              isChecked={wishes[name as keyof typeof WISH_WORDS]}
              onChange={(isChecked) => {
                setWishes({ ...wishes, [name]: isChecked });
              }}
            />
          ))}
        </fieldset>
        <SelectField
          label="at most"
          value={String(wishes.most)}
          onChoose={(picked) => {
            setWishes({ ...wishes, most: Number(picked) });
          }}
        >
          {SIZES.map((size) => (
            <option key={size} value={String(size)}>
              {size} tubes
            </option>
          ))}
        </SelectField>
      </div>
      <Fold
        label={
          <>
            must hold:{" "}
            {wishes.heldIds.length === 0 ? "nothing in particular" : `${wishes.heldIds.length} tubes`}
          </>
        }
      >
        <div className="flex flex-wrap gap-x-5">
          {boxKnown.tubes.map((tube) => (
            <CheckField
              key={tube.id}
              label={tube.label}
              isChecked={wishes.heldIds.includes(tube.id)}
              isDisabled={!wishes.heldIds.includes(tube.id) && wishes.heldIds.length >= wishes.most}
              onChange={(isChecked) => {
                setWishes({
                  ...wishes,
                  heldIds: isChecked
                    ? [...wishes.heldIds, tube.id]
                    : wishes.heldIds.filter((id) => id !== tube.id),
                });
              }}
            />
          ))}
        </div>
      </Fold>
      {state.kind === "choosing" ? (
        <Working
          onGiveUp={() => {
            running.current?.abort();
            setState({ kind: "none" });
          }}
        >
          Comparing palettes, {Math.round(100 * state.share)} %
        </Working>
      ) : (
        <Button
          weight="main"
          onClick={() => {
            void choose();
          }}
        >
          Find the best palettes
        </Button>
      )}
      <Notice className="mt-3">{state.kind === "failed" ? state.word : undefined}</Notice>
      {state.kind === "chosen" ? (
        <Chosen choice={state.choice} question={state.question} tubes={state.tubes} paintingId={paintingId} />
      ) : null}
    </section>
  );
}

function Chosen({
  choice,
  question,
  tubes,
  paintingId,
}: {
  choice: PaletteChoice;
  question: BoxQuestion;
  tubes: readonly Tube[];
  paintingId: string;
}) {
  const rows = useStudio((studio) => studio.notes);
  const { addPalette } = usePaletteCommands();
  const [keptIds, setKeptIds] = useState<readonly string[]>([]);
  const keep = async (size: number, { tubes: places }: ChosenPalette): Promise<void> => {
    const tubeIds = places.flatMap((place) => tubes[place]?.id ?? []);
    await addPalette({
      paintingId,
      name: `${size} chosen for ${question.notes.length} notes`,
      tubeIds,
      remark: "",
    });
    setKeptIds((ids) => [...ids, places.join()]);
  };
  return (
    <div aria-live="polite" className="mt-4">
      <p>
        {choice.isExact
          ? "Every palette of these sizes was compared."
          : `Too many to compare them all: these are the best that were found. Even the whole box misses by ΔE ${(choice.lowerBound ?? 0).toFixed(2)}.`}
      </p>
      <MissCurve choice={choice} />
      <ul>
        {choice.sizes.map(({ size, palettes }) => {
          const [best] = palettes;
          if (!best) return null;
          const worst = best.misses.indexOf(best.worstMiss);
          const isKept = keptIds.includes(best.tubes.join());
          return (
            <li key={size} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2">
              <span className="w-20 shrink-0 font-bold">{size} tubes</span>
              <span className="min-w-0 flex-1 basis-64 leading-tight">
                {best.tubes.map((place) => tubes[place]?.label ?? "").join(", ")}
                <span className="block text-muted">
                  mean ΔE {best.meanMiss.toFixed(2)}, worst {best.worstMiss.toFixed(1)} (
                  {rows[worst]?.name ?? ""})
                </span>
              </span>
              <Button
                aria-label={isKept ? `${size} tubes: kept` : `Keep the palette of ${size} tubes`}
                disabled={isKept}
                onClick={() => {
                  attempt(keep(size, best));
                }}
              >
                {isKept ? "kept" : "Keep it"}
              </Button>
              <Why size={size} places={best.tubes} question={question} tubes={tubes} />
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Worked out when it is opened. */
function Why({
  size,
  places,
  question,
  tubes,
}: {
  size: number;
  places: readonly number[];
  question: BoxQuestion;
  tubes: readonly Tube[];
}) {
  const [isOpen, setOpen] = useState(false);
  const task = useQuery(palettes, isOpen ? { question, places } : undefined, (remote, asked) =>
    remote.advise(asked.question, asked.places, NONE),
  );
  const advice = shownOf(task);
  return (
    <Fold label={<>why these {size}</>} className="basis-full" onOpenChange={setOpen}>
      <TaskLine task={task} asking="Working it out" what="The reasons" />
      {advice ? <Worth advice={advice} tubes={tubes} /> : null}
    </Fold>
  );
}

const NONE: readonly never[] = [];
