/** A colour note: a target of a painting, where it was found, and what it is for. */
import type { Spot } from "../painting/painting";
import type { Ground } from "../ground/ground";
import type { FilmState, SeenOn } from "../reading/reading";
import type { StoredColor } from "../reading/storedColor";

export const NOTE_STATES = ["open", "mixing", "drying", "checked"] as const;
export const NEIGHBOUR_SIDES = ["left", "above", "right", "below"] as const;
export const NOTE_NUDGES = ["lighter", "darker", "brighter", "duller", "warmer", "cooler"] as const;

/** What a match is for; each asks for another closeness. */
export const NOTE_PURPOSES = ["vanish", "family", "relation", "stand-in", "own"] as const;

export const TARGET_SURFACES = ["matt", "satin", "gloss"] as const;

/** Where a note lies in a picture, and what was averaged there. */
export type NotePlace = Spot & {
  readonly pictureId: string;
  /** Whether the photo's light was taken out. */
  readonly isCorrected: boolean;
  readonly pixelCount: number;
  /** Mean ΔE00 of the pixels from their mean. */
  readonly spreadDeltaE2000: number;
  readonly light: StoredColor;
  readonly dark: StoredColor;
  /** Where the light and the dark were read, when not inside the circle itself. */
  readonly lightAt?: Spot | undefined;
  readonly darkAt?: Spot | undefined;
  /** What lay around it. */
  readonly neighbours: readonly {
    readonly side: (typeof NEIGHBOUR_SIDES)[number];
    readonly color: StoredColor;
  }[];
  /** What the painter's eye said against the camera, in order. */
  readonly nudges: readonly (typeof NOTE_NUDGES)[number][];
};

export type Note = {
  readonly id: string;
  readonly paintingId: string;
  readonly number: number;
  readonly name: string;
  /** The aim: what is mixed. */
  readonly target: StoredColor;
  /** The colour as it was found, when the aim was moved away from it: another light, another range of values. */
  readonly seen?: StoredColor | undefined;
  /** Same family when it is left out. */
  readonly purpose?: (typeof NOTE_PURPOSES)[number] | undefined;
  /** For a purpose of the painter's own: largest misses in L*, C* and ΔH*. */
  readonly tolerance?:
    | { readonly lightness: number; readonly chroma: number; readonly hue: number }
    | undefined;
  /** How much is needed: millilitres of paint, and the share that is mixed on top of it. */
  readonly wanted?: { readonly ml: number; readonly marginShare: number } | undefined;
  /** Of the picture's area, [0, 1], when the painter sets it by hand. */
  readonly areaShare?: number | undefined;
  readonly place?: NotePlace | undefined;
  /** Whether the target was wet when it was read, and what it was seen on; dry and a thing when left out. */
  readonly film?: FilmState | undefined;
  readonly seenOn?: SeenOn | undefined;
  /** How much the target shines. */
  readonly surface?: (typeof TARGET_SURFACES)[number] | undefined;
  readonly ground?: Ground | undefined;
  readonly state: (typeof NOTE_STATES)[number];
  readonly createdAt: number;
};
