/** The rows of a grid on the painter's own value scale. */
import { lightnessFromValue, lightnessPerStep, type ValueScale } from "../../core/describe/valueScale";
import { LEAST_ROWS, MOST_ROWS } from "./grid";

/** Two rows closer than this are one pile to the eye, L*. */
export const TOO_CLOSE = 2;
/** A step so many times the usual one is a gap. */
const GAP = 1.7;

/** Evenly from light to dark, each on a quarter of a step of the scale. @returns dry L*, lightest first. */
export function evenRows(
  count: number,
  ends: { readonly lightest: number; readonly darkest: number },
  scale: ValueScale,
): readonly number[] {
  const wanted = Math.min(MOST_ROWS, Math.max(LEAST_ROWS, Math.round(count)));
  const rows = Array.from(
    { length: wanted },
    (_, i) => ends.lightest - (i * (ends.lightest - ends.darkest)) / (wanted - 1),
  );
  return inOrder(rows.map((row) => onScale(row, scale)));
}

/** The nearest quarter of a step of the scale. */
export function onScale(lightness: number, scale: ValueScale): number {
  const quarter = lightnessPerStep(scale) / 4;
  const steps = Math.round(lightness / quarter);
  return Math.min(100, Math.max(0, Number((steps * quarter).toFixed(6))));
}

/** Lightest first, each once. */
export function inOrder(rows: readonly number[]): readonly number[] {
  return [...new Set(rows)].sort((one, other) => other - one);
}

/** A row at a value of the painter's scale; undefined outside of its ends. */
export function rowAt(value: number, scale: ValueScale): number | undefined {
  const lightness = lightnessFromValue(value, scale);
  return lightness >= 0 && lightness <= 100 ? Number(lightness.toFixed(6)) : undefined;
}

export type RowFault = {
  readonly kind: "too-close" | "gap";
  readonly lighter: number;
  readonly darker: number;
};

/** @param rows - L* as asked or as laid, lightest first. */
export function rowFaults(rows: readonly number[]): readonly RowFault[] {
  const steps = rows.slice(1).map((row, i) => (rows[i] ?? 0) - row);
  const usual = [...steps].sort((one, other) => one - other)[Math.floor(steps.length / 2)] ?? 0;
  return steps.flatMap((step, i): RowFault[] => {
    const between = { lighter: rows[i] ?? Number.NaN, darker: rows[i + 1] ?? Number.NaN };
    if (step < TOO_CLOSE) return [{ kind: "too-close", ...between }];
    return steps.length > 1 && step > GAP * Math.max(usual, TOO_CLOSE) ? [{ kind: "gap", ...between }] : [];
  });
}
