/** What to do next on a painting, most urgent first: paint that waits, then work begun, then the rest. */
import type { Match } from "../../domain/match/match";
import type { Note } from "../../domain/note/note";

export type NextStep =
  | { readonly kind: "dry-check"; readonly note: Note; readonly match: Match; readonly isDue: boolean }
  | { readonly kind: "go-on"; readonly note: Note }
  | { readonly kind: "begin"; readonly note: Note };

/** Before this a film is too fresh to be judged in any medium that skins over; a painter may look sooner. */
export const DRY_CHECK_AFTER_MS = 12 * 3_600_000;

const URGENCY: Readonly<Record<NextStep["kind"], number>> = { "dry-check": 0, "go-on": 1, begin: 2 };

export function nextSteps(
  notes: readonly Note[],
  latestMatches: ReadonlyMap<string, Match>,
  now: number,
): readonly NextStep[] {
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
        return [{ kind: "dry-check", note, match, isDue: now - match.keptAt >= DRY_CHECK_AFTER_MS }];
      }
    }
  });
  const rank = (step: NextStep): number =>
    step.kind === "dry-check" && !step.isDue ? URGENCY.begin + 1 : URGENCY[step.kind];
  return steps.sort((a, b) => rank(a) - rank(b) || a.note.number - b.note.number);
}
