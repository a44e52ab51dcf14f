import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { readHue } from "../describe/huePlaces";
import { chromaPeak, lightenedChip, tintingStrength, tintLadder } from "./character";
import { compareLadders, lookAlikes } from "./compareTubes";
import { substituteFor } from "./substitute";
import { imitate } from "./imitate";

const BENCH = { white: pigment("titanium-white").optics, view: VIEWING.D65, surface: PAINT_SURFACE };
const COLOURS = PIGMENT_MODELS.filter((model) => model.family !== "white");
const optics = (id: string) => pigment(id).optics;
const opticsOf = (ids: readonly string[]) => ids.map(optics);

describe("the tint ladder", () => {
  it("rises in value at every step, for every tube of the library", () => {
    for (const { id } of COLOURS) {
      const ladder = tintLadder(optics(id), BENCH);
      for (let i = 1; i < ladder.length; i++)
        expect(ladder[i]?.lab[0], id).toBeGreaterThan(ladder[i - 1]?.lab[0] ?? 0);
    }
  });

  it("shows a dark transparent blue gaining chroma first, and an opaque warm red only losing it", () => {
    const chromas = (id: string) => tintLadder(optics(id), BENCH).map(({ lab }) => lchFromLab(lab)[1]);
    const blue = chromas("prussian-blue");
    const peak = blue.indexOf(Math.max(...blue));
    expect(peak).toBeGreaterThan(0);
    expect(peak).toBeLessThan(blue.length - 1);
    const red = chromas("cadmium-red-light");
    expect([...red].sort((a, b) => b - a)).toEqual(red);
  });
});

describe("the lightened chip", () => {
  it("is there for every masstone below L* 30, between L* 45 and 60, at the stated ratio", () => {
    for (const { id } of COLOURS) {
      const chip = lightenedChip(optics(id), BENCH);
      if (labOfMix({ [id]: 1 })[0] >= 30) {
        expect(chip, id).toBeUndefined();
        continue;
      }
      expect(chip?.lab[0], id).toBeGreaterThanOrEqual(45);
      expect(chip?.lab[0], id).toBeLessThanOrEqual(60);
      const mixed = labOfMix({ [id]: 1, "titanium-white": chip?.whiteParts ?? 0 });
      expect(deltaE2000(mixed, chip?.lab ?? mixed)).toBeLessThan(1e-9);
    }
  });
});

describe("tinting strength", () => {
  it("halves with the paint, and ranks phthalo above cobalt, as painters do", () => {
    const blue = optics("phthalo-blue-gs");
    const half = {
      ...blue,
      absorption: Array.from(blue.absorption, (k) => k / 2),
      scattering: Array.from(blue.scattering, (s) => s / 2),
    };
    const whole = tintingStrength(blue, BENCH) ?? Number.NaN;
    expect((tintingStrength(half, BENCH) ?? Number.NaN) / whole).toBeCloseTo(0.5, 6);
    expect(whole).toBeGreaterThan(5 * (tintingStrength(optics("cobalt-blue"), BENCH) ?? Number.NaN));
    expect(tintingStrength(optics("zinc-white"), BENCH)).toBeUndefined();
  });
});

describe("the peak of chroma", () => {
  it("is nowhere exceeded on a fine ladder", () => {
    for (const id of ["prussian-blue", "dioxazine-violet", "cadmium-yellow-medium", "viridian"]) {
      const peak = lchFromLab(chromaPeak(optics(id), BENCH).lab)[1];
      const fine = tintLadder(
        optics(id),
        BENCH,
        Array.from({ length: 400 }, (_, i) => i / 4),
      );
      expect(peak).toBeGreaterThan(Math.max(...fine.map(({ lab }) => lchFromLab(lab)[1])) - 0.7);
    }
  });
});

describe("two tubes side by side", () => {
  it("part only in their tints when they look alike on the board", () => {
    const steps = compareLadders(optics("ivory-black"), optics("mars-black"), BENCH);
    expect(steps[0]?.deltaE2000).toBeLessThan(1);
    expect(Math.max(...steps.map((step) => step.deltaE2000))).toBeGreaterThan(5);
    for (const { first, second, deltaE2000: stated } of steps) expect(stated).toBe(deltaE2000(first, second));
    expect(
      compareLadders(optics("viridian"), optics("viridian"), BENCH).every((step) => step.deltaE2000 === 0),
    ).toBe(true);
  });

  it("are reported as look-alikes exactly when their masstones are within ΔE00 5", () => {
    const pairs = lookAlikes(
      COLOURS.map((model) => model.optics),
      BENCH,
    );
    expect(pairs.length).toBeGreaterThan(0);
    for (let a = 0; a < COLOURS.length; a++) {
      for (let b = a + 1; b < COLOURS.length; b++) {
        const difference = deltaE2000(
          labOfMix({ [COLOURS[a]?.id ?? ""]: 1 }),
          labOfMix({ [COLOURS[b]?.id ?? ""]: 1 }),
        );
        const isReported = pairs.some((pair) => pair.first === a && pair.second === b);
        expect(isReported, `${COLOURS[a]?.id} ${COLOURS[b]?.id}`).toBe(difference < 5);
      }
    }
  });
});

describe("a substitute", () => {
  it("says what is lost in chroma and strength, as a mixture by hand shows", () => {
    const others = ["titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue", "raw-umber"];
    const answer = substituteFor(optics("viridian"), opticsOf(others), BENCH);
    if (!answer) throw new Error("no substitute");
    const mix = Object.fromEntries(answer.parts.map((part) => [others[part.tube] ?? "", part.share]));
    const masstone = labOfMix({ viridian: 1 });
    expect(deltaE2000(labOfMix(mix), masstone)).toBeCloseTo(answer.masstoneDeltaE2000, 6);
    const tint = labOfMix({ ...mix, "titanium-white": (mix["titanium-white"] ?? 0) + 9 });
    const wanted = labOfMix({ viridian: 1, "titanium-white": 9 });
    expect(answer.tintDeltaE2000).toBeCloseTo(deltaE2000(wanted, tint), 6);
    expect(answer.lostChroma).toBeCloseTo(lchFromLab(wanted)[1] - lchFromLab(tint)[1], 6);
    expect(answer.lostChroma).toBeGreaterThan(0);
    expect(answer.strengthRatio).toBeGreaterThan(0);
    expect(substituteFor(optics("viridian"), [], BENCH)).toBeUndefined();
  });

  it("of a tube that the others hold is that tube", () => {
    const answer = substituteFor(optics("raw-umber"), opticsOf(["titanium-white", "raw-umber"]), BENCH);
    expect(answer?.parts).toHaveLength(1);
    expect(answer?.strengthRatio).toBeCloseTo(1, 6);
  });
});

describe("an unknown dull tube", () => {
  const bright = [
    "cadmium-orange",
    "pyrrole-red",
    "arylide-yellow",
    "ultramarine-blue",
    "viridian",
    "cerulean-blue",
  ];

  it("that is an oxide red is an orange-red with its complement", () => {
    const seen = labOfMix({ "transparent-red-oxide": 1, "titanium-white": 3 });
    const answer = imitate(seen, opticsOf(bright), BENCH);
    if (!answer) throw new Error("no imitation");
    expect(["cadmium-orange", "pyrrole-red"]).toContain(bright[answer.neighbour]);
    expect(answer.deltaE2000).toBeLessThan(4);
    expect(Math.abs(answer.predicted[0] - seen[0])).toBeLessThan(2);
    expect(answer.dullness).toBeGreaterThan(0);
    const [neighbour, complement] = [answer.neighbour, answer.complement].map((place) => bright[place] ?? "");
    const mixed = labOfMix({
      [neighbour ?? ""]: answer.shares[0],
      [complement ?? ""]: answer.shares[1],
      "titanium-white": answer.shares[2],
    });
    expect(deltaE2000(mixed, answer.predicted)).toBeLessThan(1e-6);
    const hueOfNeighbour = lchFromLab(labOfMix({ [neighbour ?? ""]: 1 }))[2];
    expect(Math.abs(hueDifferenceDegrees(hueOfNeighbour, lchFromLab(seen)[2]))).toBeLessThan(70);
    expect(readHue(lchFromLab(seen)[2]).place.name).toMatch(/orange/);
  });

  it("cannot be imitated without two bright tubes of opposite hue", () => {
    expect(
      imitate(labOfMix({ "raw-umber": 1 }), opticsOf(["raw-umber", "ivory-black"]), BENCH),
    ).toBeUndefined();
  });
});
