/** What a film lies on. */
import type { StoredColor } from "../reading/storedColor";

export const GROUND_KINDS = ["paper", "canvas", "panel", "toned", "match", "note", "layer"] as const;
export const ABSORBENCIES = ["sized", "some", "thirsty"] as const;

export type Ground = {
  readonly kind: (typeof GROUND_KINDS)[number];
  readonly name: string;
  /** As it was read; left out where the match, note or layer says it. */
  readonly color?: StoredColor | undefined;
  /** The match, note or layer that lies there. */
  readonly ofId?: string | undefined;
  readonly isWet: boolean;
  /** Of a wet ground: what share of the film the brush picks up, [0, 1]. */
  readonly pickedUpShare?: number | undefined;
  readonly absorbency?: (typeof ABSORBENCIES)[number] | undefined;
};
