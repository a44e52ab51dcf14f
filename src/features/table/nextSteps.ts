/** What to do next on a painting, most urgent first: paint that waits, then work begun, then the rest in an order of choice. */
import { lchFromLab } from "../../core/color/cieLab";
import { STUDIO_TIMES } from "../../data/studioTimes";
import type { Match } from "../../domain/match/match";
import type { Note } from "../../domain/note/note";
import { labFromStored } from "../../domain/reading/storedColor";
import type { TableOrder } from "../../domain/settings/settings";
import type { Timer } from "../../domain/timer/timer";
import type { TubeMedium } from "../../domain/tube/tube";

export type NextStep =
  | {
      readonly kind: "dry-check";
      readonly note: Note;
      readonly match: Match;
      /** When the film can be judged, by the painter's own timer or by what is usual for the medium. */
      readonly dryAt: number;
      readonly isDue: boolean;
    }
  | { readonly kind: "go-on"; readonly note: Note }
  | { readonly kind: "begin"; readonly note: Note };

export type Work = {
  readonly notes: readonly Note[];
  readonly latestMatches: ReadonlyMap<string, Match>;
  readonly timers: readonly Timer[];
  /** Of the board; undefined for one without tubes. */
  readonly medium: TubeMedium | undefined;
  readonly order: TableOrder;
};

const MINUTE_MS = 60_000;
const URGENCY: Readonly<Record<NextStep["kind"], number>> = { "dry-check": 0, "go-on": 1, begin: 2 };

export function nextSteps(
  { notes, latestMatches, timers, medium, order }: Work,
  now: number,
): readonly NextStep[] {
  const usualMs = STUDIO_TIMES[medium ?? "other"].dryCheck * MINUTE_MS;
  const steps = notes.flatMap((note): NextStep[] => {
    switch (note.state) {
      case "checked":
        return [];
      case "open":
        return [{ kind: "begin", note }];
      case "mixing":
        return [{ kind: "go-on", note }];
      case "drying": {
        const match = latestMatches.get(note.id);
        if (!match) return [{ kind: "go-on", note }];
        const own = timers.findLast(
          ({ kind, noteId, startedAt }) =>
            kind === "dry-check" && noteId === note.id && startedAt >= match.keptAt,
        );
        const dryAt = own?.dueAt ?? match.keptAt + usualMs;
        return [{ kind: "dry-check", note, match, dryAt, isDue: now >= dryAt }];
      }
    }
  });
  const rank = (step: NextStep): number =>
    step.kind === "dry-check" && !step.isDue ? URGENCY.begin + 1 : URGENCY[step.kind];
  const place = placeOf(order);
  const within = (a: NextStep, b: NextStep): number =>
    a.kind === "dry-check" && b.kind === "dry-check" ? a.dryAt - b.dryAt : place(a.note) - place(b.note);
  return steps.sort((a, b) => rank(a) - rank(b) || within(a, b) || a.note.number - b.note.number);
}

/** Smaller comes first. */
function placeOf(order: TableOrder): (note: Note) => number {
  switch (order) {
    case "number":
      return ({ number }) => number;
    case "dark-first":
      return ({ target }) => labFromStored(target)[0];
    case "light-first":
      return ({ target }) => -labFromStored(target)[0];
    case "largest-first":
      return ({ areaShare }) => -(areaShare ?? 0);
    case "hue":
      return ({ target }) => hueOf(target);
  }
}

/** From red round to violet; greys, which have none, after all hues. */
function hueOf(target: Note["target"]): number {
  const [, chroma, hue] = lchFromLab(labFromStored(target));
  return chroma < GREY_CHROMA ? 360 : hue;
}

const GREY_CHROMA = 5;
