"use client";

/** Colour families that the picture proposes, and what the painter has done with them so far. */
import { useState } from "react";
import { labD65 } from "../../core/color/types";
import type { ColorFamily, ExtremeSpots } from "../../core/picture/colorFamilies";
import type { OpenPicture } from "../../kit/picture/usePicture";

export type Proposal = ColorFamily & { readonly letter: string };

export type Families = {
  readonly proposals: readonly Proposal[] | undefined;
  readonly extremes: ExtremeSpots | undefined;
  readonly isAsking: boolean;
  readonly propose: () => Promise<void>;
  readonly drop: (letters: readonly string[]) => void;
  /** Several become one, of the mean colour by area, at the place of the largest. */
  readonly merge: (letters: readonly string[]) => void;
};

const LETTERS = "abcdefghijklmnopqrstuvwxyz";

export function useFamilies(picture: OpenPicture): Families {
  const { ask, key } = picture;
  const [found, setFound] = useState<{
    readonly key: string;
    readonly proposals: readonly Proposal[];
    readonly extremes: ExtremeSpots;
  }>();
  const [asking, setAsking] = useState("");
  const current = found?.key === key ? found : undefined;
  const change = (proposals: readonly Proposal[]): void => {
    if (current) setFound({ ...current, proposals });
  };
  return {
    proposals: current?.proposals,
    extremes: current?.extremes,
    isAsking: asking !== "" && asking === key,
    propose: async () => {
      setAsking(key);
      try {
        const answer = await ask((remote) => remote.families());
        if (answer)
          setFound({
            key,
            extremes: answer.extremes,
            proposals: answer.families.map((family, index) => ({ ...family, letter: LETTERS.charAt(index) })),
          });
      } finally {
        setAsking("");
      }
    },
    drop: (letters) => {
      change((current?.proposals ?? []).filter(({ letter }) => !letters.includes(letter)));
    },
    merge: (letters) => {
      const all = current?.proposals ?? [];
      const parts = all.filter(({ letter }) => letters.includes(letter));
      const [first] = [...parts].sort((a, b) => b.share - a.share);
      if (!first || parts.length < 2) return;
      const share = parts.reduce((sum, part) => sum + part.share, 0);
      const mean = (axis: 0 | 1 | 2): number =>
        parts.reduce((sum, part) => sum + part.share * part.lab[axis], 0) / share;
      const merged: Proposal = { ...first, share, lab: labD65(mean(0), mean(1), mean(2)) };
      change(
        [...all.filter(({ letter }) => !letters.includes(letter)), merged].sort((a, b) => b.share - a.share),
      );
    },
  };
}
