import { type LabD65, labD65 } from "../color/types";
import type { ColorModel } from "./colorModel";

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
  const out = new Float64Array(3);
  model.writeLab(out, new Uint8Array(tubes), new Float64Array(volumes), tubes.length);
  return labIn(out);
}

/** L*, a*, b* as a colour model wrote them. */
export function labIn(out: Float64Array): LabD65 {
  return labD65(out[0] as number, out[1] as number, out[2] as number);
}
