import { describe, expect, it } from "vitest";
import { labOfMix, pigment, tintedTo } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { WHITE_BENCH } from "../../data/testWhite";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { labD65 } from "../color/types";
import { mixturePath, PATH_POINTS } from "./mixturePath";
import { NearestMixture } from "./nearestMixture";
import { isSecondary, neutralPartners, rankParents } from "./pairs";
import { pictureCover } from "./pictureCover";
import { inKey, mixScheme, pileOf, schemeHues } from "./scheme";

const opticsOf = (ids: readonly string[]) => ids.map((id) => pigment(id).optics);
const pathOf = (first: string, second: string, whiteParts = 0) =>
  mixturePath(pigment(first).optics, pigment(second).optics, WHITE_BENCH, { whiteParts });

describe("mixturePath", () => {
  it("agrees with independent evaluations to a millionth, with and without white", () => {
    for (const whiteParts of [0, 2, 9]) {
      const { points } = pathOf("ultramarine-blue", "burnt-sienna", whiteParts);
      expect(points).toHaveLength(PATH_POINTS);
      expect(points[0]?.share).toBe(0);
      expect(points.at(-1)?.share).toBe(1);
      for (const { share, lab } of points) {
        const mixed = labOfMix({
          "ultramarine-blue": 1 - share,
          "burnt-sienna": share,
          "titanium-white": whiteParts,
        });
        for (const axis of [0, 1, 2] as const) expect(Math.abs(lab[axis] - mixed[axis])).toBeLessThan(1e-6);
      }
    }
  });

  it("finds the ratio of least chroma within two percent of a fine scan", () => {
    for (const [first, second] of [
      ["ultramarine-blue", "burnt-sienna"],
      ["pyrrole-red", "viridian"],
      ["cadmium-orange", "cobalt-blue"],
    ] as const) {
      const { dullest } = pathOf(first, second);
      let best = { share: 0, chroma: Number.POSITIVE_INFINITY };
      for (let share = 0; share <= 1; share += 0.0005) {
        const [, chroma] = lchFromLab(labOfMix({ [first]: 1 - share, [second]: share }));
        if (chroma < best.chroma) best = { share, chroma };
      }
      expect(Math.abs(dullest.share - best.share)).toBeLessThan(0.02);
      expect(lchFromLab(dullest.lab)[1]).toBeLessThan(best.chroma + 0.01);
    }
  });

  it("is curved: yellow and blue pass through green", () => {
    const { points, events } = pathOf("arylide-yellow", "phthalo-blue-gs");
    const middle = points[Math.floor(PATH_POINTS / 2)]?.lab ?? labD65(0, 0, 0);
    const [from, to] = [points[0]?.lab, points.at(-1)?.lab];
    const straight = labD65(
      ((from?.[0] ?? 0) + (to?.[0] ?? 0)) / 2,
      ((from?.[1] ?? 0) + (to?.[1] ?? 0)) / 2,
      ((from?.[2] ?? 0) + (to?.[2] ?? 0)) / 2,
    );
    expect(deltaE2000(middle, straight)).toBeGreaterThan(15);
    expect(events.some((event) => event.kind === "hue" && event.place.name === "green")).toBe(true);
  });

  it("says where it browns, greys and flips", () => {
    const earth = pathOf("cadmium-orange", "ultramarine-blue").events.map((event) => event.kind);
    expect(earth).toContain("brown");
    const grey = pathOf("ultramarine-blue", "burnt-sienna", 3).events;
    const greyed = grey.find((event) => event.kind === "grey");
    const left = grey.find((event) => event.kind === "leaves-grey");
    expect(greyed).toBeDefined();
    expect(left?.share).toBeGreaterThan(greyed?.share ?? 1);
    const flip = pathOf("cerulean-blue", "red-oxide", 3).events.find((event) => event.kind === "flip");
    expect(flip?.share).toBeGreaterThan(0);
    expect(pathOf("arylide-yellow", "yellow-ochre").events.some((event) => event.kind === "flip")).toBe(
      false,
    );
  });

  it("refuses white that cannot be", () => {
    expect(() => pathOf("viridian", "raw-umber", -1)).toThrow(RangeError);
    expect(() => pathOf("viridian", "raw-umber", Number.NaN)).toThrow(RangeError);
  });
});

describe("neutralPartners", () => {
  it("has the least chroma of a scan over all partners and ratios at that value", () => {
    const ids = ["pyrrole-red", "viridian", "phthalo-green-bs", "ultramarine-blue", "chromium-oxide-green"];
    const lightness = 55;
    const partners = neutralPartners(opticsOf(ids), 0, lightness, WHITE_BENCH);
    const scanned = ids.slice(1).map((id) => {
      let least = Number.POSITIVE_INFINITY;
      for (let way = 1; way < 400; way++) {
        const lab = labOfMix(tintedTo({ "pyrrole-red": 1, [id]: (way / (400 - way)) ** 2 }, lightness));
        if (Math.abs(lab[0] - lightness) < 0.2) least = Math.min(least, Math.hypot(lab[1], lab[2]));
      }
      return { id, least };
    });
    expect(partners.map((partner) => ids[partner.tube])).toEqual(
      scanned.sort((a, b) => a.least - b.least).map(({ id }) => id),
    );
    for (const [place, partner] of partners.entries()) {
      expect(Math.abs(partner.lab[0] - lightness)).toBeLessThan(0.1);
      expect(partner.chroma).toBeLessThan((scanned[place]?.least ?? 0) + 0.1);
      const [red, other, white] = partner.shares;
      const id = ids[partner.tube] ?? "";
      expect(
        deltaE2000(partner.lab, labOfMix({ "pyrrole-red": red, [id]: other, "titanium-white": white })),
      ).toBeLessThan(1e-6);
    }
  });

  it("leaves out partners with which the value cannot be had", () => {
    expect(neutralPartners(opticsOf(["arylide-yellow", "titanium-white"]), 0, 20, WHITE_BENCH)).toEqual([]);
  });
});

describe("rankParents", () => {
  const ids = [
    "cadmium-red-light",
    "quinacridone-magenta",
    "phthalo-blue-gs",
    "ultramarine-blue",
    "arylide-yellow",
    "viridian",
    "alizarin-crimson",
  ];
  const tubes = opticsOf(ids);

  it("has the most chroma of a brute force scan on top, for each secondary", () => {
    for (const secondary of ["violet", "green", "orange"] as const) {
      const [top] = rankParents(tubes, secondary, WHITE_BENCH);
      let best = 0;
      for (let a = 0; a < ids.length; a++) {
        for (let b = a + 1; b < ids.length; b++) {
          for (let way = 1; way < 60; way++) {
            for (const white of [0, 0.1, 0.3, 0.6, 1, 2, 4, 8, 16, 32, 64]) {
              const ratio = (way / (60 - way)) ** 2;
              const [, chroma, hue] = lchFromLab(
                labOfMix({ [ids[a] ?? ""]: 1, [ids[b] ?? ""]: ratio, "titanium-white": white }),
              );
              if (isSecondary(hue, secondary)) best = Math.max(best, chroma);
            }
          }
        }
      }
      expect(top?.chroma).toBeGreaterThan(best - 0.3);
    }
  }, 60_000);

  it("puts scarlet with a green-leaning blue below crimson with a violet-leaning one for violet", () => {
    const ranked = rankParents(tubes, "violet", WHITE_BENCH);
    const placeOf = (one: string, other: string): number =>
      ranked.findIndex(
        ({ first, second }) => [ids[first], ids[second]].sort().join() === [one, other].sort().join(),
      );
    const crimson = placeOf("alizarin-crimson", "ultramarine-blue");
    const scarlet = placeOf("cadmium-red-light", "phthalo-blue-gs");
    expect(crimson).toBeGreaterThanOrEqual(0);
    expect(scarlet === -1 || scarlet > crimson).toBe(true);
  });
});

describe("schemes", () => {
  const ids = ["titanium-white", "arylide-yellow", "quinacridone-magenta", "ultramarine-blue", "viridian"];
  const tubes = opticsOf(ids);
  const palette = new NearestMixture(tubes, VIEWING.D65, PAINT_SURFACE);

  it("mixes every hue within five degrees, all at one value", () => {
    for (const scheme of ["complementary", "split complementary", "analogous", "triad"] as const) {
      for (const first of [26, 93, 155, 312]) {
        const hues = schemeHues(scheme, first);
        expect(hues[0]).toBe(first);
        const { members } = mixScheme(palette, tubes, hues, 55, WHITE_BENCH);
        for (const { hueDegrees, color } of members) {
          if (!color) continue;
          const [lightness, , hue] = lchFromLab(color.lab);
          expect(Math.abs(hueDifferenceDegrees(hueDegrees, hue))).toBeLessThan(5);
          expect(Math.abs(lightness - 55)).toBeLessThan(1.01);
        }
        expect(members.filter((member) => member.color).length).toBeGreaterThan(1);
      }
    }
  });

  it("lists exactly the pairs whose mixtures leave the scheme", () => {
    const hues = [93, 268];
    const { members, strays } = mixScheme(palette, tubes, hues, 55, WHITE_BENCH);
    expect(strays).toMatchObject([{ first: 0, second: 1 }]);
    const stray = strays[0];
    const piles = members.map(({ color }) => pileOf(tubes, color?.shares ?? []));
    const [one, other] = piles;
    if (!stray || !one || !other) throw new Error("two piles and a stray");
    const green = lchFromLab(stray.lab)[2];
    expect(green).toBeGreaterThan(93 + 24.9);
    expect(green).toBeLessThan(268 - 24.9);
    expect(mixScheme(palette, tubes, [93, 76, 110], 70, WHITE_BENCH).strays).toEqual([]);
  });

  it("shades with black and tints with white to a value, and says how the hue turns", () => {
    const yellow = pileOf(tubes, [0.2, 0.8, 0, 0, 0]);
    const shaded = inKey(yellow, pigment("ivory-black").optics, 40, WHITE_BENCH);
    expect(shaded?.lab[0]).toBeCloseTo(40, 1);
    expect(shaded?.hueTurnDegrees).toBeGreaterThan(5);
    const tinted = inKey(pileOf(tubes, [0, 0, 0, 1, 0]), pigment("titanium-white").optics, 70, WHITE_BENCH);
    expect(tinted?.lab[0]).toBeCloseTo(70, 1);
    expect(tinted?.parts).toBeGreaterThan(1);
    expect(inKey(yellow, pigment("titanium-white").optics, 30, WHITE_BENCH)).toBeUndefined();
  });
});

describe("pictureCover", () => {
  it("weighs what is reached by its area", () => {
    const palette = new NearestMixture(
      opticsOf(["titanium-white", "ivory-black"]),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    const grey = labOfMix({ "titanium-white": 1, "ivory-black": 0.1 });
    const cover = pictureCover(
      palette,
      [
        { lab: grey, share: 0.75 },
        { lab: labD65(50, 60, 40), share: 0.25 },
      ],
      2,
    );
    expect(cover.within).toBe(0.75);
    expect(cover.meanMiss).toBeGreaterThan(4);
  });
});
