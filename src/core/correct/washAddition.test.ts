import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import type { MixPart } from "../learning/evidence";
import { mixtureReflectance } from "../mixing/mixture";
import { createRng } from "../random/rng";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { NextAddition } from "./nextAddition";
import { washAddition, type WashQuery } from "./washAddition";
import { figure, sized } from "../../../tests/support/study";

const IDS = ["arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"] as const;
const TUBES = IDS.map((id) => pigment(id).optics);
const WATER = TUBES.length;

/** An oracle without the evaluator of the searches. */
function washLab(parts: readonly MixPart[], water: number, tubes: readonly OpticalModel[] = TUBES): LabD65 {
  const paint = parts.reduce((sum, { volume }) => sum + volume, 0);
  const volumes = parts.map(({ tube, volume }) => {
    const optics = tubes[tube];
    if (!optics) throw new RangeError(`no tube ${tube}`);
    return { optics, volume };
  });
  const thickness = (UNDILUTED_THICKNESS * paint) / (paint + water);
  return labFromReflectance(
    mixtureReflectance(volumes, PAINT_SURFACE, { thickness, ground: PAPER }),
    VIEWING.D65,
  );
}

const query = (changes: Partial<WashQuery> & Pick<WashQuery, "parts" | "water" | "target">): WashQuery => ({
  tubes: TUBES,
  allowed: [0, 1, 2, 3],
  seen: washLab(changes.parts, changes.water),
  toleranceDeltaE2000: 1,
  strengthError: 0.3,
  paper: PAPER,
  undilutedThickness: UNDILUTED_THICKNESS,
  ...changes,
});
const ask = (asked: WashQuery): NextAddition => washAddition(asked, VIEWING.D65, PAINT_SURFACE);

const additionsOf = (answer: NextAddition) => (!("additions" in answer) ? [] : answer.additions);

describe("the next addition to a wash", () => {
  const blue: MixPart[] = [{ tube: 2, volume: 1 }];

  it("costs paint, not water: that of the whole dose against that of a new wash", () => {
    const costsOf = (answer: NextAddition) => {
      if (!("costs" in answer)) throw new Error("nothing is to be corrected");
      return answer.costs;
    };
    const paler = ask(query({ parts: blue, water: 12, target: washLab(blue, 16) }));
    expect(additionsOf(paler)[0]?.parts.map(({ tube }) => tube)).toEqual([WATER]);
    expect(costsOf(paler).correct.volume).toBe(0);
    expect(costsOf(paler).startAgain.volume).toBe(1);
    expect(paler.advice).toBe("add");

    const deeper = ask(query({ parts: blue, water: 30, target: washLab(blue, 20) }));
    const [first] = additionsOf(deeper);
    const paint = (first?.parts ?? []).reduce(
      (sum, { tube, volume }) => (tube === WATER ? sum : sum + volume),
      0,
    );
    expect(paint).toBeGreaterThan(0);
    expect(costsOf(deeper).correct.volume).toBeCloseTo(paint / (first?.share ?? 1), 9);
    expect(deeper.advice).toBe("add");

    // Thirty times the water: what would be added is more paint than a new wash takes.
    const far = ask(query({ parts: blue, water: 300, target: washLab(blue, 10) }));
    expect(far.advice).toBe("start-again");
    expect(costsOf(far).correct.volume).toBeGreaterThan(costsOf(far).startAgain.volume);
  });

  it("has a strong wash poured off where thinning all of it more than doubles it, and then goes on with what is left", () => {
    const asked = query({ parts: blue, water: 12, target: washLab(blue, 60) });
    const before = ask(asked);
    if (!("costs" in before)) throw new Error("nothing is to be corrected");
    expect(before).toMatchObject({ advice: "scrape-back", why: "twice-as-large" });
    const { keptShare, volume } = before.costs.scrapeBack;
    expect(volume).toBe(0);
    const left = { parts: blue.map((part) => ({ ...part, volume: keptShare })), water: 12 * keptShare };
    const after = ask({ ...asked, ...left, meantVolume: 13 });
    expect(after.advice).toBe("add");
    const added = additionsOf(after)[0]?.parts.reduce((sum, part) => sum + part.volume, 0) ?? Number.NaN;
    expect(13 * keptShare + added).toBeLessThanOrEqual(13 + 1e-6);
  });

  it("is water alone for a wash that is only too dark, and leaves it short of the target", () => {
    const target = washLab(blue, 40);
    const answer = ask(query({ parts: blue, water: 12, target }));
    const [first] = additionsOf(answer);
    expect(first?.kind).toBe("water");
    expect(first?.parts.map(({ tube }) => tube)).toEqual([WATER]);
    expect(first?.predicted[0]).toBeLessThanOrEqual(target[0] + 1e-9);
    expect(first?.isSafe).toBe(true);
  });

  it("is more paint for one that is too light, never water", () => {
    const answer = ask(query({ parts: blue, water: 40, target: washLab(blue, 12) }));
    const [first] = additionsOf(answer);
    expect(first?.parts.map(({ tube }) => tube)).toContain(2);
    expect(first?.parts.map(({ tube }) => tube)).not.toContain(WATER);
  });

  it("predicts what its parts give, only ever adds, and comes closer", () => {
    const rng = createRng(3);
    for (let trial = 0; trial < sized(4, 40); trial++) {
      const parts = [0, 1, 2, 3].map((tube) => ({ tube, volume: 0.1 + rng.next() }));
      const water = 10 + 30 * rng.next();
      const goal = parts.map(({ tube, volume }) => ({ tube, volume: volume * (0.6 + rng.next()) }));
      const target = washLab(goal, water * (0.7 + rng.next()));
      const asked = query({ parts, water, target });
      for (const addition of additionsOf(ask(asked))) {
        expect(addition.parts.every(({ volume }) => volume > 0)).toBe(true);
        const paint = addition.parts.filter(({ tube }) => tube !== WATER);
        const wet = addition.parts.filter(({ tube }) => tube === WATER);
        const truth = washLab(
          [...parts, ...paint],
          wet.reduce((sum, { volume }) => sum + volume, water),
        );
        expect(deltaE2000(truth, addition.predicted)).toBeLessThan(1e-6);
        expect(addition.deltaE2000).toBeLessThan(deltaE2000(target, asked.seen));
        expect(addition.growth).toBeGreaterThan(1);
      }
    }
  });

  it("closes the loop on paint that is up to 30 % stronger or weaker, mostly within four additions", () => {
    const rng = createRng(8);
    let close = 0;
    const trials = sized(3, 60);
    for (let trial = 0; trial < trials; trial++) {
      const real = TUBES.map(({ grid, absorption, scattering }) => {
        const strength = 0.7 + 0.6 * rng.next();
        return {
          grid,
          absorption: Array.from(absorption, (k) => k * strength),
          scattering: Array.from(scattering, (s) => s * strength),
        };
      });
      const parts: MixPart[] = [
        { tube: rng.below(4), volume: 1 },
        { tube: rng.below(4), volume: 0.5 },
      ];
      let water = 15;
      const target = washLab(
        [
          { tube: 0, volume: 0.6 },
          { tube: 1, volume: 0.4 * rng.next() },
          { tube: 2, volume: 0.4 * rng.next() },
        ],
        20,
      );
      for (let turn = 0; turn < 4; turn++) {
        const [first] = additionsOf(ask(query({ parts, water, target, seen: washLab(parts, water, real) })));
        if (!first) break;
        for (const part of first.parts) {
          if (part.tube === WATER) water += part.volume;
          else parts.push(part);
        }
      }
      if (deltaE2000(target, washLab(parts, water, real)) <= 4) close++;
    }
    figure("washes off by up to 30 %: share within ΔE00 4 in four additions", close / trials, {
      least: sized(0.6, 0.7),
    });
  });

  it("leaves a wash alone that is close enough, and refuses what is none", () => {
    const target = washLab(blue, 12);
    expect(ask(query({ parts: blue, water: 12, target }))).toMatchObject({ advice: "leave-it" });
    expect(() => ask(query({ parts: [], water: 1, target, seen: target }))).toThrow(RangeError);
    expect(() => ask(query({ parts: blue, water: -1, target, seen: target }))).toThrow(RangeError);
    const unknown = labD65(Number.NaN, 0, 0);
    expect(() => ask(query({ parts: blue, water: 1, target: unknown }))).toThrow(RangeError);
    expect(() => ask(query({ parts: blue, water: 1, target, allowed: [9] }))).toThrow(RangeError);
  });

  it("holds what is off now against what will be: a wash read lighter than predicted is not lightened twice", () => {
    const target = washLab(blue, 20);
    const predicted = washLab(blue, 12);
    const seen = labD65(predicted[0] + 3, predicted[1], predicted[2]);
    const [plain] = additionsOf(ask(query({ parts: blue, water: 12, target })));
    const [told] = additionsOf(ask(query({ parts: blue, water: 12, target, seen })));
    const waterOf = (addition: typeof plain) =>
      (addition?.parts ?? [])
        .filter(({ tube }) => tube === WATER)
        .reduce((sum, { volume }) => sum + volume / (addition?.share ?? 1), 0);
    expect(waterOf(told)).toBeLessThan(waterOf(plain));
    const { deltaLightness } = threeWayDifference(seen, told?.predicted ?? seen);
    expect(deltaLightness).toBeGreaterThan(0);
  });
});
