/** Help that stays sane: growth, white, opposites of two tubes, one touch of each, greens, family shades. */
import { describe, expect, it } from "vitest";
import { labOfMix, type Mix, pigment, randomMixes, SIX_TUBES } from "../../../tests/support/paint";
import { figure, sized } from "../../../tests/support/study";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { DEFAULT_SIZES } from "../amounts/amounts";
import type { DosingChoice } from "../amounts/dosing";
import { lchFromLab } from "../color/cieLab";
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import { blendOptics } from "../mixing/mixture";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { createRng } from "../random/rng";
import { type Corrector, correctorOf, correctors, movedAlong } from "./correctors";
import { greenCures, isVividGreen } from "./greenCures";
import { laidCorrectors, MOST_ADDED } from "./laidCorrectors";
import { lightenAndShade } from "./lightenAndShade";
import { oneTouchOfEach } from "./oneTouch";
import { waysToNeutral } from "./toNeutral";

const KNIFE: DosingChoice = { unit: "parts", sizes: DEFAULT_SIZES };
const VIEW = VIEWING.D65;

const opticsOfMix = (mix: Mix) =>
  blendOptics(Object.entries(mix).map(([id, volume]) => ({ optics: pigment(id).optics, volume })));
const volumeOf = (mix: Mix): number => Object.values(mix).reduce((sum, volume) => sum + volume, 0);
const withParts = (mix: Mix, ids: readonly string[], { parts }: Pick<Corrector, "parts">): Mix => {
  const after = { ...mix };
  for (const { tube, volume } of parts) {
    const id = ids[tube] ?? "";
    after[id] = (after[id] ?? 0) + volume;
  }
  return after;
};
const sizedMix = (mix: Mix, size: number): Mix =>
  Object.fromEntries(Object.entries(mix).map(([id, volume]) => [id, (volume * size) / volumeOf(mix)]));

/** Half and whole steps of value, C* and ΔH*, both ways. */
const CHANGES = [
  ["value", 5],
  ["value", 10],
  ["value", -5],
  ["value", -10],
  ["chroma", -6],
  ["chroma", -12],
  ["chroma", 6],
  ["chroma", 12],
  ["hue", 5],
  ["hue", -10],
] as const;

describe("one thing changed", () => {
  it("never grows past its limit unless it says so, and each effect is what the engine gives", () => {
    let worst = 0;
    let grown = 0;
    let asked = 0;
    const white = SIX_TUBES.indexOf("titanium-white");
    for (const [i, mix] of randomMixes(SIX_TUBES, 3, sized(4, 200), 17).entries()) {
      const pile = sizedMix(mix, [2, 6, 14][i % 3] ?? 6);
      const before = labOfMix(pile);
      for (const [axis, change] of CHANGES) {
        asked++;
        const { ways, beyond, tooStrong } = laidCorrectors(
          {
            axis,
            change,
            pile: opticsOfMix(pile),
            pileVolume: volumeOf(pile),
            tubes: SIX_TUBES.map((id) => pigment(id).optics),
            maxTubes: 2,
            dosing: KNIFE,
            whites: [white],
            mayLighten: false,
          },
          VIEW,
          PAINT_SURFACE,
        );
        for (const way of ways) {
          const added = way.parts.reduce((sum, { volume }) => sum + volume, 0);
          grown = Math.max(grown, added / volumeOf(pile));
          const truth = labOfMix(withParts(pile, SIX_TUBES, way));
          worst = Math.max(worst, deltaE2000(truth, way.predicted));
          const moved = threeWayDifference(before, truth);
          expect(way.change.deltaLightness).toBeCloseTo(moved.deltaLightness, 6);
          expect(way.change.deltaChroma).toBeCloseTo(moved.deltaChroma, 6);
          // White alone does not count as a way to dull what shall not get lighter.
          if (axis === "chroma" && change < 0 && way.parts.some(({ tube }) => tube === white))
            expect(moved.deltaLightness).toBeLessThanOrEqual(2);
        }
        if (ways.length === 0 && tooStrong.length === 0 && beyond) {
          const needed = beyond.parts.reduce((sum, { volume }) => sum + volume, 0);
          expect(needed).toBeGreaterThan(MOST_ADDED * volumeOf(pile));
        }
      }
    }
    expect(asked).toBeGreaterThan(0);
    figure("change one thing: most that is added, pile volumes", grown, { most: MOST_ADDED });
    figure("change one thing: shown colour against the plain engine, worst ΔE00", worst, { most: 1e-6 });
  });

  it("names two whites in one addition never", () => {
    const tubes = ["titanium-white", "zinc-white", "ivory-black", "pyrrole-red"];
    const { ways } = laidCorrectors(
      {
        axis: "value",
        change: 5,
        pile: opticsOfMix({ "pyrrole-red": 1, "titanium-white": 2 }),
        pileVolume: 3,
        tubes: tubes.map((id) => pigment(id).optics),
        maxTubes: 2,
        dosing: KNIFE,
        whites: [0, 1],
      },
      VIEW,
      PAINT_SURFACE,
    );
    expect(ways.length).toBeGreaterThan(0);
    for (const { parts } of ways) expect(parts.filter(({ tube }) => tube < 2).length).toBeLessThan(2);
  });

  it("says what a weak white would take, instead of proposing a bucket of it", () => {
    const { ways, beyond } = laidCorrectors(
      {
        axis: "value",
        change: 40,
        pile: opticsOfMix({ "prussian-blue": 1 }),
        pileVolume: 1,
        tubes: [pigment("titanium-white").optics],
        maxTubes: 1,
        dosing: KNIFE,
      },
      VIEW,
      PAINT_SURFACE,
    );
    expect(ways).toEqual([]);
    expect(beyond?.parts[0]?.volume).toBeGreaterThan(MOST_ADDED);
  });
});

const THREE_PRIMARIES = [
  ["arylide-yellow", "pyrrole-red", "phthalo-blue-gs"],
  ["arylide-yellow", "quinacridone-magenta", "ultramarine-blue"],
  ["yellow-ochre", "pyrrole-red", "prussian-blue"],
] as const;

describe("dulling in a palette of three primaries", () => {
  it("finds the opposite of two tubes as brute force does", () => {
    const rng = createRng(5);
    const ratios = sized(60, 300);
    let worst = 0;
    for (let n = 0; n < sized(6, 60); n++) {
      const ids = THREE_PRIMARIES[n % 3] ?? THREE_PRIMARIES[0];
      const [one, other] = [ids[n % 3] ?? ids[0], ids[(n + 1 + ((n >> 1) % 2)) % 3] ?? ids[1]];
      const pile = opticsOfMix({ [one]: 1, [other]: rng.next() * 0.6, "titanium-white": rng.next() * 2 });
      const tubes = [...ids.map((id) => pigment(id).optics), pigment("titanium-white").optics];
      const [found] = correctors(
        { pile, tubes, axis: "chroma", change: -6, maxTubes: 2 },
        VIEW,
        PAINT_SURFACE,
      );
      const best = bruteForce(pile, tubes, ratios);
      worst = Math.max(worst, (found?.sideEffect ?? Number.POSITIVE_INFINITY) / Math.max(best, 1) - 1);
    }
    figure("dulling, three primaries: side effect over brute force, worst share", worst, { most: 0.02 });
  });

  /** Least side effect over all tubes and pairs at many ratios; each by bisection, as plainly as can be. */
  function bruteForce(
    pile: ReturnType<typeof opticsOfMix>,
    tubes: readonly ReturnType<typeof opticsOfMix>[],
    ratios: number,
  ): number {
    const mixer = new MixtureEvaluator([pile, ...tubes], VIEW, PAINT_SURFACE);
    const out = new Float64Array(3);
    const lab = (places: readonly number[], volumes: readonly number[]): LabD65 => {
      mixer.writeLab(out, Uint8Array.from(places), Float64Array.from(volumes), places.length);
      return labD65(out[0] ?? Number.NaN, out[1] ?? Number.NaN, out[2] ?? Number.NaN);
    };
    const start = lab([0], [1]);
    let best = Number.POSITIVE_INFINITY;
    for (let a = 0; a < tubes.length; a++) {
      for (let b = a; b < tubes.length; b++) {
        for (let r = 0; r <= (a === b ? 0 : ratios); r++) {
          const share = a === b ? 1 : r / ratios;
          const after = (amount: number): LabD65 => {
            const unit = amount * mixer.strengthOf(0);
            return lab(
              [0, a + 1, b + 1],
              [1, (share * unit) / mixer.strengthOf(a + 1), ((1 - share) * unit) / mixer.strengthOf(b + 1)],
            );
          };
          const moved = (amount: number): number => movedAlong("chroma", start, after(amount));
          let high = 1e-5;
          while (high <= 100 && moved(high) > -6) high *= 1.3;
          if (high > 100) continue;
          let low = high / 1.3;
          for (let step = 0; step < 30; step++) {
            const middle = (low + high) / 2;
            if (moved(middle) <= -6) high = middle;
            else low = middle;
          }
          if (Math.abs(moved(high) + 6) > 1e-3) continue;
          best = Math.min(best, correctorOf("chroma", start, [], after(high)).sideEffect);
        }
      }
    }
    return best;
  }
});

describe("one touch of each tube", () => {
  it("is equal in strength, and does what the engine says", () => {
    let worst = 0;
    for (const mix of randomMixes(SIX_TUBES, 3, sized(20, 200), 23)) {
      const tubes = SIX_TUBES.map((id) => pigment(id).optics);
      const pile = opticsOfMix(sizedMix(mix, 1));
      const touches = oneTouchOfEach({ pile, tubes, share: 0.06 }, VIEW, PAINT_SURFACE);
      const strength = ({ absorption, scattering }: typeof pile): number =>
        [...Array.from(absorption), ...Array.from(scattering)].reduce((sum, value) => sum + value, 0);
      expect(touches).toHaveLength(tubes.length);
      for (const touch of touches) {
        const [part] = touch.parts;
        const tube = part && tubes[part.tube];
        if (!part || !tube) throw new Error("no tube");
        expect((part.volume * strength(tube)) / strength(pile)).toBeCloseTo(0.06, 9);
        const truth = labOfMix(withParts(sizedMix(mix, 1), SIX_TUBES, touch));
        worst = Math.max(worst, deltaE2000(truth, touch.predicted));
      }
    }
    figure("one touch of each tube: against the plain engine, worst ΔE00", worst, { most: 1e-6 });
  });

  it("takes no share outside (0, 1]", () => {
    const pile = pigment("raw-umber").optics;
    expect(() => oneTouchOfEach({ pile, tubes: [pile], share: 0 }, VIEW, PAINT_SURFACE)).toThrow(RangeError);
  });
});

describe("a pile brought to a grey", () => {
  it("is, by two tubes where one leaves a lean", () => {
    const ids = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue"];
    const pile = { "titanium-white": 6, "prussian-blue": 0.3, "arylide-yellow": 0.1 };
    const ways = waysToNeutral(
      {
        pile: opticsOfMix(pile),
        pileVolume: volumeOf(pile),
        tubes: ids.map((id) => pigment(id).optics),
        dosing: KNIFE,
        whites: [0],
      },
      VIEW,
      PAINT_SURFACE,
    );
    const [best] = ways;
    if (!best) throw new Error("no way");
    expect(lchFromLab(best.predicted)[1]).toBeLessThan(3);
    expect(deltaE2000(labOfMix(withParts(pile, ids, best)), best.predicted)).toBeLessThan(1e-6);
    const singles = ways.filter(({ parts }) => parts.length === 1);
    for (const single of singles)
      expect(lchFromLab(single.predicted)[1]).toBeGreaterThan(lchFromLab(best.predicted)[1]);
  });
});

describe("the cures of a ready-made green", () => {
  const ids = ["titanium-white", "arylide-yellow", "pyrrole-red", "quinacridone-rose", "raw-umber"];
  it.each(["phthalo-green-bs", "viridian"])("warm %s, or dull it without warming", (id) => {
    const pile = { [id]: 0.5, "titanium-white": 3 };
    const before = labOfMix(pile);
    expect(isVividGreen(before)).toBe(true);
    const cures = greenCures(
      {
        pile: opticsOfMix(pile),
        pileVolume: volumeOf(pile),
        tubes: ids.map((one) => pigment(one).optics),
        dosing: KNIFE,
        whites: [0],
      },
      VIEW,
      PAINT_SURFACE,
    );
    if (!cures) throw new Error("no cures");
    const [, warmChroma, warmHue] = lchFromLab(labOfMix(withParts(pile, ids, cures.warmer)));
    const [, dullChroma] = lchFromLab(labOfMix(withParts(pile, ids, cures.duller)));
    expect(warmHue).toBeLessThan(lchFromLab(before)[2]);
    expect(warmChroma).toBeGreaterThan(dullChroma);
    expect(dullChroma).toBeLessThan(lchFromLab(before)[1]);
    expect(Math.abs(cures.duller.hueTurnDegrees)).toBeLessThan(Math.abs(cures.warmer.hueTurnDegrees));
  });

  it("are none of a grey or a red", () => {
    expect(isVividGreen(labOfMix({ "pyrrole-red": 1 }))).toBe(false);
    expect(isVividGreen(labOfMix({ "titanium-white": 3, "ivory-black": 1 }))).toBe(false);
  });
});

describe("a shade of the family", () => {
  it.each(["pyrrole-red", "cadmium-orange", "quinacridone-magenta", "ultramarine-blue"])(
    "of %s keeps at least the chroma that black leaves, without growing out of hand",
    (id) => {
      const tubes = [
        "titanium-white",
        id,
        "ivory-black",
        "burnt-umber",
        "alizarin-crimson",
        "dioxazine-violet",
      ];
      const variants = lightenAndShade(
        {
          match: opticsOfMix({ [id]: 2, "titanium-white": 1 }),
          tubes: tubes.map((one) => pigment(one).optics),
          whites: [0],
          blacks: [2],
          lighterBy: 10,
          darkerBy: 10,
          laid: { pileVolume: 3, dosing: KNIFE },
        },
        VIEW,
        PAINT_SURFACE,
      );
      const of = (kind: string) => variants.find((variant) => variant.kind === kind)?.addition;
      const [shade, black] = [of("family-shade"), of("black-shade")];
      if (!shade) return;
      const chroma = (one: Corrector): number => lchFromLab(one.predicted)[1];
      expect(shade.parts.reduce((sum, { volume }) => sum + volume, 0)).toBeLessThanOrEqual(1.5 * 3);
      if (black) expect(chroma(shade)).toBeGreaterThanOrEqual(chroma(black) - 1);
    },
  );
});

describe("a wash changed in one thing", () => {
  it("is lightened with water, and what is said of it is what the film does", () => {
    const pile = { "ultramarine-blue": 1, "raw-umber": 0.5 };
    const water = 6;
    const tubes = ["ultramarine-blue", "raw-umber", "arylide-yellow"];
    const whole = volumeOf(pile) + water;
    const { ways } = laidCorrectors(
      {
        axis: "value",
        change: 5,
        pile: opticsOfMix(pile),
        pileVolume: whole,
        tubes: tubes.map((id) => pigment(id).optics),
        wash: { paper: PAPER, undilutedThickness: UNDILUTED_THICKNESS, paintShare: volumeOf(pile) / whole },
        maxTubes: 2,
        dosing: KNIFE,
      },
      VIEW,
      PAINT_SURFACE,
    );
    const thinned = ways.find(({ parts }) => parts.length === 1 && parts[0]?.tube === tubes.length);
    const added = thinned?.parts[0]?.volume;
    if (!thinned || added === undefined) throw new Error("water is no way");
    const truth = labOfMix(pile, {
      thickness: (UNDILUTED_THICKNESS * volumeOf(pile)) / (whole + added),
      ground: PAPER,
    });
    expect(deltaE2000(truth, thinned.predicted)).toBeLessThan(1e-6);
    expect(thinned.change.deltaLightness).toBeGreaterThan(2);
  });
});
