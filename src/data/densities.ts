/**
 * Density of artists' paint, g/ml, by Colour Index generic name: rounded, typical of oil colour as it comes
 * from the tube, for weighing when the maker's figure is not known. Mineral pigments are heavy, organic ones
 * hardly heavier than their oil.
 */
const BY_PIGMENT: Readonly<Record<string, number>> = {
  PW6: 2,
  PW4: 2.2,
  PBk9: 1.3,
  PBk11: 1.9,
  PB28: 1.7,
  PB35: 2,
  PB36: 2,
  PG50: 2,
  PG17: 2.1,
  PG18: 1.5,
  PY35: 2,
  PY37: 2,
  PY184: 2,
  PO20: 2,
  PR108: 2,
  PY42: 1.6,
  PY43: 1.5,
  PBr7: 1.5,
  PR101: 1.8,
};

/** What organic pigments in oil weigh. */
export const USUAL_GRAMS_PER_ML = 1.2;

export function usualGramsPerMl(colourIndexName: string): number {
  return BY_PIGMENT[colourIndexName] ?? USUAL_GRAMS_PER_ML;
}
