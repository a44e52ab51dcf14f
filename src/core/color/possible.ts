/** What a colour of paint or light can be at all. */
import { chromaOf } from "./cieLab";
import type { LabD65 } from "./types";
import { areFinite } from "../numbers";

/** A reading may be a little above white or below black; readings, lights and shifts all round. */
const MARGIN = 0.5;
/** Beyond the most saturated light under D65. */
const MOST_CHROMA = 200;

/** Three finite numbers, L* from 0 to 100, chroma at most 200. */
export function isPossibleColor(lab: LabD65): boolean {
  return areFinite(lab) && lab[0] >= -MARGIN && lab[0] <= 100 + MARGIN && chromaOf(lab) <= MOST_CHROMA;
}
