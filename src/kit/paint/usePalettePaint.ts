"use client";

import { type Lightener, lightenerOf, mediumOfPalette } from "../../domain/palette/medium";
import type { TubeMedium } from "../../domain/tube/tube";
import { useSettings, useStudio } from "../studio/useStudio";

/** The medium of the palette on the board, and what it lightens with. */
export function usePaletteMedium(): {
  readonly medium: TubeMedium | undefined;
  readonly lightener: Lightener;
} {
  const palette = useStudio((studio) => studio.palette);
  const board = useStudio((studio) => studio.board);
  const { school } = useSettings();
  const medium = mediumOfPalette(palette, board);
  return { medium, lightener: lightenerOf(medium, school) };
}
