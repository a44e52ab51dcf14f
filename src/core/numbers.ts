/** Rows of numbers. A missing number is not a number, so that it shows. */
export function num(value: number | undefined): number {
  return value ?? Number.NaN;
}

/** Of the first `count` numbers, or of all. */
export function sumOf(values: ArrayLike<number>, count = values.length): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += values[i] as number;
  return sum;
}

/** So many noughts, to be written over. */
export function zeros(count: number): Float64Array<ArrayBuffer> {
  return new Float64Array(count);
}

/** 0, 1, 2 and so on, so many. */
export function upTo(count: number): number[] {
  return Array.from({ length: count }, (_, place) => place);
}

/** How much all parts are together, in their unit. */
export function volumeOf(parts: readonly { readonly volume: number }[]): number {
  return parts.reduce((sum, { volume }) => sum + volume, 0);
}

/** Finite, and above 0. */
export function isPositive(value: number): boolean {
  return value > 0 && Number.isFinite(value);
}

/** Finite, and at least 0. */
export function isNotNegative(value: number): boolean {
  return value >= 0 && Number.isFinite(value);
}

export function areFinite(values: readonly number[] | Float64Array): boolean {
  return values.every(Number.isFinite);
}

/** Inner product of two rows, as long as the first; nothing of a row that is not there. */
export function inner(a: ArrayLike<number> = [], b: ArrayLike<number> = []): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += num(a[i]) * num(b[i]);
  return sum;
}

export function squareOf(values: ArrayLike<number>): number {
  return inner(values, values);
}

/**
 * Places in the order of their numbers, the least first; within a millionth the first. As numbers they are sorted at once.
 *
 * @param valueOf - of a place, in [0, 1e6].
 */
export function ascending(count: number, valueOf: (place: number) => number): Float64Array {
  const keys = zeros(count);
  for (let place = 0; place < count; place++) keys[place] = Math.round(valueOf(place) * 1e6) * count + place;
  keys.sort();
  for (let i = 0; i < count; i++) keys[i] = (keys[i] as number) % count;
  return keys;
}
