import { describe, expect, it } from "vitest";
import { labOfMix, type Mix, pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { blendOptics } from "../mixing/mixture";
import { lightenAndShade, type VariantKind } from "./lightenAndShade";

const TUBES = [
  "titanium-white",
  "yellow-ochre",
  "cadmium-yellow-light",
  "pyrrole-red",
  "burnt-sienna",
  "burnt-umber",
  "ultramarine-blue",
  "ivory-black",
] as const;
const BY = 12;

function family(match: Mix, tubes: readonly string[] = TUBES, darkerBy = BY) {
  return lightenAndShade(
    {
      match: blendOptics(
        Object.entries(match).map(([id, volume]) => ({ optics: pigment(id).optics, volume })),
      ),
      tubes: tubes.map((id) => pigment(id).optics),
      whites: tubes.flatMap((id, place) => (id === "titanium-white" ? [place] : [])),
      blacks: tubes.flatMap((id, place) => (id === "ivory-black" ? [place] : [])),
      lighterBy: BY,
      darkerBy,
    },
    VIEWING.D65,
    PAINT_SURFACE,
  );
}

/** Local colours of about middle value, each of its own family. */
const LOCALS: readonly Mix[] = [
  { "yellow-ochre": 2, "titanium-white": 2, "burnt-sienna": 0.5 },
  { "pyrrole-red": 1, "titanium-white": 3, "yellow-ochre": 1 },
  { "burnt-sienna": 1, "titanium-white": 2 },
  { "ultramarine-blue": 1, "titanium-white": 4 },
  { "cadmium-yellow-light": 3, "ultramarine-blue": 0.3, "titanium-white": 2 },
];

const FAMILIES = LOCALS.map((match) => ({ match, variants: family(match) }));

const of = (variants: ReturnType<typeof family>, kind: VariantKind) =>
  variants.find((variant) => variant.kind === kind)?.addition;

const YELLOW_AND_BLACK = ["arylide-yellow", "ivory-black"];

describe("lighten and shade", () => {
  it("goes as far as asked, by what it says to add", () => {
    for (const { match, variants } of FAMILIES) {
      const local = labOfMix(match);
      const whole = Object.values(match).reduce((sum, volume) => sum + volume, 0);
      for (const { kind, addition } of variants) {
        expect(addition.predicted[0] - local[0]).toBeCloseTo(kind.endsWith("highlight") ? BY : -BY, 2);
        const oracle: Record<string, number> = { ...match };
        for (const { tube, volume } of addition.parts) {
          const id = TUBES[tube] ?? "";
          oracle[id] = (oracle[id] ?? 0) + volume * whole;
        }
        labOfMix(oracle).forEach((value, axis) => {
          expect(value).toBeCloseTo(addition.predicted[axis] ?? Number.NaN, 6);
        });
      }
    }
  });

  it("offers a highlight that keeps more colour than white alone, of the local colour's hue", () => {
    let offered = 0;
    for (const { match, variants } of FAMILIES) {
      const white = of(variants, "white-highlight");
      const coloured = of(variants, "coloured-highlight");
      if (!white || !coloured) continue;
      offered++;
      const [, chroma, hue] = lchFromLab(coloured.predicted);
      expect(chroma).toBeGreaterThanOrEqual(lchFromLab(white.predicted)[1]);
      expect(Math.abs(coloured.predicted[0] - white.predicted[0])).toBeLessThan(1);
      expect(Math.abs(hueDifferenceDegrees(lchFromLab(labOfMix(match))[2], hue))).toBeLessThanOrEqual(8);
    }
    expect(offered).toBeGreaterThanOrEqual(4);
  });

  it("shades within the family, and never with black where it says so", () => {
    let offered = 0;
    for (const { match, variants } of FAMILIES) {
      const shade = of(variants, "family-shade");
      if (!shade) continue;
      offered++;
      expect(shade.parts.every(({ tube }) => TUBES[tube] !== "ivory-black")).toBe(true);
      const turn = hueDifferenceDegrees(lchFromLab(labOfMix(match))[2], lchFromLab(shade.predicted)[2]);
      expect(Math.abs(turn)).toBeLessThanOrEqual(8);
    }
    expect(offered).toBeGreaterThanOrEqual(4);
  });

  it("says that black turns a yellow green, where it does", () => {
    const black = of(family({ "arylide-yellow": 1 }, YELLOW_AND_BLACK, 25), "black-shade");
    expect(black?.turnsTo).toBe("green");
  });

  it("leaves out what the tubes do not reach", () => {
    const kinds = family({ "titanium-white": 1 }, ["titanium-white", "ivory-black"]).map(({ kind }) => kind);
    expect(kinds).not.toContain("white-highlight");
    expect(kinds).toContain("black-shade");
  });
});
