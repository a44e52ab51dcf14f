"use client";

import { useMemo } from "react";
import type { LabD65 } from "../../../core/color/types";
import { ingredientsFor } from "../../../domain/pile/ingredients";
import { isBlackTube } from "../../../domain/tube/kinds";
import type { Tube } from "../../../domain/tube/tube";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import type { Paint } from "./contexts";

/**
 * What may be added here: the tubes on the board and the older piles that help with a colour, as far as the school
 * and the painter's wishes allow.
 */
export function useHandy(
  { ingredients }: Pick<Paint, "ingredients">,
  near: LabD65 | undefined,
  forbidden: readonly string[],
): readonly Tube[] {
  const board = useStudio((studio) => studio.board);
  const { allowsBlack } = useSettings().school;
  return useMemo(() => {
    const piles = near ? ingredientsFor(ingredients, near) : ingredients;
    return [...board, ...piles.map(({ tube }) => tube)].filter(
      (tube) => !forbidden.includes(tube.id) && (allowsBlack || !isBlackTube(tube)),
    );
  }, [board, ingredients, near, forbidden, allowsBlack]);
}
