import { VIEWING } from "../data/standardViewing";
import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../tests/support/paint";
import { deltaE2000 } from "../core/color/ciede2000";
import { labD65 } from "../core/color/types";
import { createPaletteApi, REACH_LIGHTNESSES } from "./paletteApi";

const tubesOf = (...ids: readonly string[]) =>
  ids.map((id) => {
    const { absorption, scattering } = pigment(id).optics;
    return {
      absorption: Array.from(absorption),
      scattering: Array.from(scattering),
      isBlack: id.includes("black"),
    };
  });
const TUBES = tubesOf("titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue");
/** One that these tubes mix, and one that no paint does. */
const NOTES = [labOfMix({ "titanium-white": 4, "pyrrole-red": 1 }), labD65(60, -110, 60)];

const api = createPaletteApi();

describe("questions about palettes", () => {
  it("tell how near each note is, the same by facts and by score", () => {
    const { profile, notes } = api.facts(TUBES, NOTES, "white");
    const { misses, cover } = api.score(TUBES, NOTES, undefined, 2, "white");
    expect(profile.lightnesses).toHaveLength(REACH_LIGHTNESSES.length);
    expect(notes).toHaveLength(2);
    expect(misses[0]).toBeLessThan(0.3);
    expect(misses[1]).toBeGreaterThan(10);
    expect(cover).toBeUndefined();
  });

  it("score the share of a picture that a palette covers", () => {
    const areas = NOTES.map((lab) => ({ lab, share: 0.5 }));
    const { cover } = api.score(TUBES, [], areas, 3, "white");
    expect(cover?.within).toBeCloseTo(0.5, 6);
  });

  it("choose the tubes that mix the notes, and tell how far they are", () => {
    const shares: number[] = [];
    const box = [...TUBES, ...tubesOf("raw-umber")];
    const question = { box, notes: NOTES.slice(0, 1), recipeTubes: 2, lightening: "white" as const };
    const wishes = { fewest: 2, most: 2, held: [], offered: [0, 1, 2, 3, 4] };
    const choice = api.choose(question, wishes, (share) => shares.push(share));
    expect(shares.at(-1)).toBeCloseTo(1, 6);
    expect(choice.sizes[0]?.palettes[0]?.tubes).toEqual([0, 2]);
    const advice = api.advise(question, [0, 4], [1, 2, 3]);
    // The red is what this palette lacks.
    expect(advice.additions[0]).toMatchObject({ tube: 2 });
  });

  it("bring notes into reach, each then mixed", () => {
    const { notes } = api.intoReach(TUBES, NOTES, "white");
    const { misses } = api.score(
      TUBES,
      notes.map(({ lab }) => lab),
      undefined,
      2,
      "white",
    );
    for (const miss of misses) expect(miss).toBeLessThan(1);
  });

  it("lay a colour over wet paint, which moves it towards that paint", () => {
    const [ground] = tubesOf("ultramarine-blue");
    const [note] = NOTES;
    if (!ground || !note) throw new Error("no paint");
    const blue = labOfMix({ "ultramarine-blue": 1 });
    const [clean] = api.overWetGround(TUBES, [note], ground, 0, "white");
    const [soiled] = api.overWetGround(TUBES, [note], ground, 0.2, "white");
    if (!clean || !soiled) throw new Error("no answer");
    expect(deltaE2000(clean, note)).toBeLessThan(0.5);
    expect(deltaE2000(soiled, blue)).toBeLessThan(deltaE2000(clean, blue));
  });

  it("find partners, parents and a scheme in three keys", () => {
    expect(api.partners(TUBES, 2, 50, [0], "white").length).toBeGreaterThan(0);
    expect(api.parents(TUBES, "orange", "white").length).toBeGreaterThan(0);
    const tubes = [...TUBES, ...tubesOf("ivory-black")];
    const scheme = api.scheme({
      tubes,
      black: 4,
      white: 0,
      hues: [40, 160, 280],
      lightness: 55,
      keyStep: 15,
      lightening: "white",
    });
    expect(scheme.members).toHaveLength(3);
    for (const { color } of scheme.members) if (color) expect(color.shares).toHaveLength(5);
    expect(scheme.shaded).toHaveLength(3);
    expect(
      api.scheme({
        tubes,
        black: undefined,
        white: 0,
        hues: [40],
        lightness: 55,
        keyStep: 15,
        lightening: "white",
      }).shaded,
    ).toBeUndefined();
  });

  it("mix an opposite of two tubes where no single one quiets, and never with white", () => {
    // Three primaries: the opposite of each is the other two together.
    const [best] = api.partners(TUBES, 1, 50, [0], "white");
    expect(best?.tubes).toEqual([2, 3]);
    expect(best?.chroma).toBeLessThan(5);
    const singles = api.partners(TUBES, 1, 50, [0], "white").filter(({ tubes }) => tubes.length === 1);
    expect(best?.chroma).toBeLessThan((singles[0]?.chroma ?? 0) - 1);
    expect(api.partners(TUBES, 0, 50, [0], "white")).toEqual([]);
  });
});

describe("questions about washes", () => {
  const WASHES = tubesOf("arylide-yellow", "pyrrole-red", "ultramarine-blue", "raw-umber");

  it("have water after the last tube, and reach pale colours without white", () => {
    const pale = labD65(84, 4, 12);
    const { notes, profile } = api.facts(WASHES, [pale], "water");
    expect(notes[0]?.isReached).toBe(true);
    // The lightest of all is the paper.
    expect(profile.lightest.lab[0]).toBeGreaterThan(92);
    // Over grey paper the lightest of all is that.
    const grey = { paper: new Array<number>(VIEWING.D65.grid.count).fill(0.4) };
    expect(api.facts(WASHES, [pale], grey).profile.lightest.lab[0]).toBeLessThan(72);
    expect(api.facts(WASHES, [pale], grey).notes[0]?.isReached).toBe(false);
    const { misses } = api.score(WASHES, [pale], undefined, 2, "water");
    expect(misses[0]).toBeLessThan(0.3);
    const opaque = api.score(WASHES, [pale], undefined, 2, "white");
    expect(opaque.misses[0]).toBeGreaterThan(10);
  });

  it("are advised on with water in every recipe", () => {
    const question = {
      box: WASHES,
      notes: [labD65(84, 4, 12)],
      recipeTubes: 3,
      lightening: "water" as const,
    };
    const advice = api.advise(question, [0, 1, 2], [3]);
    expect(advice.meanMiss).toBeLessThan(1);
  });

  it("are quieted and paired at a value that water brings", () => {
    for (const { lab, shares } of api.partners(WASHES, 1, 60, [], "water")) {
      expect(lab[0]).toBeCloseTo(60, 0);
      expect(shares.at(-1)).toBeGreaterThan(0);
    }
    expect(api.parents(WASHES, "orange", "water")[0]?.shares.at(-1)).toBeGreaterThanOrEqual(0);
    const scheme = api.scheme({
      tubes: WASHES,
      black: undefined,
      white: undefined,
      hues: [40, 280],
      lightness: 60,
      keyStep: 15,
      lightening: "water",
    });
    for (const { color } of scheme.members) expect(color?.shares).toHaveLength(5);
    // Thinned with water they are lighter by the step.
    for (const member of scheme.tinted ?? []) if (member) expect(member.lab[0]).toBeCloseTo(75, 0);
  });
});
