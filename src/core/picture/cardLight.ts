/**
 * The light of a photo, from a white or grey card in it.
 *
 * The card's true colour is known, so each linear channel of the camera was wrong by the factor that turns the
 * card's pixels into it (von Kries' rule in the camera's own channels). A card shows exposure and cast at its
 * own place; a light that falls off across the picture needs cards at several places.
 */
import { linearSrgbFromLab, labFromLinearSrgb } from "../color/srgb";
import { type LabD65, labD65, linearSrgb, type LinearSrgb } from "../color/types";
import { fail, type Result, succeed } from "../result";
import type { Sample } from "./pixels";

/** Factors by which the linear channels of the photo are multiplied. */
export type CardLight = { readonly gains: LinearSrgb };

export type CardFailure =
  /** So many of its pixels are at the end of a channel that their mean says nothing. */
  | { readonly code: "burnt-out"; readonly clippedShare: number }
  | { readonly code: "too-dark" }
  /** No light is so coloured: the circle did not lie on a neutral card. */
  | { readonly code: "coloured"; readonly ratio: number };

/** Usual cards: a sheet of uncoated paper or a painted white, and the photographers' grey of 18 % reflectance. */
export const CARD_LIGHTNESS = { white: 94, grey: 49.5 } as const;

const MOST_CLIPPED = 0.02;
const LEAST_LINEAR = 0.004;
/** Candle light against daylight is about five to one between the camera's red and blue. */
const MOST_RATIO = 6;

/** @param cardLightness - CIELAB L* of the neutral card, (0, 100]. */
export function lightFromCard(card: Sample, cardLightness: number): Result<CardLight, CardFailure> {
  if (!(cardLightness > 0 && cardLightness <= 100))
    throw new RangeError(`A card's L* lies above 0 and up to 100, not ${cardLightness}`);
  if (card.clippedShare > MOST_CLIPPED) return fail({ code: "burnt-out", clippedShare: card.clippedShare });
  const seen = linearSrgbFromLab(card.lab);
  if (Math.min(...seen) < LEAST_LINEAR) return fail({ code: "too-dark" });
  const truth = linearSrgbFromLab(labD65(cardLightness, 0, 0));
  const [red, green, blue] = [truth[0] / seen[0], truth[1] / seen[1], truth[2] / seen[2]];
  const ratio = Math.max(red, green, blue) / Math.min(red, green, blue);
  if (ratio > MOST_RATIO) return fail({ code: "coloured", ratio });
  return succeed({ gains: linearSrgb(red, green, blue) });
}

/**
 * A colour of the photo as it would be under the light that the card was judged in. Lightness above the white
 * is kept (a shine is lighter than any card), so that the caller can refuse it.
 */
export function underCardLight(lab: LabD65, { gains }: CardLight): LabD65 {
  const [red, green, blue] = linearSrgbFromLab(lab);
  return labFromLinearSrgb(linearSrgb(red * gains[0], green * gains[1], blue * gains[2]));
}
