/** CIELAB of X, Y, Z that were summed over bands, and its slopes, for evaluators that must not allocate. */
import { labF, labFSlope } from "../color/cieLab";

type White = readonly [number, number, number];

export function writeLabOfSums(out: Float64Array, x: number, y: number, z: number, white: White): void {
  const fx = labF(x / white[0]);
  const fy = labF(y / white[1]);
  const fz = labF(z / white[2]);
  out[0] = 116 * fy - 16;
  out[1] = 500 * (fx - fy);
  out[2] = 200 * (fy - fz);
}

/**
 * Turns slopes of X, Y, Z into those of L*, a*, b*, in place.
 *
 * @param slopes - three numbers for each of `count` volumes.
 * @param lab - the colour of X, Y, Z.
 */
export function turnIntoLabSlopes(
  slopes: Float64Array,
  count: number,
  lab: Float64Array,
  x: number,
  y: number,
  z: number,
  white: White,
): void {
  const [wx, wy, wz] = white;
  const fy = ((lab[0] as number) + 16) / 116;
  const gx = labFSlope(x / wx, fy + (lab[1] as number) / 500) / wx;
  const gy = labFSlope(y / wy, fy) / wy;
  const gz = labFSlope(z / wz, fy - (lab[2] as number) / 200) / wz;
  for (let at = 0; at < 3 * count; at += 3) {
    const dfx = gx * (slopes[at] as number);
    const dfy = gy * (slopes[at + 1] as number);
    slopes[at + 1] = 500 * (dfx - dfy);
    slopes[at] = 116 * dfy;
    slopes[at + 2] = 200 * (dfy - gz * (slopes[at + 2] as number));
  }
}
