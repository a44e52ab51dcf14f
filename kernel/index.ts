/** Opaque mixtures, the distance from an aim, the best volumes of a set of tubes, and pictures through a palette. */
export { writeLab, writeLabAndSlopes } from "./mixture";
export { solve } from "./solve";
export { distance } from "./aim";
export { mapPixels } from "./picture";
