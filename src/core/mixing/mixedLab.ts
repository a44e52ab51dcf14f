import { type LabD65, labD65 } from "../color/types";
import type { ColorModel } from "./colorModel";
import { zeros } from "../numbers";

/** Arrays of one's own for each mixture would cost a search more than most of its mixtures do. */
const lab = zeros(3);
let places = new Uint8Array(32);
let amounts = zeros(32);

/**
 * The colour of a mixture.
 *
 * @param tubes - indices into the model's paint table.
 * @param volumes - of each of them, as the model takes them.
 */
export function mixedLab(
  model: Pick<ColorModel, "writeLab">,
  tubes: ArrayLike<number>,
  volumes: ArrayLike<number>,
): LabD65 {
  const count = tubes.length;
  if (count > places.length) {
    places = new Uint8Array(count);
    amounts = zeros(count);
  }
  for (let j = 0; j < count; j++) {
    places[j] = tubes[j] as number;
    amounts[j] = volumes[j] as number;
  }
  model.writeLab(lab, places, amounts, count);
  return labIn(lab);
}

/** L*, a*, b* as a colour model wrote them. */
export function labIn(out: Float64Array): LabD65 {
  return labD65(out[0] as number, out[1] as number, out[2] as number);
}
