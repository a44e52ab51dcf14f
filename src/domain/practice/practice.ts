/** Practice as it is kept: sessions of questions with what was answered, and series of colours found around the painter. */
import type { LabD65 } from "../../core/color/types";
import type { SecondaryHue } from "../../core/practice/tubeDrills";
import type { StoredColor } from "../reading/storedColor";

export const DRILLS = [
  "name",
  "place",
  "order",
  "lighter",
  "odd",
  "warmer",
  "wrong",
  "add",
  "predict",
  "path",
  "parents",
  "opposites",
  "first",
  "bench",
  "grey",
  "screen",
] as const;
export type Drill = (typeof DRILLS)[number];

/** What is trained: the three questions of the eye, and what tubes do. */
export const SKILL_AXES = ["value", "chroma", "hue", "mixing"] as const;
export type SkillAxis = (typeof SKILL_AXES)[number];

/** From few tubes to the painter's own. */
export const LEVELS = ["earth", "primaries", "own"] as const;
export type Level = (typeof LEVELS)[number];

/** A dose of a tube of the session, by its place. */
export type PlacedDose = { readonly tube: number; readonly parts: number };

export type PracticeChoice = {
  readonly lab?: LabD65 | undefined;
  readonly doses?: readonly PlacedDose[] | undefined;
};

export type Question = {
  readonly drill: Drill;
  /** What it trains first. */
  readonly axis: SkillAxis;
  /** What is seen: one colour, a target and a pile, a pair, or several to choose from. */
  readonly patches: readonly LabD65[];
  /** A surround that pulls at the colour. */
  readonly around?: LabD65 | undefined;
  readonly mixture?: readonly PlacedDose[] | undefined;
  readonly choices: readonly PracticeChoice[];
  /** Places of the right answers, one for each tap; of a path the middle's a* and b*. */
  readonly key: readonly number[];
  /** How far apart: L* between two values, ΔE00 of the odd one, or by how much a pile misses on its axis. */
  readonly by?: number | undefined;
  readonly hue?: SecondaryHue | undefined;
};

/** What came out on the simulated bench. */
export type BenchResult = {
  readonly result: LabD65;
  /** The second pile of a grey that was to come out twice. */
  readonly again?: LabD65 | undefined;
  readonly additions: number;
  readonly parts: number;
  readonly withInstrument: boolean;
  /** What the engine needed with the same paint. */
  readonly engine?:
    | { readonly additions: number; readonly parts: number; readonly deltaE2000: number }
    | undefined;
};

export type Answer = {
  readonly at: number;
  /** Places that were chosen, one for each tap. */
  readonly given: readonly number[];
  readonly bench?: BenchResult | undefined;
};

export type SessionTube = {
  readonly label: string;
  readonly tubeId?: string | undefined;
  /** As it comes out of the tube. */
  readonly lab?: LabD65 | undefined;
};

export type PracticeSession = {
  readonly id: string;
  readonly startedAt: number;
  readonly level: Level;
  readonly seed: number;
  readonly tubes: readonly SessionTube[];
  readonly questions: readonly Question[];
  /** In the order of the questions; as many as were answered. */
  readonly answers: readonly Answer[];
  readonly endedAt?: number | undefined;
};

/** A thing around the painter: its colour said, read, and mixed for real. */
export type FoundColour = {
  readonly id: string;
  readonly name: string;
  readonly said?: LabD65 | undefined;
  readonly color?: StoredColor | undefined;
  /** The note that it became. */
  readonly noteId?: string | undefined;
};

export type FoundSeries = {
  readonly id: string;
  readonly name: string;
  readonly wanted: number;
  readonly colours: readonly FoundColour[];
  readonly createdAt: number;
};

export const MOST_QUESTIONS = 80;
export const MOST_FOUND = 60;
export const SERIES_SIZES = [12, 30, 40] as const;
