/** Tubes of the first levels: generic paints of everybody's box. */
import type { Level } from "./practice";

export const TUBES_OF_LEVEL: Readonly<Record<Exclude<Level, "own">, readonly string[]>> = {
  earth: ["titanium-white", "ivory-black", "burnt-sienna"],
  primaries: ["titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue"],
};
