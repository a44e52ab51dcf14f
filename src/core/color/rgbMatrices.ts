/**
 * Matrices between linear RGB and XYZ, from the chromaticities of the primaries and of the white.
 *
 * Source: the derivation in IEC 61966-2-1:1999, annex; SMPTE RP 177-1993.
 */
export type Matrix3 = readonly [
  readonly [number, number, number],
  readonly [number, number, number],
  readonly [number, number, number],
];

/** Chromaticities x and y of red, green and blue. */
export type Primaries = readonly [
  readonly [number, number],
  readonly [number, number],
  readonly [number, number],
];

export function inverse3(m: Matrix3): Matrix3 {
  const [[a, b, c], [d, e, f], [g, h, i]] = m;
  const A = e * i - f * h;
  const B = f * g - d * i;
  const C = d * h - e * g;
  const determinant = a * A + b * B + c * C;
  return [
    [A / determinant, (c * h - b * i) / determinant, (b * f - c * e) / determinant],
    [B / determinant, (a * i - c * g) / determinant, (c * d - a * f) / determinant],
    [C / determinant, (b * g - a * h) / determinant, (a * e - b * d) / determinant],
  ];
}

export function multiply3(left: Matrix3, right: Matrix3): Matrix3 {
  const row = ([a, b, c]: readonly [number, number, number]): [number, number, number] => [
    a * right[0][0] + b * right[1][0] + c * right[2][0],
    a * right[0][1] + b * right[1][1] + c * right[2][1],
    a * right[0][2] + b * right[1][2] + c * right[2][2],
  ];
  return [row(left[0]), row(left[1]), row(left[2])];
}

export function transform3(
  m: Matrix3,
  [x, y, z]: readonly [number, number, number],
): readonly [number, number, number] {
  return [
    m[0][0] * x + m[0][1] * y + m[0][2] * z,
    m[1][0] * x + m[1][1] * y + m[1][2] * z,
    m[2][0] * x + m[2][1] * y + m[2][2] * z,
  ];
}

/** @param white - XYZ of RGB (1, 1, 1), Y = 1. */
export function rgbToXyzMatrix(
  [[xr, yr], [xg, yg], [xb, yb]]: Primaries,
  white: readonly [number, number, number],
): Matrix3 {
  const columns: Matrix3 = [
    [xr / yr, xg / yg, xb / yb],
    [1, 1, 1],
    [(1 - xr - yr) / yr, (1 - xg - yg) / yg, (1 - xb - yb) / yb],
  ];
  const [sr, sg, sb] = transform3(inverse3(columns), white);
  const scaled = ([r, g, b]: Matrix3[0]): Matrix3[0] => [r * sr, g * sg, b * sb];
  return [scaled(columns[0]), scaled(columns[1]), scaled(columns[2])];
}
