"use client";

/** All tubes at once, from the piles that were recorded: what would move, before anything does. */
import { format } from "date-fns";
import { useEffect, useRef, useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LearnedBox, LearningTube } from "../../core/learning/learnBox";
import { tintLab } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import type { Settings } from "../../domain/settings/settings";
import type { Tube } from "../../domain/tube/tube";
import type { TubeLearned } from "../../persistence/tubes";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Working } from "../../ui/Working";
import { genericOpticsOf } from "../../domain/tube/optics";
import { workFailureWords } from "../../words/failures";
import { solver } from "../../workers/clients";
import { useStore, useSettings } from "../studio/useStudio";
import { attempt } from "../studio/problems";
import { useTubeCommands } from "../commands/tubes";
import type { PileRecord } from "../../domain/pile/evidence";
import { tubeReadingOf } from "../../domain/tube/calibrationReadings";
import { learningTubeOf } from "../../domain/tube/learningTube";
import { changeWords, surfaceWords } from "../../words/tubes";
import { useOnce } from "../commands/useOnce";
import { undoably } from "../studio/undoStack";
import { Fold } from "../../ui/Fold";
import { deltaEText } from "../../words/colors";
import { useTeaching } from "./useTeaching";

type State =
  | { readonly kind: "asked" }
  | { readonly kind: "learning" }
  | { readonly kind: "learned"; readonly record: PileRecord; readonly box: LearnedBox };

export function LearnFromPiles({ onDone }: { onDone: () => void }) {
  const store = useStore();
  const { keepCalibrations } = useTubeCommands();
  const { paintSurfaces } = useSettings();
  const record = useTeaching();
  const [state, setState] = useState<State>({ kind: "asked" });
  const [word, setWord] = useState<string>();
  const once = useOnce(state.kind);
  const running = useRef<AbortController>(undefined);
  useEffect(() => () => running.current?.abort(), []);

  const learn = async (from: PileRecord): Promise<void> => {
    setState({ kind: "learning" });
    setWord(undefined);
    const left = new AbortController();
    running.current = left;
    const answer = await solver.ask(
      (remote) =>
        remote.learnBox(
          from.tubes.map((tube) => heldTubeOf(tube, paintSurfaces)),
          from.piles.map((pile) => pile.evidence),
        ),
      { signal: left.signal },
    );
    if (answer.ok) setState({ kind: "learned", record: from, box: answer.value });
    else {
      setState({ kind: "asked" });
      if (answer.failure.code !== "cancelled")
        setWord(workFailureWords("What your piles teach", answer.failure));
    }
  };

  if (!record) return <p>Reading your record</p>;
  if (record.piles.length === 0)
    return (
      <p>
        No pile has a reading yet. On Mix, read a pile by eye on the rails or type its colour; every such pile
        then speaks of its tubes, and so does every painted cell of a chart.
      </p>
    );
  return (
    <div className="flex flex-col gap-4">
      <p>
        {countOf(record.piles.length, "reading")} of piles, scraps and charts{" "}
        {record.piles.length === 1 ? "speaks" : "speak"} of {countOf(record.tubes.length, "tube")}.{" "}
        {leftOutWords(record.leftOut)} What you read in tube tests goes on counting beside them.
      </p>
      <Notice>{word}</Notice>
      {state.kind === "learned" ? (
        <Outcome
          record={state.record}
          box={state.box}
          onKeep={() => {
            once("keep", () =>
              undoably(
                store,
                `${state.record.tubes.length} tubes are believed otherwise now.`,
                state.record.tubes.map(({ id }) => ["tubes", id] as const),
                () => keepCalibrations(calibrationsOf(state.record, state.box, Date.now())),
              ).then(onDone),
            );
          }}
          onDiscard={onDone}
        />
      ) : state.kind === "learning" ? (
        <Working
          onGiveUp={() => {
            running.current?.abort();
          }}
        >
          Learning; a hundred piles take some seconds.
        </Working>
      ) : (
        <Button
          weight="main"
          className="self-start"
          onClick={() => {
            attempt(learn(record));
          }}
        >
          Learn from them
        </Button>
      )}
    </div>
  );
}

function Outcome({
  record,
  box,
  onKeep,
  onDiscard,
}: {
  record: PileRecord;
  box: LearnedBox;
  onKeep: () => void;
  onDiscard: () => void;
}) {
  const settings = useSettings();
  const doubted = record.piles.filter((_, i) => box.piles[i]?.isDoubted);
  const surface = box.tubes.find(({ optics }) => optics.surface)?.optics.surface;
  return (
    <section aria-live="polite" className="flex flex-col gap-3">
      <p className="text-lg leading-snug font-bold">
        Predictions of your piles missed by ΔE {meanOf(box.piles.map((pile) => pile.missBefore)).toFixed(1)};
        with this they would miss by ΔE {meanOf(box.piles.map((pile) => pile.missAfter)).toFixed(1)}.
      </p>
      <ul className="border-t-2 border-ink">
        {record.tubes.map((tube, i) => {
          const learned = box.tubes[i];
          const generic = genericOpticsOf(tube);
          if (!learned || !generic) return null;
          return (
            <li key={tube.id} className="border-b py-1.5 leading-snug">
              <span className="flex flex-wrap justify-between gap-x-4">
                <span className="font-semibold">{tube.label}</span>
                <span>
                  {countOf(pilesWith(record, tube.id), "pile")}, tints within ΔE{" "}
                  {learned.spreadAfter.toFixed(1)}, before{" "}
                  {spreadBefore(tube, learned.spreadGeneric).toFixed(1)}
                </span>
              </span>
              <span className="block text-muted">
                against the generic model: {changeWords(generic, learned.optics, settings)}
              </span>
            </li>
          );
        })}
      </ul>
      {surface ? <p>{surfaceWords(surface)}</p> : null}
      {doubted.length > 0 ? (
        <p>
          Counted little, because it speaks against the others:{" "}
          {doubted.map((pile) => `a pile of ${format(pile.takenAt, "d MMM yyyy, HH:mm")}`).join("; ")}. Was an
          addition forgotten there?
        </p>
      ) : null}
      <Fold label="Each reading, before and after">
        <ol className="text-sm">
          {record.piles.map((pile, i) => {
            const outcome = box.piles[i];
            return outcome ? (
              <li key={i} className="flex flex-wrap justify-between gap-x-3 border-b py-1">
                <span>
                  {pile.tubeIds
                    .map((id) => record.tubes.find((tube) => tube.id === id)?.label ?? "")
                    .join(", ")}
                </span>
                <span>
                  {deltaEText(outcome.missBefore)}, then {deltaEText(outcome.missAfter)}
                  {outcome.isDoubted ? "; hardly believed" : ""}
                </span>
              </li>
            ) : null;
          })}
        </ol>
      </Fold>
      <div className="flex gap-3">
        <Button weight="main" onClick={onKeep}>
          Keep it
        </Button>
        <Button onClick={onDiscard}>Discard</Button>
      </div>
    </section>
  );
}

/** The piles name tubes by their place, so that none may be left out. */
function heldTubeOf(tube: Tube, shines: Settings["paintSurfaces"]): LearningTube {
  const learning = learningTubeOf(tube, shines);
  if (!learning) throw new Error(`${tube.label} has no generic model`);
  return learning;
}

/** What is kept: each tube's new optics with the piles that it lay in and the readings of its tests. */
function calibrationsOf(record: PileRecord, box: LearnedBox, at: number): TubeLearned[] {
  return record.tubes.flatMap((tube, i) => {
    const learned = box.tubes[i];
    if (!learned) return [];
    return {
      tubeId: tube.id,
      calibration: {
        at,
        absorption: Array.from(learned.optics.absorption),
        scattering: Array.from(learned.optics.scattering),
        ...(learned.optics.surface && { surface: learned.optics.surface }),
        readings: (tube.optics.calibrations.at(-1)?.readings ?? []).map((stored) => ({
          ...stored,
          missAfter: deltaE2000(
            tubeReadingOf(stored).lab,
            tintLab(learned.optics, stored.whiteParts, WHITE_BENCH),
          ),
        })),
        piles: record.piles.flatMap((pile, p) => {
          const outcome = box.piles[p];
          return outcome && pile.tubeIds.includes(tube.id) ? { pileId: pile.pileId, ...outcome } : [];
        }),
        spreadBefore: spreadBefore(tube, learned.spreadGeneric),
        spreadAfter: learned.spreadAfter,
      },
    };
  });
}

function spreadBefore(tube: Tube, generic: number): number {
  return tube.optics.calibrations.at(-1)?.spreadAfter ?? generic;
}

function pilesWith(record: PileRecord, tubeId: string): number {
  return record.piles.filter((pile) => pile.tubeIds.includes(tubeId)).length;
}

function leftOutWords({ unknownTube, older }: PileRecord["leftOut"]): string {
  const words = [
    unknownTube > 0 ? `${countOf(unknownTube, "reading")} with a tube that is not known` : undefined,
    older > 0 ? countOf(older, "older reading") : undefined,
  ].filter((word) => word !== undefined);
  return words.length > 0 ? `Left out: ${words.join("; ")}.` : "";
}

function countOf(count: number, what: string): string {
  return `${count} ${what}${count === 1 ? "" : "s"}`;
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
