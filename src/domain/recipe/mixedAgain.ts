/** A kept pile mixed again from tubes that have changed since: other amounts, for the colour that was kept. */
import { REFERENCE_FACTORS } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { contentsOf, volumeOf } from "../pile/contents";
import type { Pile } from "../pile/pile";
import type { Settings } from "../settings/settings";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import { type RecipeQuestion, recipeQuestion } from "./recipeRequest";

/** A pile is laid as large as wanted, or up to a tenth larger: asked for so, it comes out about as large as it was. */
const USUALLY_LARGER = 1.05;

/** Tubes of a pile that were tested since it was begun. */
export function changedSince(pile: Pile, tubeById: ReadonlyMap<string, Tube>): readonly Tube[] {
  return contentsOf(pile).flatMap(({ tubeId }) => {
    const tube = tubeById.get(tubeId);
    return tube && (tube.optics.calibrations.at(-1)?.at ?? 0) > pile.createdAt ? [tube] : [];
  });
}

/**
 * Undefined where no tube has changed, one is gone, or water is in it: then the amounts stay.
 *
 * @param kept - what came out, of the dry paint.
 */
export function mixedAgainQuestion(
  pile: Pile,
  kept: LabD65,
  tubeById: ReadonlyMap<string, Tube>,
  settings: Settings,
  wantedParts: number | undefined,
): RecipeQuestion | undefined {
  const contents = contentsOf(pile);
  const tubes = contents.flatMap(({ tubeId }) => tubeById.get(tubeId) ?? []);
  if (contents.some(isWater) || tubes.length < contents.length) return undefined;
  if (changedSince(pile, tubeById).length === 0) return undefined;
  return recipeQuestion(
    kept,
    tubes,
    {
      required: tubes.map(({ id }) => id),
      forbidden: [],
      factors: REFERENCE_FACTORS,
      extra: [],
      wantedParts: wantedParts ?? volumeOf(contents) / USUALLY_LARGER,
    },
    // Whatever the school allows, it is the same tubes again.
    { ...settings, school: { ...settings.school, allowsBlack: true } },
    "white",
  );
}
