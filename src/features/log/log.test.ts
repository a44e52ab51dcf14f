import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labD65 } from "../../core/color/types";
import { TEN_IS_WHITE } from "../../core/describe/valueScale";
import { tubeFromModel } from "../../domain/tube/newTube";
import type { Calibration, Tube } from "../../domain/tube/tube";
import { labOfAdditions } from "../../domain/mixture/color";
import { WATER } from "../../domain/tube/water";
import { svgOf } from "../../kit/sheet/svgOf";
import { cardBack, cardDrawing, type RecipeCard } from "./recipeCard";
import { sinceKept } from "../../domain/match/since";

const tube = (id: string, position: number): Tube => ({
  ...tubeFromModel(pigment(id)),
  id,
  label: pigment(id).name,
  position,
  addedAt: 0,
});

/** A test by which the tube came out twice as strong. */
function twiceAsStrong(of: Tube, at: number): Tube {
  const { absorption, scattering } = pigment(of.id).optics;
  const calibration: Calibration = {
    at,
    absorption: Array.from(absorption, (k) => 2 * k),
    scattering: Array.from(scattering, (s) => 2 * s),
    readings: [],
    piles: [],
    spreadBefore: 3,
    spreadAfter: 1,
  };
  return { ...of, optics: { ...of.optics, calibrations: [calibration] } };
}

describe("what changed since a match was kept", () => {
  const white = tube("titanium-white", 0);
  const blue = tube("prussian-blue", 1);
  const boxOf = (...tubes: readonly Tube[]): ReadonlyMap<string, Tube> =>
    new Map([WATER, ...tubes].map((one) => [one.id, one]));
  const doses = [
    { tubeId: white.id, parts: 10 },
    { tubeId: blue.id, parts: 1 },
  ];
  const then = labOfAdditions(doses, boxOf(white, blue));

  it("is nothing while the tubes are what they were", () => {
    const box = boxOf(white, blue);
    expect(sinceKept({ doses, at: 100, predicted: then }, box, TEN_IS_WHITE)).toEqual({ kind: "same" });
    expect(sinceKept({ doses, at: 100, predicted: undefined }, box, TEN_IS_WHITE)).toEqual({ kind: "same" });
  });

  it.each([
    ["by what the box predicted then", then],
    ["for older matches, by the tests of that time", undefined],
  ])("says by how much the colour would differ now, %s", (_how, predicted) => {
    const box = boxOf(white, twiceAsStrong(blue, 200));
    const now = labOfAdditions(doses, box);
    if (!then || !now) throw new Error("the mixture is not known");
    const since = sinceKept({ doses, at: 100, predicted }, box, TEN_IS_WHITE);
    expect(since).toMatchObject({ kind: "changed", tubes: [blue.label] });
    if (since.kind !== "changed") return;
    expect(since.deltaE2000).toBeCloseTo(deltaE2000(then, now), 10);
    expect(since.words).toMatch(/darker.*brighter|darker/);
  });

  it("knows a test that the match was mixed with already", () => {
    const box = boxOf(white, twiceAsStrong(blue, 50));
    expect(sinceKept({ doses, at: 100, predicted: undefined }, box, TEN_IS_WHITE)).toEqual({ kind: "same" });
  });

  it("claims nothing of tubes that are not known any more", () => {
    expect(sinceKept({ doses, at: 100, predicted: then }, boxOf(white), TEN_IS_WHITE).kind).toBe("unknown");
    expect(sinceKept({ doses: [], at: 100, predicted: then }, boxOf(white), TEN_IS_WHITE).kind).toBe(
      "unknown",
    );
  });
});

describe("the recipe card", () => {
  const card: RecipeCard = {
    title: 'Hull <script>alert("1")</script> & keel\u0000',
    painting: "Slipway, note 4",
    target: { lab: labD65(40, -12, -8), words: "blue-green, value 4" },
    result: { lab: labD65(41, -11, -8), words: "blue-green, value 4¼" },
    verdict: "ΔE 1.2; kept wet, checked dry",
    doses: Array.from({ length: 10 }, (_, i) => ({
      name: `Tube ${i}`,
      amount: "a touch",
      exact: "0.06 parts",
      share: 0.1,
      tint: i === 3 ? undefined : labD65(50, i, 0),
    })),
    remark: "x".repeat(500),
    layers: [],
  };
  const svg = svgOf(cardDrawing(card));

  it("is sound XML whatever the painter typed", () => {
    expect(svg).not.toContain("<script");
    expect(svg).not.toContain("\u0000");
    expect(svg).toContain("Hull &lt;script&gt;");
    const opened = [...svg.matchAll(/<(\w+)[^>]*?(\/?)>/g)].filter(([, , end]) => end === "");
    const closed = [...svg.matchAll(/<\/(\w+)>/g)];
    expect(opened.map(([, name]) => name).sort()).toEqual(closed.map(([, name]) => name).sort());
  });

  it("lets target and result touch, and the ribbon's lengths are the shares", () => {
    const rects = [...svg.matchAll(/<rect x="([\d.]+)" y="(\d+)" width="([\d.]+)"/g)].map(
      ([, x, y, width]) => ({
        x: Number(x),
        y: Number(y),
        width: Number(width),
      }),
    );
    const [, target, result, ...ribbon] = rects;
    if (!target || !result) throw new Error("no patches");
    expect(result.x).toBe(target.x + target.width);
    const segments = ribbon.filter(({ y }) => y !== target.y);
    expect(segments).toHaveLength(10);
    for (const [i, { width }] of segments.entries()) {
      expect(width).toBeCloseTo(0.1 * (target.width + result.width), 0);
      const next = segments[i + 1];
      if (next) expect(next.x).toBeCloseTo((segments[i]?.x ?? 0) + width, 0);
    }
  });

  it("has the layers of its note on its back, all of the eight that a plan can have, and no back without", () => {
    expect(cardBack(card)).toBeUndefined();
    const layers = Array.from({ length: 9 }, (_, i) => ({
      name: `Layer ${i}`,
      words: "thin, 1 part of paint to 9 of water",
      lab: i === 4 ? undefined : labD65(90 - 5 * i, 4, 10),
    }));
    const back = cardBack({ ...card, layers });
    if (!back) throw new Error("no back");
    const shown = svgOf(back);
    for (const { name } of layers) expect(shown).toContain(name);
    for (const item of back.items) {
      const bottom = item.kind === "rect" ? item.y + item.height : item.y;
      expect(bottom).toBeLessThanOrEqual(1050);
    }
  });

  it("says how much is left out and never runs over its edge", () => {
    expect(svg).toContain("and 3 more");
    expect(svg).toContain("…");
    expect(
      Math.max(...[...svg.matchAll(/<text x="[\d.]+" y="([\d.]+)"/g)].map(([, y]) => Number(y))),
    ).toBeLessThan(1050);
  });
});
