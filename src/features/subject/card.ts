/** What the painter is about to touch in a picture to take its light out. */
import { type LabD65, labD65 } from "../../core/color/types";
import { CARD_LIGHTNESS } from "../../core/picture/pictureLight";

export type CardKind = "white" | "grey" | "own" | "chart";

export type CardChoice = {
  readonly kind: CardKind;
  readonly typed: string;
  /** What was typed as a colour; undefined while it is none. */
  readonly truth: LabD65 | undefined;
};

export const FIRST_CARD: CardChoice = {
  kind: "white",
  typed: String(CARD_LIGHTNESS.white),
  truth: labD65(CARD_LIGHTNESS.white, 0, 0),
};
