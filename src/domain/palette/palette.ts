import type { TubeMedium } from "../tube/tube";

/** The few tubes chosen for one painting. */
export type Palette = {
  readonly id: string;
  readonly paintingId: string;
  readonly name: string;
  /** In the order of the painter's board. */
  readonly tubeIds: readonly string[];
  readonly remark: string;
  /** That of its tubes when it is left out. */
  readonly medium?: TubeMedium | undefined;
};
