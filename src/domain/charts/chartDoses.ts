/** Doses of a cell: tubes by their places in the chart, and water. */

/** A dose of a tube by its place; water stands at {@link CHART_WATER}. */
export type ChartDose = { readonly tube: number; readonly parts: number };
export const CHART_WATER = -1;

export function scaled(doses: readonly ChartDose[], factor: number): readonly ChartDose[] {
  return doses.map(({ tube, parts }) => ({ tube, parts: factor * parts })).filter(({ parts }) => parts > 0);
}

/** Doses of one tube as one. */
export function together(...lists: readonly (readonly ChartDose[])[]): readonly ChartDose[] {
  const sums = new Map<number, number>();
  for (const { tube, parts } of lists.flat()) sums.set(tube, (sums.get(tube) ?? 0) + parts);
  return [...sums].map(([tube, parts]) => ({ tube, parts }));
}

export function wholeOf(doses: readonly ChartDose[]): number {
  return doses.reduce((sum, { parts }) => sum + parts, 0);
}
