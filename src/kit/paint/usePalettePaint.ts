"use client";

import { type Lightener, type Lightening, lightenerOf, mediumOfPalette } from "../../domain/palette/medium";
import type { TubeMedium } from "../../domain/tube/tube";
import { lighteningOf } from "../../domain/tube/water";
import { useMemo } from "react";
import { useSettings, useStudio } from "../studio/useStudio";

/** The medium of the palette on the board, and what it lightens with. */
export function usePaletteMedium(): {
  readonly medium: TubeMedium | undefined;
  readonly lightener: Lightener;
  /** The same with the paper below, as a worker is told it. */
  readonly lightening: Lightening;
} {
  const palette = useStudio((studio) => studio.palette);
  const board = useStudio((studio) => studio.board);
  const { school } = useSettings();
  const medium = mediumOfPalette(palette, board);
  const tubeById = useStudio((studio) => studio.tubeById);
  const lightener = lightenerOf(medium, school);
  return useMemo(
    () => ({ medium, lightener, lightening: lighteningOf(lightener, tubeById) }),
    [medium, lightener, tubeById],
  );
}
