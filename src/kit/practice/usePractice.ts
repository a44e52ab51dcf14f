"use client";

/** Practice of this painter: all that was answered, what is weak, and the next session. */
import { useStored } from "../store/useStored";
import { useMemo } from "react";
import { type Answered, answeredOf, signsOf } from "../../domain/practice/answered";
import { TUBES_OF_LEVEL } from "../../domain/practice/levels";
import type { FoundSeries, Level, PracticeSession, SessionTube } from "../../domain/practice/practice";
import { nextApart } from "../../domain/practice/progress";
import { screenLimits, screenQuestions } from "../../domain/practice/screenCheck";
import { signsOfPair, type Weakness, weaknessOf } from "../../domain/practice/weakness";
import type { PracticeWish } from "../../domain/settings/settings";
import { PIGMENT_LIBRARY } from "../../domain/tube/optics";
import { labFromStored } from "../../domain/reading/storedColor";
import { labOfVolumes } from "../../domain/mixture/color";
import { opticsOf, type SolverTube, solverTubeOf } from "../../domain/tube/solverTube";
import { readEyeTrials, readFoundSeries, readPractices } from "../store/calls";
import type { EyeTrial } from "../../persistence/practices";
import { palettes } from "../../workers/clients";
import { usePracticeCommands } from "../commands/practice";
import { useSettings, useStudio } from "../studio/useStudio";
import { recallOf } from "./recall";

/** Of the log: so many of the newest matches and looks speak of the eye as it is now. */
const LATEST_OF_LOG = 150;
/** Signs of practice that still speak of the eye as it is: those of about twenty sessions. */
const LATEST_SIGNS = 1200;
const SECONDS = 60;
const BLACK = "ivory-black";

export const USUAL_WISH: PracticeWish = { level: "primaries", minutes: 5, isValueFirst: false };

export type Practice = {
  readonly sessions: readonly PracticeSession[];
  readonly answered: readonly Answered[];
  /** The one that was begun last and not ended. */
  readonly open: PracticeSession | undefined;
};

/** Undefined until it is read. */
export function usePractice(): Practice | undefined {
  const sessions = useStored(readPractices, []);
  return useMemo(() => {
    if (!sessions) return undefined;
    // A match on the bench, or a check of the screen, may have come between.
    const open = sessions.findLast(
      ({ endedAt, answers, questions }) => endedAt === undefined && answers.length < questions.length,
    );
    return { sessions, answered: answeredOf(sessions), open };
  }, [sessions]);
}

export type PracticeTubes = {
  readonly tubes: readonly SolverTube[];
  readonly names: readonly SessionTube[];
  /** As a bench of simulated paint names them. */
  readonly ids: readonly string[];
};

export function usePracticeTubes(level: Level): PracticeTubes {
  const board = useStudio((studio) => studio.board);
  return useMemo(() => {
    const all =
      level === "own"
        ? board.flatMap((tube) => {
            const paint = solverTubeOf(tube);
            return paint ? [{ id: tube.id, name: { label: tube.label, tubeId: tube.id }, paint }] : [];
          })
        : TUBES_OF_LEVEL[level].flatMap((id) => {
            const model = PIGMENT_LIBRARY.byId(id);
            if (!model) return [];
            const { name, optics } = model;
            const paint: SolverTube = {
              absorption: Array.from(optics.absorption),
              scattering: Array.from(optics.scattering),
              isBlack: id === BLACK,
            };
            return [{ id, name: { label: name }, paint }];
          });
    return {
      tubes: all.map(({ paint }) => paint),
      names: all.map(({ name, paint }) => ({
        ...name,
        lab: labOfVolumes([{ optics: opticsOf(paint), volume: 1 }]),
      })),
      ids: all.map(({ id }) => id),
    };
  }, [level, board]);
}

/** What wants practice, by what was answered and by what the log tells; undefined until that is read. */
export function useWeakness(answered: readonly Answered[], now: number): Weakness | undefined {
  const log = useStored(readEyeTrials, [LATEST_OF_LOG]);
  const found = useStored(readFoundSeries, []);
  return useMemo(() => {
    if (!log || !found) return undefined;
    const trials = [...log, ...found.flatMap(trialsOfSeries)];
    const practised = signsOf(answered).slice(-LATEST_SIGNS);
    const signs = [
      ...trials.flatMap(({ truth, said, at }) => signsOfPair(truth, said, at)),
      ...practised,
    ].sort((one, other) => one.at - other.at);
    // Only what was practised is remembered as practice; a match is work.
    return weaknessOf(signs, recallOf(practised, now).of);
  }, [log, found, answered, now]);
}

/** What was said of found things against what was read of them. */
function trialsOfSeries({ colours, createdAt }: FoundSeries): readonly EyeTrial[] {
  return colours.flatMap(({ said, color }) =>
    said && color ? [{ truth: labFromStored(color), said, at: createdAt }] : [],
  );
}

export type Begun =
  | { readonly ok: true; readonly sessionId: string }
  | { readonly ok: false; readonly why: "few-colours" | "failed" };

/** Draws the next session and keeps it; or the check of the screen, where it is due. */
export function useBeginPractice(): (
  wish: PracticeWish,
  tubes: PracticeTubes,
  answered: readonly Answered[],
  weakness: Weakness,
  isScreenCheck: boolean,
) => Promise<Begun> {
  const { addPractice } = usePracticeCommands();
  const { school } = useSettings();
  return async (wish, { tubes, names }, answered, weakness, isScreenCheck) => {
    const startedAt = Date.now();
    const seed = startedAt % 2 ** 31;
    const row = { startedAt, level: wish.level, seed };
    if (isScreenCheck) {
      const { id } = await addPractice({ ...row, tubes: [], questions: screenQuestions(seed) });
      return { ok: true, sessionId: id };
    }
    const drawn = await palettes.ask((remote) =>
      remote.practiceSession(tubes, {
        seed,
        ...weakness,
        seconds: SECONDS * wish.minutes,
        apart: nextApart(answered),
        screen: screenLimits(answered, startedAt) ?? { least: 0, most: 100 },
        start: school.start,
        isValueFirst: wish.isValueFirst,
      }),
    );
    if (!drawn.ok) return { ok: false, why: "failed" };
    if (drawn.value.length === 0) return { ok: false, why: "few-colours" };
    const { id } = await addPractice({ ...row, tubes: names, questions: drawn.value });
    return { ok: true, sessionId: id };
  };
}
