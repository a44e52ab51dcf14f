import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import {
  asked,
  Exhaustive,
  knifePiles,
  paletteOf,
  planner,
  randomString,
  STRING_PALETTES,
  tally,
} from "../../../tests/support/stringTrials";
import { figure, seeded, sized } from "../../../tests/support/study";
import { WHITE_BENCH } from "../../data/testWhite";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { mixedLab } from "../mixing/mixedLab";
import { mixtureReflectance } from "../mixing/mixture";
import { createRng } from "../random/rng";
import { labFromReflectance } from "../spectrum/colorimetry";
import { subsetsOf } from "../recipe/subsets";
import { FINE } from "../recipe/subsetSolver";
import { bow } from "./aims";
import { paintOf, STRING_FACTORS } from "./layMember";
import { tubeVolumes } from "./parentPile";
import { SetMixer } from "./setMixer";
import { StringPlanner } from "./stringPlan";
import type { LaidMember, PlannedString, StringQuestion } from "./types";

const EARTHS = STRING_PALETTES.earths as readonly string[];
/** The colour that a member's paint has by the plain form of the physics, parent and thinned paint taken apart. */
function colorOf(ids: readonly string[], member: LaidMember, parent?: PlannedString["parent"]): LabD65 {
  const volumes = new Map(tubeVolumes(member));
  const ofParent = member.doses.find(({ source }) => source === "parent")?.volume ?? 0;
  const whole = (parent?.doses ?? []).reduce((sum, { volume }) => sum + volume, 0);
  for (const { source, volume } of parent?.doses ?? [])
    volumes.set(source, (volumes.get(source) ?? 0) + (ofParent * volume) / whole);
  const mix: Record<string, number> = {};
  for (const [tube, volume] of volumes) mix[ids[tube] ?? ""] = volume;
  return labOfMix(mix);
}

describe("a string", () => {
  it("lays members whose colours are those of its amounts, parent and thinned paint taken apart", () => {
    for (const [name, ids] of Object.entries(STRING_PALETTES)) {
      const rng = createRng(seeded(3));
      for (let i = 0; i < sized(2, 6); i++) {
        const question = randomString(ids.length, rng);
        const plan = planner(ids).plan(question, knifePiles(question.rows.length, 2));
        for (const { alone, fromParent } of plan.members) {
          expect(deltaE2000(colorOf(ids, alone), alone.predicted), name).toBeLessThan(1e-6);
          if (fromParent)
            expect(deltaE2000(colorOf(ids, fromParent, plan.parent), fromParent.predicted)).toBeLessThan(
              1e-6,
            );
        }
      }
    }
  });

  it("is the same to the last bit when it is planned again", () => {
    const question = asked({ chroma: "vivid" });
    const once = planner(EARTHS).plan(question, knifePiles(5, 3));
    expect(planner(EARTHS).plan(question, knifePiles(5, 3))).toEqual(once);
  });

  it("follows its bow: the local colour is the most vivid, and light and shadow fall off", () => {
    const { members } = planner(STRING_PALETTES.twelve as readonly string[]).plan(
      asked({ rows: [85, 65, 45, 30, 20] }),
      knifePiles(5, 3),
    );
    const chromas = members.map(({ alone }) => lchFromLab(alone.predicted)[1]);
    expect(Math.max(...chromas)).toBe(chromas[2]);
    expect(bow(45, 45)).toBe(1);
    expect(bow(100, 45)).toBe(0);
    expect(bow(0, 45)).toBe(0);
  });

  it("says the nearest value where a row is out of reach", () => {
    const { members } = planner(EARTHS).plan(asked({ rows: [99, 50, 5] }), knifePiles(3, 2));
    expect(members.map(({ isOutOfReach }) => isOutOfReach)).toEqual([true, false, true]);
    // Lighter than white or darker than black no mixture is.
    const [lightest, , darkest] = members.map(({ alone }) => alone.predicted[0]);
    const [white, black] = ["titanium-white", "ivory-black"].map((id) => labOfMix({ [id]: 1 })[0]);
    expect(Math.abs((lightest ?? 0) - (white ?? 0))).toBeLessThan(0.5);
    expect(Math.abs((darkest ?? 0) - (black ?? 0))).toBeLessThan(0.5);
  });

  it("takes burnt umber before black as the shade of burnt sienna", () => {
    const place = EARTHS.indexOf("burnt-sienna");
    const { darkeners } = planner(EARTHS.filter((id) => id !== "raw-umber")).plan(
      asked({ base: { kind: "paint", parts: [{ tube: place - 1, volume: 1 }] } }),
      knifePiles(5, 2),
    );
    expect(darkeners.map((tube) => EARTHS.filter((id) => id !== "raw-umber")[tube])).toEqual(["burnt-umber"]);
  });

  it("holds its own paint where that costs no member its place", () => {
    const place = EARTHS.indexOf("red-oxide");
    const { members } = planner(EARTHS).plan(
      asked({ base: { kind: "paint", parts: [{ tube: place, volume: 1 }] }, rows: [70, 55, 42] }),
      knifePiles(3, 4),
    );
    for (const { alone } of members) expect([...tubeVolumes(alone).keys()]).toContain(place);
  });

  it("goes without white where a lighter tube carries it up", () => {
    const ids = ["titanium-white", "raw-sienna", "yellow-ochre", "burnt-umber"];
    const { members, lighteners } = planner(ids).plan(
      asked({
        base: { kind: "paint", parts: [{ tube: 1, volume: 1 }] },
        lighten: "lighter-tube",
        chroma: "vivid",
        rows: [52, 45],
      }),
      knifePiles(2, 4),
    );
    expect(lighteners).toEqual([2]);
    expect([...tubeVolumes(members[0]?.alone as LaidMember).keys()]).not.toContain(0);
  });

  it("runs through the light and the shadow that were read", () => {
    const [light, lab, dark] = [labD65(70, 12, 30), labD65(45, 20, 25), labD65(25, 8, 6)];
    const { members } = planner(STRING_PALETTES.twelve as readonly string[]).plan(
      asked({ base: { kind: "colour", lab, light, dark }, chroma: "seen", rows: [70, 45, 25] }),
      knifePiles(3, 6),
    );
    [light, lab, dark].forEach((seen, i) => {
      expect(deltaE2000(members[i]?.aim as LabD65, seen)).toBeLessThan(1e-9);
      expect(deltaE2000(members[i]?.alone.predicted as LabD65, seen)).toBeLessThan(3);
    });
  });

  it("is let down with water where the paper is the white", () => {
    const ids = ["titanium-white", "ultramarine-blue", "burnt-sienna"];
    const wash = { paper: PAPER, undilutedThickness: UNDILUTED_THICKNESS };
    const plan = planner(ids, { wash }).plan(
      asked({ base: { kind: "colour", lab: labD65(50, 2, -18) }, lighten: "water", rows: [88, 70, 55, 40] }),
      knifePiles(4, 6),
    );
    for (const { alone, row, isOutOfReach } of plan.members) {
      expect(isOutOfReach).toBe(false);
      expect([...tubeVolumes(alone).keys()]).not.toContain(0);
      expect(Math.abs(alone.predicted[0] - row)).toBeLessThan(1.5);
      const paints = [...tubeVolumes(alone)].map(([tube, volume]) => ({
        optics: pigment(ids[tube] ?? "").optics,
        volume,
      }));
      const paint = paintOf(alone);
      const film = { ground: PAPER, thickness: (UNDILUTED_THICKNESS * paint) / (paint + alone.water) };
      const seen = mixtureReflectance(paints, WHITE_BENCH.surface, film);
      expect(deltaE2000(labFromReflectance(seen, WHITE_BENCH.view), alone.predicted)).toBeLessThan(1e-6);
    }
  });

  it("lays in the measure that was chosen", () => {
    const grams = EARTHS.map(() => 1.5);
    const hand = {
      choice: { unit: "grams", stepGrams: 0.02, wantedMl: 4, gramsPerMl: grams },
      volume: 4,
    } as const;
    const { members, parent } = planner(EARTHS).plan(
      asked({}),
      Array.from({ length: 5 }, () => hand),
    );
    const laid = members.flatMap(({ alone, fromParent }) => [alone, ...(fromParent ? [fromParent] : [])]);
    for (const { volume } of [...laid.flatMap(({ doses }) => doses), ...(parent?.doses ?? [])]) {
      const steps = (volume * 1.5) / 0.02;
      expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
    }
  });

  it("finds a mixture of given tubes from another near it as well as from its own lattice", () => {
    const ids = STRING_PALETTES.twelve ?? [];
    const mixer = new SetMixer(
      ids.map((id) => pigment(id).optics),
      WHITE_BENCH.view,
      WHITE_BENCH.surface,
    );
    const rng = createRng(12);
    let further = 0;
    for (let i = 0; i < 60; i++) {
      const tubes = subsetsOf(ids.length, 2 + (i % 3))[rng.below(66)] ?? new Uint8Array([0, 1]);
      const places = Array.from(tubes);
      const aim = labD65(rng.between(15, 90), rng.between(-30, 40), rng.between(-30, 50));
      const alone = mixer.solve(places, aim, REFERENCE_FACTORS);
      // As far from it as a ratio that was rounded to parts, with what was none as good as none.
      const near = alone.volumes.map((volume) => (volume + 1e-3) * rng.between(0.8, 1.25));
      const from = mixer.solve(places, aim, REFERENCE_FACTORS, [], FINE, near);
      expect(deltaE2000(mixedLab(mixer.model, from.tubes, from.volumes), from.lab)).toBeLessThan(1e-6);
      if (from.distance > alone.distance + 0.01) further++;
    }
    // Where a valley is flat either may stop a little before the other.
    expect(further).toBeLessThanOrEqual(1);
  });

  it("refuses what cannot be planned", () => {
    const plan = (question: Partial<StringQuestion>) => () =>
      planner(EARTHS).plan(asked(question), knifePiles(question.rows?.length ?? 5, 2));
    expect(plan({ rows: [] })).toThrow(RangeError);
    expect(plan({ rows: [Number.NaN] })).toThrow(RangeError);
    expect(plan({ rows: [120] })).toThrow(RangeError);
    expect(plan({ maxTubes: 1 })).toThrow(RangeError);
    expect(plan({ base: { kind: "paint", parts: [{ tube: 99, volume: 1 }] } })).toThrow(RangeError);
    expect(plan({ base: { kind: "paint", parts: [] } })).toThrow(RangeError);
    expect(() => new StringPlanner([], { bench: WHITE_BENCH })).toThrow(RangeError);
  });

  it("plans a family of paper white in washes, where hardly any paint lies", () => {
    const wash = { paper: PAPER, undilutedThickness: UNDILUTED_THICKNESS };
    const { members } = planner(["ultramarine-blue", "burnt-sienna"], { wash }).plan(
      asked({ base: { kind: "colour", lab: labD65(99, 0, 0) }, lighten: "water", chroma: "even" }),
      knifePiles(5, 4),
    );
    for (const { alone } of members) expect(alone.predicted.every(Number.isFinite)).toBe(true);
  });

  it("takes a larger puddle where a speck is too much, and never endless water", () => {
    const wash = { paper: PAPER, undilutedThickness: UNDILUTED_THICKNESS };
    const { members } = planner(["nickel-azo-yellow", "quinacridone-rose", "phthalo-blue-gs"], { wash }).plan(
      asked({
        base: { kind: "colour", lab: labD65(48, 7, 20) },
        lighten: "water",
        rows: [90, 75, 57.5, 42.5],
      }),
      knifePiles(4, 3),
    );
    for (const { alone, row } of members) {
      expect(Math.abs(alone.predicted[0] - row)).toBeLessThan(1.5);
      expect(Math.abs(alone.miss.hueDegrees ?? 0)).toBeLessThan(8);
      expect(alone.water).toBeLessThan(3 * 32);
    }
  });

  it("goes by the tubes of each member where no few tubes serve all", () => {
    const ids = [...new Set(Object.values(STRING_PALETTES).flat())];
    expect(ids.length).toBeGreaterThan(22);
    const question = asked({
      base: { kind: "paint", parts: [1, 4, 9, 12, 15].map((tube) => ({ tube, volume: 1 })) },
    });
    const { members } = planner(ids).plan({ ...question, sharedWithin: 0 }, knifePiles(5, 4));
    for (const { alone, row, isOutOfReach } of members)
      if (!isOutOfReach) expect(Math.abs(alone.predicted[0] - row)).toBeLessThan(1.5);
  });

  it("makes do with a single tube", () => {
    const { members } = planner(["burnt-umber"]).plan(asked({}), knifePiles(5, 2));
    for (const { alone } of members) expect(alone.predicted.every(Number.isFinite)).toBe(true);
  });
});

const STRINGS = sized(1, 10);

describe("strings over six palettes", () => {
  for (const [parts, least] of [
    [2, 1],
    [1, 0.98],
  ] as const) {
    it(`of piles of ${parts} parts lie at their values, in their hue, with their chroma`, {
      timeout: 600_000,
    }, () => {
      const [values, hues, chromas] = [tally(), tally(), tally()];
      for (const ids of Object.values(STRING_PALETTES)) {
        const rng = createRng(seeded(17));
        const plans = planner(ids);
        const exhaustive = new Exhaustive(paletteOf(ids));
        for (let i = 0; i < STRINGS; i++) {
          const question = randomString(ids.length, rng);
          const { members, local } = plans.plan(question, knifePiles(question.rows.length, parts));
          for (const { alone, fromParent, aim, isOutOfReach } of members) {
            if (isOutOfReach) continue;
            const best = exhaustive.nearest(aim, STRING_FACTORS, undefined, 3).lab;
            const [, bestChroma, bestHue] = lchFromLab(best);
            const allowsHue =
              bestChroma < 4 || Math.abs(hueDifferenceDegrees(lchFromLab(local)[2], bestHue)) <= 6;
            const allowsChroma = Math.abs(bestChroma - lchFromLab(aim)[1]) <= 1.5;
            for (const { miss } of [alone, ...(fromParent ? [fromParent] : [])]) {
              values.add(Math.abs(miss.lightness) <= 1.5);
              if (allowsHue) hues.add(Math.abs(miss.hueDegrees ?? 0) <= 8);
              if (allowsChroma) chromas.add(Math.abs(miss.chroma) <= 3);
            }
          }
        }
      }
      figure(`strings, piles of ${parts} parts: share within 1.5 L* of their row`, values.share(), { least });
      figure(`strings, piles of ${parts} parts: share within 8° of their hue`, hues.share(), { least: 0.95 });
      figure(`strings, piles of ${parts} parts: share within 3 C* of their rule`, chromas.share(), {
        least: 0.95,
      });
    });
  }

  it("end where an exhaustive search ends", { timeout: 600_000 }, () => {
    const ends = tally();
    for (const ids of Object.values(STRING_PALETTES)) {
      const rng = createRng(seeded(5));
      const exhaustive = new Exhaustive(paletteOf(ids));
      const value = { kL: 0.1, kC: 50, kH: 50 };
      const most = exhaustive.nearest(labD65(100, 0, 0), value).lab[0];
      const least = exhaustive.nearest(labD65(0, 0, 0), value).lab[0];
      for (let i = 0; i < sized(2, 10); i++) {
        const question = { ...randomString(ids.length, rng), rows: [99.5, 60, 3] };
        // A black that is not the way down is taken only where nothing else gets there.
        const { members } = planner(ids).plan(question, knifePiles(3, 2));
        const [light, , dark] = members.map(({ alone }) => alone.predicted[0]);
        ends.add(Math.abs((light ?? 0) - most) <= 0.5);
        ends.add(Math.abs((dark ?? 0) - least) <= 0.5);
      }
    }
    figure("strings: share of unreachable ends within 0.5 L* of the exhaustive search", ends.share(), {
      least: 1,
    });
  });

  it("share their tubes as far as an exhaustive search can", { timeout: 1_800_000 }, () => {
    const shared = tally();
    for (const [name, ids] of Object.entries(STRING_PALETTES)) {
      // All sets of twelve tubes for each row take minutes: the study has them, the tests the small palettes.
      if (ids.length > sized(7, 12)) continue;
      const rng = createRng(seeded(29));
      const exhaustive = new Exhaustive(paletteOf(ids));
      for (let i = 0; i < sized(1, 10); i++) {
        const question = { ...randomString(ids.length, rng), chroma: "arc", lighten: "white" } as const;
        const plan = planner(ids).plan(question, knifePiles(question.rows.length, 4));
        const rows = plan.members.filter(({ isOutOfReach }) => !isOutOfReach);
        const best = rows.map(({ aim }) =>
          Math.sqrt(exhaustive.nearest(aim, STRING_FACTORS, undefined, 3).squared),
        );
        const serves = (tubes: readonly number[]): boolean =>
          rows.every(
            ({ aim }, row) =>
              Math.sqrt(exhaustive.nearest(aim, STRING_FACTORS, tubes, 3).squared) <= (best[row] ?? 0) + 0.8,
          );
        // Under the same rule: what the painter asked for, and the string holds, is in every set.
        const own = plan.tubes.filter((tube) => rows.some(({ alone }) => tubeVolumes(alone).has(tube)));
        const wished = [...plan.lighteners, ...plan.darkeners].filter((tube) => own.includes(tube));
        const others = [...ids.keys()].filter((tube) => !wished.includes(tube));
        let needed = wished.length;
        while (
          needed < ids.length &&
          !(
            needed === wished.length ? [new Uint8Array()] : subsetsOf(others.length, needed - wished.length)
          ).some((subset) => serves([...wished, ...Array.from(subset, (place) => others[place] ?? 0)]))
        )
          needed++;
        shared.add(own.length <= needed + 1);
        expect(own.length, name).toBeLessThanOrEqual(ids.length);
      }
    }
    figure("strings: share with at most one tube more than the exhaustive search needs", shared.share(), {
      least: 0.95,
    });
  });
});
