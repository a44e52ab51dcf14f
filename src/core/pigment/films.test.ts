/** How films of the generic models hide, and how dark their mixtures go. */
import { describe, expect, it } from "vitest";
import { labOfMix, lchOfMix, pigment, ratiosOf } from "../../../tests/support/paint";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { Lch } from "../color/types";
import { mixtureReflectance } from "../mixing/mixture";
import { labFromReflectance, xyzFromReflectance } from "../spectrum/colorimetry";
import { GRID_10NM, type Reflectance } from "../spectrum/types";

const FILM = 6;

function filmOver(id: string, ground: number, thickness = FILM): Reflectance {
  return mixtureReflectance([{ optics: pigment(id).optics, volume: 1 }], PAINT_SURFACE, {
    thickness,
    ground: { grid: GRID_10NM, values: new Array<number>(GRID_10NM.count).fill(ground) },
  });
}

/** Y of a film over black by Y over white, [0, 1]. */
function contrastRatio(id: string): number {
  const [over, under] = [0.03, 0.85].map(
    (ground) => xyzFromReflectance(filmOver(id, ground), VIEWING.D65)[1],
  );
  return (over ?? Number.NaN) / (under ?? Number.NaN);
}

/** Mixtures of three tubes in twentieths. */
function threeOf(first: string, second: string, third: string): Lch<"D65">[] {
  const found: Lch<"D65">[] = [];
  for (let a = 1; a < 19; a++)
    for (let b = 1; a + b < 20; b++)
      found.push(lchOfMix({ [first]: a / 20, [second]: b / 20, [third]: 1 - (a + b) / 20 }));
  return found;
}

describe("films", () => {
  it("of opaque yellows hide more than those of transparent ones", () => {
    const yellows = PIGMENT_MODELS.filter(
      ({ family, typicalMasstone }) => family === "yellow" && typicalMasstone[0] > 50,
    );
    const ratios = (opacity: string) =>
      yellows.filter((model) => model.opacity === opacity).map(({ id }) => contrastRatio(id));
    const opaque = Math.min(...ratios("opaque"));
    expect(opaque).toBeGreaterThan(0.6);
    expect(Math.max(...ratios("semi-transparent"), ...ratios("transparent"))).toBeLessThan(opaque - 0.05);
  });

  it("let more of a black through the more transparent their class is", () => {
    const brightest = (opacity: string): number[] =>
      PIGMENT_MODELS.filter((model) => model.opacity === opacity && model.family !== "white")
        .map(({ optics }) => {
          const absorption = Array.from(optics.absorption);
          const scattering = Array.from(optics.scattering);
          const clearness = scattering.map((s, band) => s / (absorption[band] ?? Number.NaN));
          return scattering[clearness.indexOf(Math.max(...clearness))] ?? Number.NaN;
        })
        .sort((a, b) => a - b);
    const median = (values: readonly number[]): number => values[Math.floor(values.length / 2)] ?? Number.NaN;
    const medians = ["transparent", "semi-transparent", "semi-opaque", "opaque"].map((opacity) =>
      median(brightest(opacity)),
    );
    expect([...medians].sort((a, b) => a - b)).toEqual(medians);
  });

  it("of ultramarine grow bluer to violet by less than a quarter of the wheel from pale to full", () => {
    const hueAt = (thickness: number): number =>
      lchFromLab(labFromReflectance(filmOver("ultramarine-blue", 0.85, thickness), VIEWING.D65))[2];
    const hues = [0.02, 0.05, 0.1, 0.3, 1, 3].map(hueAt);
    expect(hueDifferenceDegrees(Math.min(...hues), Math.max(...hues))).toBeLessThan(60);
    for (const hue of hues) expect(hue).toBeGreaterThan(245);
  });
});

describe("dark mixtures", () => {
  it("of three transparent primaries are darker than L* 20 and nearly neutral", () => {
    const darkest = threeOf("nickel-azo-yellow", "alizarin-crimson", "phthalo-blue-gs")
      .filter(([, chroma]) => chroma < 8)
      .map(([lightness]) => lightness);
    expect(Math.min(...darkest)).toBeLessThan(20);
  });

  it("of transparent oxide and crimson with a little ultramarine are darker than L* 22", () => {
    const [lightness] = labOfMix({
      "transparent-red-oxide": 0.15,
      "alizarin-crimson": 0.6,
      "ultramarine-blue": 0.25,
    });
    expect(lightness).toBeLessThan(22);
  });
});

describe("a greenish near-neutral", () => {
  it.each([
    ["viridian", "cadmium-red-light", 0.7],
    ["ultramarine-blue", "raw-sienna", 0.2],
    ["ultramarine-blue", "yellow-ochre", 0.2],
  ])("of %s and %s, once light, gets duller with white", (first, second, share) => {
    const mixed = (white: number) =>
      lchOfMix({ [first]: share, [second]: 1 - share, "titanium-white": white });
    const [light, lighter] = [mixed(10), mixed(30)];
    expect(light[0]).toBeGreaterThan(60);
    expect(light[1]).toBeLessThan(12);
    expect(hueDifferenceDegrees(160, light[2])).toBeLessThan(60);
    expect(lighter[1]).toBeLessThan(0.9 * light[1]);
  });
});

describe("orange and ultramarine", () => {
  const mostNeutral = (orange: string): Lch<"D65"> =>
    ratiosOf(orange, "ultramarine-blue", 241)
      .map((mix) => lchOfMix(mix))
      .reduce((best, mix) => (mix[1] < best[1] ? mix : best));

  it("pass through exact grey where the orange leans to red", () => {
    expect(mostNeutral("cadmium-orange")[1]).toBeLessThan(1.5);
  });

  it("pass through yellow-green where the orange leans to yellow", () => {
    const yellowish = ratiosOf("cadmium-orange", "ultramarine-blue", 241).map((mix) =>
      lchOfMix({
        "cadmium-yellow-medium": mix["cadmium-orange"] ?? 0,
        "cadmium-orange": mix["cadmium-orange"] ?? 0,
        "ultramarine-blue": mix["ultramarine-blue"] ?? 0,
      }),
    );
    const [, chroma, hue] = yellowish.reduce((best, mix) => (mix[1] < best[1] ? mix : best));
    expect(chroma).toBeLessThan(8);
    expect(hue).toBeGreaterThan(90);
    expect(hue).toBeLessThan(200);
  });
});
