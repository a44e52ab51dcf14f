/** Opaque mixtures, the distance from an aim, the best volumes of a set of tubes, the best pile beside a pile, and pictures through a palette. */
export { writeLab, writeLabAndSlopes } from "./mixture";
export { solve } from "./solve";
export { bestBeside } from "./beside";
export { distance } from "./aim";
export { mapPixels } from "./picture";
