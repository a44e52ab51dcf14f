/** The painter's own scales, words, sizes and school. */
import type { TubeMedium } from "../tube/tube";
import type { Level } from "../practice/practice";
import { DEFAULT_SCHOOL, type School } from "../school/school";

export const ROOMS = ["light", "middle", "dark"] as const;
export const CHROMA_VOCABULARIES = ["dull-bright", "weak-strong", "greyed-pure"] as const;
/** In which order the Table lists what is still to be mixed. */
export const TABLE_ORDERS = ["number", "dark-first", "light-first", "largest-first", "hue"] as const;
export type TableOrder = (typeof TABLE_ORDERS)[number];
export const AMOUNT_UNITS = ["parts", "millilitres", "drops", "grams", "percent"] as const;

export const PAINT_SURFACES = ["matt", "satin", "gloss", "varnished"] as const;

/** @see Settings.practice */
export type PracticeWish = {
  readonly level: Level;
  readonly minutes: (typeof PRACTICE_MINUTES)[number];
  readonly isValueFirst: boolean;
};
export const PRACTICE_MINUTES = [3, 5, 10] as const;

export type Settings = {
  readonly id: "settings";
  readonly room: (typeof ROOMS)[number];
  readonly scale: { readonly atBlack: number; readonly atWhite: number };
  /** What this painter means by words that have two meanings, as they were asked once: "bright" is "vivid". */
  readonly ownWords?: Readonly<Record<string, string>> | undefined;
  readonly chromaWords: (typeof CHROMA_VOCABULARIES)[number];
  readonly amountUnit: (typeof AMOUNT_UNITS)[number];
  readonly sizes: { readonly touchParts: number; readonly speckParts: number };
  readonly partMl: number;
  readonly dropMl: number;
  /** Keys such as G for grey act without a modifier. */
  readonly singleKeys: boolean;
  readonly maxTubesPerRecipe: number;
  readonly school: School;
  /** Whether aims are moved so that the dry paint comes out right. */
  readonly allowsForDrying: boolean;
  /** Piles of other paintings count as paint too; only this one's when it is left out. */
  readonly takesAllPiles?: boolean | undefined;
  /** The screen stays on while a pile lies open; it goes off as always when left out. */
  readonly keepsScreenOn?: boolean | undefined;
  /** How the dry paint of this box shines, by medium; a brushed-out film when left out. */
  readonly paintSurfaces?: Readonly<Partial<Record<TubeMedium, (typeof PAINT_SURFACES)[number]>>> | undefined;
  /** By number when left out. */
  readonly tableOrder?: TableOrder | undefined;
  /** How this painter practises: from which tubes, how long, and whether values lead. */
  readonly practice?: PracticeWish | undefined;
  readonly currentPaintingId?: string | undefined;
  /** When the last archive of everything was saved to a file. */
  readonly lastArchiveAt?: number | undefined;
  /** Days after which the Table says that an archive is due; 0 for never. */
  readonly remindAfterDays: number;
};

export const DEFAULT_SETTINGS: Settings = {
  id: "settings",
  room: "light",
  scale: { atBlack: 0, atWhite: 10 },
  chromaWords: "dull-bright",
  amountUnit: "parts",
  sizes: { touchParts: 1 / 16, speckParts: 1 / 64 },
  partMl: 1,
  dropMl: 0.05,
  singleKeys: true,
  maxTubesPerRecipe: 4,
  school: DEFAULT_SCHOOL,
  allowsForDrying: true,
  remindAfterDays: 14,
};
