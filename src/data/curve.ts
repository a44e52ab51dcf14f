/**
 * Curves of numbers with four significant digits, written short: what every page loads of the pigments is half as large so.
 *
 * The numbers stand on a ladder: 1000·10⁻⁹ is rung 0, each rung is one more in the fourth digit, and a decade has 9000
 * rungs. A curve is smooth, so of its rungs only the second differences are written, which are small. No digit is lost.
 */
const DECADE = 9000;
const LEAST = 1000;
/** Of rung 0, as a power of ten of its last digit. */
const LAST_DIGIT = -9;

/** @param steps - as {@link stepsOf} writes them. @returns the curve, to its last digit. */
export function curveOf(steps: readonly number[]): readonly number[] {
  let [slope, rung] = [0, 0];
  return steps.map((step, i) => {
    // The first is a rung, the second a slope; from there on the slope changes.
    if (i === 0) rung = step;
    else {
      slope = i === 1 ? step : slope + step;
      rung += slope;
    }
    return Number(`${(rung % DECADE) + LEAST}e${Math.floor(rung / DECADE) + LAST_DIGIT}`);
  });
}

/**
 * @param curve - positive numbers from 1e-6 to 1e6 with at most four significant digits.
 * @throws RangeError for any other: nothing is rounded here.
 */
export function stepsOf(curve: readonly number[]): readonly number[] {
  const rungs = curve.map(rungOf);
  return rungs.map((rung, i) => {
    const before = rungs[i - 1] ?? 0;
    const slope = i > 1 ? before - (rungs[i - 2] ?? 0) : 0;
    return rung - before - slope;
  });
}

function rungOf(value: number): number {
  const [digits = "", exponent = ""] = value.toExponential(3).split("e");
  const rung = Number(digits) * LEAST - LEAST + DECADE * (Number(exponent) - LAST_DIGIT - 3);
  const whole = Math.round(rung);
  if (!(value >= 1e-6 && value <= 1e6) || Number(value.toPrecision(4)) !== value)
    throw new RangeError(`${value} does not have four digits between 1e-6 and 1e6`);
  return whole;
}
