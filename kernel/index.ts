/** The kernel of searches: opaque mixtures, the distance from an aim, and the best volumes of a set of tubes. */
export { writeLab, writeLabAndSlopes } from "./mixture";
export { solve } from "./solve";
export { distance } from "./aim";
