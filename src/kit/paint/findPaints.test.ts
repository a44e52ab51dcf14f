import { describe, expect, it } from "vitest";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { findPaints, outsidePaint, paintWords } from "./findPaints";
import { opticsOfTube } from "../../domain/tube/optics";
import { PAINTS, tubeOfPaint } from "../../domain/tube/paints";

/** What is typed, and the paint that must come first. */
const ASKED: readonly (readonly [string, string])[] = [
  ["phthalo blue", "phthalo-blue-gs"],
  ["blue phthalo", "phthalo-blue-gs"],
  ["thalo blue", "phthalo-blue-gs"],
  ["phthalo blue red shade", "phthalo-blue-rs"],
  ["PB15:1", "phthalo-blue-rs"],
  ["PB15:3", "phthalo-blue-gs"],
  ["pb153", "phthalo-blue-gs"],
  ["P.B. 29", "ultramarine-blue"],
  ["pb 29", "ultramarine-blue"],
  ["french ultramarine", "ultramarine-blue"],
  ["ult blue", "ultramarine-blue"],
  ["ultramarin", "ultramarine-blue"],
  ["ivory black", "ivory-black"],
  ["bone black", "ivory-black"],
  ["mars black", "mars-black"],
  ["lamp black", "lamp-black"],
  ["carbon black", "lamp-black"],
  ["PBk7", "lamp-black"],
  ["pbk 9", "ivory-black"],
  ["cad red", "cadmium-red-light"],
  ["cad red deep", "cadmium-red-deep"],
  ["red cadmium light", "cadmium-red-light"],
  ["cad yellow deep", "cadmium-yellow-deep"],
  ["cadmium yellow", "cadmium-yellow-medium"],
  ["cadmium lemon", "cadmium-yellow-light"],
  ["lemon yellow", "hansa-yellow-light"],
  ["PY3", "hansa-yellow-light"],
  ["hansa yellow medium", "arylide-yellow"],
  ["azo yellow deep", "diarylide-yellow"],
  ["light red", "light-red"],
  ["raw sienna", "raw-sienna"],
  ["sienna burnt", "burnt-sienna"],
  ["venetian red", "red-oxide"],
  ["transparent oxide red", "transparent-red-oxide"],
  ["trans yellow oxide", "transparent-yellow-oxide"],
  ["yellow oxide", "yellow-ochre"],
  ["ochre", "yellow-ochre"],
  ["permanent rose", "quinacridone-rose"],
  ["quin magenta", "quinacridone-magenta"],
  ["PR177", "anthraquinone-red"],
  ["permanent alizarin", "anthraquinone-red"],
  ["alizarin", "alizarin-crimson"],
  ["PO62", "benzimidazolone-orange"],
  ["PV16", "manganese-violet"],
  ["PV14", "cobalt-violet"],
  ["dioxazine purple", "dioxazine-violet"],
  ["PB60", "indanthrone-blue"],
  ["indanthrene", "indanthrone-blue"],
  ["phthalo green", "phthalo-green-bs"],
  ["phthalo green yellow shade", "phthalo-green-ys"],
  ["PG36", "phthalo-green-ys"],
  ["turquoise", "cobalt-teal"],
  ["cad yel med", "cadmium-yellow-medium"],
  ["cad red med", "cadmium-red-light"],
  ["burnt umber deep", "burnt-umber"],
  ["yellow ochre pale", "yellow-ochre"],
  ["raw umber light", "raw-umber"],
  ["burnt sienna hue", "burnt-sienna"],
  ["Payne's grey bluish", "mix-paynes-grey"],
  ["ivory blk", "ivory-black"],
  ["lamp blk", "lamp-black"],
  ["mauve", "dioxazine-violet"],
  ["charcoal gray", "lamp-black"],
  ["antwerp blue", "hue-antwerp-blue"],
  ["permanent green light", "mix-permanent-green"],
  ["titanium zinc white", "mix-titanium-zinc-white"],
  ["davys grey", "hue-davys-grey"],
  ["Rose Doré", "hue-rose-dore"],
  ["stil de grain", "hue-stil-de-grain"],
  ["PR255", "hue-pyrrole-scarlet"],
  ["PR264", "hue-pyrrole-crimson"],
  ["PB36", "hue-cerulean-chromium"],
  ["PO48", "hue-quinacridone-burnt-orange"],
  ["PO49", "mix-quinacridone-gold"],
  ["PY110", "hue-isoindolinone-yellow"],
  ["PR206", "hue-quinacridone-burnt-scarlet"],
  ["PR209", "hue-quinacridone-red"],
  ["PR108:1", "cadmium-red-light"],
  ["PY35 / PO20", "cadmium-yellow-light"],
  ["coeruleum", "cerulean-blue"],
  ["PW1", "lead-white"],
  ["flake white", "lead-white"],
  ["unbleached white", "unbleached-titanium"],
  ["titan buff", "unbleached-titanium"],
  ["payne's grey", "mix-paynes-grey"],
  ["paynes gray", "mix-paynes-grey"],
  ["hookers green", "mix-hookers-green"],
  ["sap green", "mix-sap-green"],
  ["quin gold", "mix-quinacridone-gold"],
  ["primary cyan", "mix-cyan"],
  ["vermilion", "hue-vermilion"],
  ["PR106", "hue-vermilion"],
  ["vermillion", "hue-vermilion"],
  ["sepia", "mix-sepia"],
  ["vandyke brown", "mix-van-dyke-brown"],
  ["neutral tint", "mix-neutral-tint"],
  ["royal blue", "mix-kings-blue"],
  ["phthalo turquoise", "mix-phthalo-turquoise"],
  ["new gamboge", "mix-gamboge"],
  ["cobalt yellow", "hue-aureolin"],
  ["rose madder", "hue-rose-madder"],
  ["carmine", "hue-carmine"],
  ["scarlet lake", "hue-scarlet-lake"],
  ["PO43", "hue-perinone-orange"],
  ["perylene maroon", "hue-perylene-maroon"],
  ["PR179", "hue-perylene-maroon"],
  ["mars violet", "hue-caput-mortuum"],
  ["PV15", "hue-ultramarine-violet"],
  ["terre verte", "hue-green-earth"],
  ["perylene green", "hue-perylene-green"],
  ["viridian", "viridian"],
  ["viridian hue", "hue-viridian"],
  ["yellow ocher", "yellow-ochre"],
  ["french ochre", "yellow-ochre"],
  ["brown ochre", "mix-brown-ochre"],
  ["titanium", "titanium-white"],
  ["permanent white", "titanium-white"],
  ["charcoal", "lamp-black"],
  ["dpp red", "pyrrole-red"],
  ["PY-35", "cadmium-yellow-light"],
  ["PB15.3", "phthalo-blue-gs"],
  ["Pigment Blue 15:3", "phthalo-blue-gs"],
  ["CI pigment red 254", "pyrrole-red"],
  ["C.I. PR254", "pyrrole-red"],
  ["green gold", "hue-green-gold"],
  ["manganese blue", "hue-manganese-blue"],
  ["nickel titanate yellow", "hue-nickel-titanate"],
  ["lead-tin yellow", "hue-lead-tin-yellow"],
  ["asphaltum", "hue-asphaltum"],
  ["neutral grey", "mix-neutral-grey"],
];

describe("finding paints", () => {
  it.each(ASKED)("“%s” finds %s first", (text, id) => {
    expect(
      findPaints(text)[0]?.id,
      findPaints(text)
        .map((paint) => paint.id)
        .join(", "),
    ).toBe(id);
  });

  it("shows all of them for nothing, and none for nonsense", () => {
    expect(findPaints("  ")).toBe(PAINTS);
    expect(findPaints("xqzzt")).toEqual([]);
    expect(findPaints("PB999")).toEqual([]);
  });

  it("finds each by its own name and its own codes", () => {
    for (const paint of PAINTS) {
      expect(findPaints(paint.label)[0]?.id, paint.label).toBe(paint.id);
      const [code = ""] = paint.codes;
      expect(
        findPaints(code).map(({ id }) => id),
        `${paint.label} by ${code}`,
      ).toContain(paint.id);
    }
  });

  it("reads codes with and without marks as one word", () => {
    for (const text of [
      "PB15:3",
      "pb 15:3",
      "P.B.15:3",
      "Pb15 : 3",
      "PB-15:3",
      "PB 15.3",
      "pigment blue 15:3",
    ])
      expect(paintWords(text)).toEqual(["pb153"]);
    expect(paintWords("PBk 9, P.Br.7")).toEqual(["pbk9", "pbr7"]);
    expect(paintWords("Payne’s grey")).toEqual(["paynes", "grey"]);
  });

  it("says what lies outside the model, and only of that", () => {
    expect(outsidePaint("opera rose")?.word).toMatch(/fades/);
    expect(outsidePaint("fluorescent")?.word).toMatch(/fades/);
    expect(outsidePaint("iridescent")?.word).toMatch(/angle/);
    expect(outsidePaint("fluorescent yellow")?.word).toMatch(/fades/);
    expect(outsidePaint("flesh tint")?.word).toMatch(/by its label or by its colour/);
    expect(findPaints("flesh tint")).toEqual([]);
    for (const [text] of ASKED) expect(outsidePaint(text), text).toBeUndefined();
  });
});

describe("paints as tubes", () => {
  it("can all be computed, and say where something stands in", () => {
    for (const paint of PAINTS) {
      const tube = { ...tubeOfPaint(paint), id: "t", position: 0, addedAt: 1 };
      expect(opticsOfTube(tube), paint.label).toBeDefined();
      expect(tube.optics.isLookAlike).toBe(paint.word !== undefined);
      expect(tube.remark).toBe(paint.word ?? "");
    }
  });

  it("are handled as what the label promises, not as what stands in for it", () => {
    const hazardOf = (id: string) => PAINTS.find((paint) => paint.id === id)?.hazard;
    expect(hazardOf("hue-aureolin")).toBe("cobalt");
    expect(hazardOf("hue-lead-tin-yellow")).toBe("lead");
    expect(hazardOf("hue-nickel-titanate")).toBe("nickel");
    expect(hazardOf("mix-naples-yellow")).toBe("cadmium");
    expect(hazardOf("hue-vermilion")).toBe("cadmium");
  });

  it("are the generic ones and more, each once", () => {
    expect(new Set(PAINTS.map(({ id }) => id)).size).toBe(PAINTS.length);
    expect(PAINTS.length).toBeGreaterThan(PIGMENT_MODELS.length);
  });
});
