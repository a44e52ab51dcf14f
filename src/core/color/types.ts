import type { Brand } from "../brand";

type Triplet<Name extends string> = readonly [number, number, number] & Brand<Name>;

/** Viewing lights that ship with the tables: daylight, print booth, lamp bulb, two fluorescent tubes. */
export type LightName = "D65" | "D50" | "A" | "F2" | "F11";
export const LIGHT_NAMES = ["D65", "D50", "A", "F2", "F11"] as const satisfies readonly LightName[];

/** CIE XYZ, 2° observer, relative to a perfect diffuser under that light: Y in [0, 1]. */
export type Xyz<L extends LightName> = Triplet<`xyz-${L}-2deg`>;
/** CIE L*a*b* relative to that light: L in [0, 100]; a, b unbounded. */
export type Lab<L extends LightName> = Triplet<`lab-${L}-2deg`>;
/** CIE L*C*h of the same white: C >= 0, h in degrees [0, 360). */
export type Lch<L extends LightName> = Triplet<`lch-${L}-2deg`>;

export type XyzD65 = Xyz<"D65">;
export type LabD65 = Lab<"D65">;
export type LchD65 = Lch<"D65">;

/** Gamma-encoded sRGB, each [0, 1]: the only colour type that the interface may paint. */
export type Srgb = Triplet<"srgb">;
/** Linear-light sRGB; values outside [0, 1] are colours that a screen cannot show. */
export type LinearSrgb = Triplet<"linear-srgb">;

/**
 * The one place where three plain numbers become a colour, of whichever kind it is called by below. Finite by contract: check
 * outside data first.
 */
const triplet = (one: number, two: number, three: number) => [one, two, three] as unknown as never;

export const labD65: (l: number, a: number, b: number) => LabD65 = triplet;
export const labUnder: <L extends LightName>(l: number, a: number, b: number) => Lab<L> = triplet;
export const lchUnder: <L extends LightName>(l: number, c: number, hueDegrees: number) => Lch<L> = triplet;
export const xyzUnder: <L extends LightName>(x: number, y: number, z: number) => Xyz<L> = triplet;
export const srgb: (red: number, green: number, blue: number) => Srgb = triplet;
export const linearSrgb: (red: number, green: number, blue: number) => LinearSrgb = triplet;
