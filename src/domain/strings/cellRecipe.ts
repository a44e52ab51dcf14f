/** A member, or a parent pile, as a recipe that the bench can follow. */
import { partsToTake } from "../pile/ingredients";
import { volumeOf } from "../pile/contents";
import { leftoverId } from "../pile/puddle";
import type { Dose, Pile, StoredRecipe } from "../pile/pile";
import { storedFromLab } from "../reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../reading/uncertainty";
import { type GridCell, type GridParent, PARENT_ID } from "./gridPlan";

type NewRecipe = Omit<StoredRecipe, "id" | "noteId" | "createdAt">;

/**
 * From the parent pile where enough of it lies there, else from the tubes.
 *
 * @param parentPile - as it was laid, if it was.
 */
export function recipeOfCell(cell: GridCell, name: string, parentPile: Pile | undefined): NewRecipe {
  const wanted = cell.amounts.find(({ tubeId }) => tubeId === PARENT_ID)?.parts ?? 0;
  const fromParent = parentPile && wanted > 0 && partsToTake(parentPile) >= wanted;
  const own = new Map<string, number>();
  const add = ({ tubeId, parts }: Dose): void => {
    own.set(tubeId, (own.get(tubeId) ?? 0) + parts);
  };
  if (fromParent) {
    for (const { tubeId, parts } of cell.amounts)
      add({ tubeId: tubeId === PARENT_ID ? leftoverId(parentPile.id) : tubeId, parts });
    for (const { tubeId, carrierId, carrierParts, dose } of cell.dilutions) {
      add({ tubeId, parts: dose / (1 + carrierParts) });
      add({ tubeId: carrierId, parts: (dose * carrierParts) / (1 + carrierParts) });
    }
  } else for (const dose of cell.contents) add(dose);
  const amounts = [...own].map(([tubeId, parts]) => ({ tubeId, parts })).filter(({ parts }) => parts > 0);
  return {
    name,
    ...sharesOf(amounts),
    ...(cell.dilutions.length > 0 && { thinned: [...cell.dilutions] }),
    predicted: storedFromLab(cell.predicted, "predicted", GENERIC_UNCERTAINTY),
    deltaE2000: 0,
    reasons: ["by-hand"],
  };
}

export function recipeOfParent({ amounts, predicted }: GridParent, name: string): NewRecipe {
  return {
    name,
    ...sharesOf(amounts),
    predicted: storedFromLab(predicted, "predicted", GENERIC_UNCERTAINTY),
    deltaE2000: 0,
    reasons: ["by-hand"],
  };
}

function sharesOf(amounts: readonly Dose[]): Pick<StoredRecipe, "amounts" | "shares"> {
  const whole = volumeOf(amounts);
  return { amounts, shares: amounts.map(({ parts }) => parts / whole) };
}
