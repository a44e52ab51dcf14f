/**
 * Colours as they would look in another light of the scene, and back.
 *
 * The eye stays adapted to daylight while the scene's light turns warmer, cooler or coloured: each cone response
 * is multiplied by the ratio of the light's own response to that of daylight (von Kries' rule in the sharpened
 * cones of the Bradford transform). The way back divides by the same ratios, so it is exact.
 *
 * Source of the transform: M. D. Fairchild, Color Appearance Models, 3rd ed. (2013), section 9.1; of the
 * daylight and Planckian chromaticities: CIE 15:2018, and B. Kang et al., J. Korean Phys. Soc. 41(6), 865 (2002).
 */
import { labFromXyz, xyzFromLab } from "../color/cieLab";
import { inverse3, type Matrix3, transform3 } from "../color/rgbMatrices";
import { type LabD65, labD65, xyzUnder } from "../color/types";

export type SceneLight = {
  /** Correlated colour temperature, 1800 to 20000 K; 6504 K is daylight as the eye is adapted to. */
  readonly temperatureKelvin: number;
  /** A colour on top of it: CIELAB hue angle in degrees, and how strong, [0, 1]. */
  readonly tint?: { readonly hueDegrees: number; readonly strength: number } | undefined;
};

export const DAYLIGHT_KELVIN = 6504;
export const WARMEST_KELVIN = 1800;
export const COOLEST_KELVIN = 20_000;

const BRADFORD: Matrix3 = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];
const BRADFORD_BACK = inverse3(BRADFORD);
/** CIELAB is relative to its white, whose own XYZ cancels out of the ratios. */
const WHITE = xyzUnder<"D65">(0.95047, 1, 1.08883);
/** C* that the white takes on under the strongest tint. */
const STRONGEST_TINT = 60;

/** x and y of a Planckian radiator, 1667 to 25000 K. */
function planckian(kelvin: number): readonly [number, number] {
  const t = 1000 / kelvin;
  const x =
    kelvin <= 4000
      ? -0.2661239 * t ** 3 - 0.234358 * t ** 2 + 0.8776956 * t + 0.17991
      : -3.0258469 * t ** 3 + 2.1070379 * t ** 2 + 0.2226347 * t + 0.24039;
  const y =
    kelvin <= 2222
      ? -1.1063814 * x ** 3 - 1.3481102 * x ** 2 + 2.18555832 * x - 0.20219683
      : kelvin <= 4000
        ? -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867
        : 3.081758 * x ** 3 - 5.8733867 * x ** 2 + 3.75112997 * x - 0.37001483;
  return [x, y];
}

function conesOf([x, y]: readonly [number, number]): readonly [number, number, number] {
  return transform3(BRADFORD, [x / y, 1, (1 - x - y) / y]);
}

/** Ratio of each cone's response to the scene's light and to daylight. Throws outside the stated ranges. */
function coneRatios({ temperatureKelvin, tint }: SceneLight): readonly [number, number, number] {
  if (!(temperatureKelvin >= WARMEST_KELVIN && temperatureKelvin <= COOLEST_KELVIN))
    throw new RangeError(`A light has ${WARMEST_KELVIN} to ${COOLEST_KELVIN} K, not ${temperatureKelvin}`);
  const [l, m, s] = conesOf(planckian(temperatureKelvin));
  const [l0, m0, s0] = conesOf(planckian(DAYLIGHT_KELVIN));
  const [tl, tm, ts] = tint ? tintRatios(tint) : [1, 1, 1];
  return [(l / l0) * tl, (m / m0) * tm, (s / s0) * ts];
}

function tintRatios({
  hueDegrees,
  strength,
}: NonNullable<SceneLight["tint"]>): readonly [number, number, number] {
  if (!(strength >= 0 && strength <= 1))
    throw new RangeError(`A light's colour is 0 to 1 strong, not ${strength}`);
  const chroma = STRONGEST_TINT * strength;
  const radians = (hueDegrees * Math.PI) / 180;
  const tinted = xyzFromLab(labD65(100, chroma * Math.cos(radians), chroma * Math.sin(radians)), WHITE);
  const [l, m, s] = transform3(BRADFORD, tinted);
  const [l0, m0, s0] = transform3(BRADFORD, WHITE);
  return [l / l0, m / m0, s / s0];
}

function scaled(lab: LabD65, [l, m, s]: readonly [number, number, number]): LabD65 {
  const [cl, cm, cs] = transform3(BRADFORD, xyzFromLab(lab, WHITE));
  const [x, y, z] = transform3(BRADFORD_BACK, [cl * l, cm * m, cs * s]);
  return labFromXyz(xyzUnder<"D65">(x, y, z), WHITE);
}

export function inSceneLight(lab: LabD65, light: SceneLight): LabD65 {
  return scaled(lab, coneRatios(light));
}

/** What a colour that is seen in the scene's light would be in daylight. */
export function outOfSceneLight(lab: LabD65, light: SceneLight): LabD65 {
  const [l, m, s] = coneRatios(light);
  return scaled(lab, [1 / l, 1 / m, 1 / s]);
}
