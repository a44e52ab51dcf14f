import { describe, expect, it } from "vitest";
import {
  labOfMix,
  lchOfMix,
  pigment,
  randomMixes,
  ratiosOf,
  SIX_TUBES as SIX,
  tintedTo,
} from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { labD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { createRng } from "../random/rng";
import { PaletteReach } from "../reach/reach";
import { MOST_BOX_TUBES, NearestMixture } from "./nearestMixture";
import { cleanestGrey, GREY_LIGHTNESSES, mostChroma, reachProfile } from "./reachProfile";
import { sized, thinned } from "../../../tests/support/study";

const opticsOf = (ids: readonly string[]) => ids.map((id) => pigment(id).optics);
const paletteOf = (ids: readonly string[]) => new NearestMixture(opticsOf(ids), VIEWING.D65, PAINT_SURFACE);
const LIGHTNESSES = [20, 30, 40, 50, 60, 70, 80, 90];

describe("NearestMixture", () => {
  const six = paletteOf(SIX);

  it("finds mixtures of the palette again, with shares that give the colour", () => {
    for (const mix of randomMixes(SIX, 4, 60, 5)) {
      const found = six.to(labOfMix(mix));
      expect(found.deltaE2000).toBeLessThan(0.05);
      expect(found.shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
      const again = labOfMix(Object.fromEntries(SIX.map((id, i) => [id, found.shares[i] ?? 0])));
      expect(deltaE2000(again, found.lab)).toBeLessThan(1e-6);
    }
  });

  it("comes at least as near to colours outside as recipes of four tubes do", () => {
    const reach = new PaletteReach(opticsOf(SIX), VIEWING.D65, PAINT_SURFACE);
    for (const target of [
      labD65(59, 53, 67),
      labD65(40, -60, 30),
      labD65(65, 45, -15),
      labD65(30, 20, -70),
    ]) {
      const recipe = deltaE2000(target, reach.nearest(target, "even").nearest);
      expect(six.to(target).deltaE2000).toBeLessThan(recipe + 0.05);
    }
  });

  it("takes one tube, two, twenty-four, and refuses none or too many", () => {
    expect(paletteOf(["viridian"]).to(labD65(50, 0, 0)).shares).toEqual([1]);
    expect(paletteOf(SIX.slice(0, 2)).to(labOfMix({ "arylide-yellow": 1 })).deltaE2000).toBeLessThan(0.01);
    const many = Array.from({ length: 24 }, (_, i) => pigment(SIX[i % 6] ?? "").optics);
    expect(
      new NearestMixture(many, VIEWING.D65, PAINT_SURFACE).to(labOfMix({ "raw-umber": 1 })).deltaE2000,
    ).toBeLessThan(0.01);
    expect(() => paletteOf([])).toThrow(RangeError);
    expect(() => paletteOf(new Array<string>(MOST_BOX_TUBES + 1).fill("viridian"))).toThrow(RangeError);
  });
});

describe("reachProfile", () => {
  const six = paletteOf(SIX);
  const profile = reachProfile(six, LIGHTNESSES);

  it("is within two C* of random mixtures, and each cell is of its hue and value", () => {
    const mixer = new MixtureEvaluator(opticsOf(SIX), VIEWING.D65, PAINT_SURFACE);
    const rng = createRng(1);
    const lab = new Float64Array(3);
    const tubes = Uint8Array.from(SIX, (_, i) => i);
    const volumes = new Float64Array(SIX.length);
    const most = profile.rows.map(() => LIGHTNESSES.map(() => 0));
    for (let n = 0; n < sized(250_000, 1_000_000); n++) {
      for (let j = 0; j < SIX.length; j++)
        volumes[j] = rng.next() < 0.5 ? 0 : rng.next() ** 3 / mixer.strengthOf(j);
      if (volumes.every((volume) => volume === 0)) continue;
      mixer.writeLab(lab, tubes, volumes, SIX.length);
      const [l = 0, a = 0, b = 0] = lab;
      const column = LIGHTNESSES.findIndex((lightness) => Math.abs(lightness - l) < 0.25);
      if (column < 0) continue;
      const [, chroma, hue] = lchFromLab(labD65(l, a, b));
      profile.rows.forEach(({ place }, row) => {
        const cells = most[row];
        if (cells && Math.abs(hueDifferenceDegrees(hue, place.centreDegrees)) < 0.5)
          cells[column] = Math.max(cells[column] ?? 0, chroma);
      });
    }
    let compared = 0;
    profile.rows.forEach(({ place, cells }, row) => {
      cells.forEach((cell, column) => {
        const brute = most[row]?.[column] ?? 0;
        const chroma = cell ? lchFromLab(cell.lab)[1] : 0;
        if (brute > 3) compared++;
        expect(chroma, `${place.name} at L* ${LIGHTNESSES[column]}`).toBeGreaterThan(brute - 2);
        if (!cell) return;
        expect(Math.abs(cell.lab[0] - (LIGHTNESSES[column] ?? 0))).toBeLessThan(1.01);
        const turn = hueDifferenceDegrees(place.centreDegrees, lchFromLab(cell.lab)[2]);
        expect(Math.abs(turn)).toBeLessThan(4.01);
      });
    });
    expect(compared).toBeGreaterThan(sized(30, 50));
  });

  it("finds the most chroma at a hue and value, as a scan of all ratios does", () => {
    const two = paletteOf(["titanium-white", "ultramarine-blue", "viridian"]);
    const hue = 230;
    for (const lightness of [45, 60, 75]) {
      const scan = ratiosOf("ultramarine-blue", "viridian", 241)
        .map((mix) => lchOfMix(tintedTo(mix, lightness)))
        .filter((lch) => Math.abs(hueDifferenceDegrees(lch[2], hue)) < 3)
        .map((lch) => lch[1]);
      const found = mostChroma(two, hue, lightness);
      expect(found).toBeDefined();
      if (found) expect(Math.abs(lchFromLab(found.lab)[1] - Math.max(...scan))).toBeLessThan(2);
    }
    expect(mostChroma(two, 40, 60)).toBeUndefined();
  });

  it("has yellow peak at a higher value than violet", () => {
    const wide = paletteOf(["titanium-white", "arylide-yellow", "quinacridone-magenta", "ultramarine-blue"]);
    const peak = (hue: number): number =>
      LIGHTNESSES.map((lightness) => {
        const found = mostChroma(wide, hue, lightness);
        return { lightness, chroma: found ? lchFromLab(found.lab)[1] : 0 };
      }).reduce((best, next) => (next.chroma > best.chroma ? next : best)).lightness;
    expect(peak(93)).toBeGreaterThan(peak(312) + 20);
  });

  it("knows the darkest and the lightest mixture", () => {
    const masstones = SIX.map((id) => labOfMix({ [id]: 1 })[0]);
    expect(profile.darkest.lab[0]).toBeLessThanOrEqual(Math.min(...masstones) + 0.05);
    expect(deltaE2000(profile.lightest.lab, labOfMix({ "titanium-white": 1 }))).toBeLessThan(0.5);
  });

  it("finds the cleanest greys as a fine grid does, with the sign of their lean", () => {
    const three = ["titanium-white", "ultramarine-blue", "burnt-sienna"];
    const palette = paletteOf(three);
    for (const lightness of thinned(GREY_LIGHTNESSES, 3)) {
      let least = labD65(0, 100, 0);
      for (const mix of ratiosOf("ultramarine-blue", "burnt-sienna", 2001)) {
        const lab = labOfMix(tintedTo(mix, lightness));
        if (Math.abs(lab[0] - lightness) > 0.5) continue;
        if (Math.hypot(lab[1], lab[2]) < Math.hypot(least[1], least[2])) least = lab;
      }
      const grey = cleanestGrey(palette, lightness);
      expect(grey).toBeDefined();
      if (!grey) continue;
      const chroma = Math.hypot(grey.lab[1], grey.lab[2]);
      expect(Math.abs(chroma - Math.hypot(least[1], least[2]))).toBeLessThan(0.3);
      for (const axis of [1, 2] as const)
        if (Math.abs(least[axis]) > 0.3) expect(Math.sign(grey.lab[axis])).toBe(Math.sign(least[axis]));
    }
    expect(cleanestGrey(paletteOf(["viridian"]), 70)).toBeUndefined();
  });

  it("leaves a palette's missing colours empty, and one without white its light ones", () => {
    const one = reachProfile(paletteOf(["viridian"]), LIGHTNESSES);
    expect(one.rows.flatMap(({ cells }) => cells).filter((cell) => cell !== undefined).length).toBeLessThan(
      2,
    );
    const dark = reachProfile(paletteOf(["prussian-blue", "raw-umber"]), LIGHTNESSES);
    expect(dark.rows.every(({ cells }) => cells.slice(3).every((cell) => cell === undefined))).toBe(true);
    expect(dark.greys.map(({ grey }) => grey === undefined)).toEqual([true, true, expect.any(Boolean)]);
  });
});
