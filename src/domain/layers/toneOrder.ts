/** In which order tones are laid in transparent paint: what is light first, then the ends, then what lies between. */
import { labFromStored } from "../reading/storedColor";
import type { Note } from "../note/note";

export const TONE_STEPS = ["lightest", "darkest", "mid-darks", "lights", "mids", "final"] as const;
export type ToneStepKind = (typeof TONE_STEPS)[number];
export type ToneStep = { readonly kind: ToneStepKind; readonly notes: readonly Note[] };

/** L* from which a tone counts as light, and below which as dark. */
const LIGHT = 68;
const DARK = 42;

/** Steps that have something to lay; each note in one of them, and all that want it in the last pass. */
export function toneOrder(notes: readonly Note[]): readonly ToneStep[] {
  const lightness = (note: Note): number => labFromStored(note.target)[0];
  const sorted = [...notes].sort(
    (one, other) => lightness(other) - lightness(one) || one.number - other.number,
  );
  const lightest = sorted[0];
  const darkest = sorted.length > 1 ? sorted.at(-1) : undefined;
  const between = sorted.slice(1, -1);
  const steps: readonly ToneStep[] = [
    { kind: "lightest", notes: lightest ? [lightest] : [] },
    { kind: "darkest", notes: darkest ? [darkest] : [] },
    { kind: "mid-darks", notes: between.filter((note) => lightness(note) < DARK) },
    { kind: "lights", notes: between.filter((note) => lightness(note) >= LIGHT) },
    { kind: "mids", notes: between.filter((note) => lightness(note) >= DARK && lightness(note) < LIGHT) },
    // Two tones are ends alone: there is nothing to pull together.
    { kind: "final", notes: sorted.length > 2 ? sorted.filter((note) => note.state !== "checked") : [] },
  ];
  return steps.filter((step) => step.notes.length > 0);
}
