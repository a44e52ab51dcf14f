/**
 * Opaque mixtures, the best volumes of a set of tubes, the best pile that can be laid for them, the nearest of many colours,
 * and pictures through a palette.
 */
export { writeLab, writeLabAndSlopes } from "./mixture";
export { solve } from "./solve";
// For tests, which hold slopes against differences.
export { writeColorSlopes, writeResiduals } from "./aim";
export { layPile } from "./lay";
export { nearestOfEach } from "./nearest";
export { mapPixels } from "./picture";
// Exported so that the compiler leaves them functions of their own: pulled into their caller they run out of registers, and
// take up to half as long again.
export { sumMoved, sumSeenWithSlopesRoughly } from "./singles";
