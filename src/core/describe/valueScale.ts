/**
 * Value on the painter's own scale. Stored colours keep L*; a scale only shows it.
 *
 *   value = atBlack + (atWhite - atBlack) · L* / 100
 *
 * Some painters count up to white, others up to black, in nine, ten or other steps: the two ends say all.
 */
export type ValueScale = {
  /** Number that this painter gives to L* 0. */
  readonly atBlack: number;
  /** Number that this painter gives to L* 100; differs from atBlack. */
  readonly atWhite: number;
};

export const TEN_IS_WHITE: ValueScale = { atBlack: 0, atWhite: 10 };

/**
 * @param lightness - L*, 0 to 100.
 */
export function valueFromLightness(lightness: number, scale: ValueScale): number {
  return scale.atBlack + ((scale.atWhite - scale.atBlack) * lightness) / 100;
}

/**
 * @param value - on the painter's scale, within its ends.
 */
export function lightnessFromValue(value: number, scale: ValueScale): number {
  return (100 * (value - scale.atBlack)) / (scale.atWhite - scale.atBlack);
}

/** L* of one whole step. */
export function lightnessPerStep(scale: ValueScale): number {
  return 100 / Math.abs(scale.atWhite - scale.atBlack);
}

const QUARTERS = ["", "¼", "½", "¾"] as const;

/**
 * A number to the nearest quarter, as a painter writes it: 4¾, ½, 0.
 *
 * @throws RangeError unless the value is finite.
 */
export function quarterText(value: number): string {
  if (!Number.isFinite(value)) throw new RangeError(`A value must be finite, got ${value}`);
  const quarters = Math.round(Math.abs(value) * 4);
  const whole = Math.floor(quarters / 4);
  const rest = QUARTERS[quarters % 4] ?? "";
  const text = whole === 0 && rest ? rest : `${whole}${rest}`;
  return value < 0 && quarters > 0 ? `−${text}` : text;
}

/**
 * @param lightness - L*, 0 to 100.
 */
export function valueText(lightness: number, scale: ValueScale): string {
  return quarterText(valueFromLightness(lightness, scale));
}
