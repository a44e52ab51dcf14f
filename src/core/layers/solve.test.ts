import { describe, expect, it } from "vitest";
import {
  anyGround,
  anyOf,
  anyThickness,
  BLACK_CARD,
  GLAZING_TUBES,
  GREY_CARD,
  opticsFor,
  seenLab,
  WHITE_CARD,
} from "../../../tests/support/layerTrials";
import { figure, seeded, sized } from "../../../tests/support/study";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { DEFAULT_SIZES } from "../amounts/amounts";
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { mixtureReflectance, type PaintVolume } from "../mixing/mixture";
import { createRng } from "../random/rng";
import { paletteMixer } from "../recipe/paletteMixer";
import type { OpticalModel } from "../spectrum/types";
import { brokenColor } from "./brokenColor";
import { FILM_WORDS, filmHabit, type LaidFilm, USUAL_HABIT } from "./filmHabit";
import { GlazeSolver } from "./glazeSolver";
import { greyWanted } from "./greyWanted";
import { scumbles } from "./scumble";
import { stackOver } from "./stack";
import { mixedFor, rankSurrounds, seenOn, surroundPush } from "./surround";
import { UnderFilm, underFilm } from "./underFilm";

const VIEW = VIEWING.D65;
const RANGE = { thinnest: 0.004, thickest: 2 * UNDILUTED_THICKNESS };
const PAINTS: readonly OpticalModel[] = GLAZING_TUBES.map(opticsFor);
const film = (paint: OpticalModel, thickness: number) => ({
  optics: paint,
  thickness,
  passes: 1,
  coverShare: 1,
});
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

describe("glazes towards a colour", () => {
  const solver = new GlazeSolver(PAINTS, VIEW, PAINT_SURFACE, RANGE);

  it("find colours that two films reach", () => {
    const rng = createRng(seeded(3));
    const misses = Array.from({ length: sized(12, 200) }, () => {
      const base = anyGround(rng);
      const [lower, upper] = [anyOf(PAINTS, rng), anyOf(PAINTS, rng)];
      const films = [film(lower, anyThickness(rng, 0.02, 1.5)), film(upper, anyThickness(rng, 0.02, 1.5))];
      const target = seenLab(stackOver(base, films, PAINT_SURFACE).at(-1) ?? base);
      return solver.solve({ base, target, most: 2 }).at(-1)?.deltaE2000 ?? Number.NaN;
    });
    const near = misses.filter((miss) => miss <= 1).length / misses.length;
    figure("layers: two glazes found within ΔE00 1 of what is reachable, share", near, { least: 0.98 });
  });

  it("say what is really seen after each film, and add a film only where it is worth it", () => {
    const rng = createRng(4);
    for (let i = 0; i < sized(6, 40); i++) {
      const base = anyGround(rng);
      const target = labD65(20 + 60 * rng.next(), 80 * rng.next() - 40, 80 * rng.next() - 40);
      const plans = solver.solve({ base, target, most: 3 });
      expect(plans.length).toBeGreaterThan(0);
      plans.forEach((plan, at) => {
        const layers = plan.glazes.map(({ paint, thickness }) =>
          film(PAINTS[paint] as OpticalModel, thickness),
        );
        stackOver(base, layers, PAINT_SURFACE)
          .slice(1)
          .forEach((seen, j) => {
            expect(deltaE2000(seenLab(seen), plan.after[j] as LabD65)).toBeLessThan(1e-6);
          });
        expect(deltaE2000(target, plan.after.at(-1) as LabD65)).toBeCloseTo(plan.deltaE2000, 9);
        if (at > 0) expect(plan.deltaE2000).toBeLessThan((plans[at - 1]?.deltaE2000 ?? 0) - 0.5);
        const thicker = stackOver(
          base,
          layers.map((layer) => ({ ...layer, thickness: 1.3 * layer.thickness })),
          PAINT_SURFACE,
        );
        expect(plan.filmDoubt).toBeGreaterThanOrEqual(
          deltaE2000(plan.after.at(-1) as LabD65, seenLab(thicker.at(-1) ?? base)) - 1e-6,
        );
      });
    }
  });

  it("lay the transparent paint below where the order hardly matters", () => {
    const two = new GlazeSolver(
      ["cadmium-yellow-light", "quinacridone-rose"].map(opticsFor),
      VIEW,
      PAINT_SURFACE,
      RANGE,
    );
    const layers = [
      film(opticsFor("quinacridone-rose"), 0.02),
      film(opticsFor("cadmium-yellow-light"), 0.02),
    ];
    const target = seenLab(stackOver(WHITE_CARD, layers, PAINT_SURFACE).at(-1) ?? WHITE_CARD);
    const plan = two.solve({ base: WHITE_CARD, target, most: 2 }).at(-1);
    expect(plan?.glazes.map(({ paint }) => paint)).toEqual([1, 0]);
  });
});

describe("a scumble", () => {
  it("lightens a dark base towards a colour, as near as a search over all shares and films", () => {
    const tubes = ["titanium-white", "ultramarine-blue", "yellow-ochre", "burnt-sienna"].map(opticsFor);
    const rng = createRng(9);
    for (let i = 0; i < sized(4, 20); i++) {
      const share = 0.02 + 0.5 * rng.next();
      const paint = 1 + rng.below(3);
      const mixed: PaintVolume[] = [
        { optics: tubes[0] as OpticalModel, volume: 1 - share },
        { optics: tubes[paint] as OpticalModel, volume: share },
      ];
      const ground = BLACK_CARD;
      const thickness = anyThickness(rng, 0.05, 0.8);
      const target = seenLab(mixtureReflectance(mixed, PAINT_SURFACE, { thickness, ground }));
      const [best] = scumbles(ground, target, tubes, [0], RANGE, VIEW, PAINT_SURFACE);
      expect(best?.deltaE2000 ?? 99).toBeLessThan(1);
      expect(best?.predicted[0] ?? 0).toBeGreaterThan(seenLab(ground)[0]);
    }
  });
});

describe("the base that a glaze wants", () => {
  it("is a grey as near as any", () => {
    const rng = createRng(seeded(11));
    const losses = Array.from({ length: sized(10, 100) }, () => {
      const glaze = { optics: anyOf(PAINTS.slice(1), rng), thickness: anyThickness(rng, 0.02, 0.8) };
      const wanted = labD65(15 + 70 * rng.next(), 60 * rng.next() - 30, 60 * rng.next() - 30);
      const found = greyWanted(wanted, glaze, VIEW, PAINT_SURFACE);
      let brute = Number.POSITIVE_INFINITY;
      for (let reflectance = 0.0145; reflectance < 0.9; reflectance += 0.002) {
        const ground = { grid: VIEW.grid, values: new Array<number>(36).fill(reflectance) };
        const seen =
          stackOver(ground, [{ ...glaze, passes: 1, coverShare: 1 }], PAINT_SURFACE).at(-1) ?? ground;
        brute = Math.min(brute, deltaE2000(wanted, seenLab(seen)));
      }
      return found.deltaE2000 - brute;
    });
    figure("layers: grey wanted under a glaze, worst loss against brute force, ΔE00", Math.max(...losses), {
      most: 1,
    });
  });

  it("is a mixture as near as any of the palette's", () => {
    const rng = createRng(seeded(12));
    const ids = ["titanium-white", "yellow-ochre", "pyrrole-red", "ultramarine-blue", "raw-umber"];
    const tubes = ids.map(opticsFor);
    const losses = Array.from({ length: sized(6, 100) }, () => {
      const above = { optics: anyOf(PAINTS.slice(1), rng), thickness: anyThickness(rng, 0.02, 0.4) };
      const under = new UnderFilm(tubes, VIEW, PAINT_SURFACE, above);
      const out = new Float64Array(3);
      // A base that can be mixed, seen through the film: so a perfect answer exists.
      const volumes = Float64Array.from(tubes, () => 0.05 + rng.next());
      under.writeLab(out, Uint8Array.from([0, 1, 3]), volumes, 3);
      const target = labD65(out[0] as number, out[1] as number, out[2] as number);
      const mixer = paletteMixer(
        ids.map((id) => ({ optics: opticsFor(id), isBlack: false })),
        VIEW,
        PAINT_SURFACE,
        underFilm(above),
      );
      const answer = mixer.recipesFor(
        { target, maxTubes: 3, factors: REFERENCE_FACTORS, toleranceDeltaE2000: 0.5, maxAnswers: 3 },
        { unit: "parts", sizes: DEFAULT_SIZES },
      );
      const best = answer.recipes.reduce((one, other) => (other.deltaE2000 < one.deltaE2000 ? other : one));
      // What is said to be seen is what the plain form of the stack gives.
      const parts = best.parts.map(({ tube, share }) => ({
        optics: tubes[tube] as OpticalModel,
        volume: share,
      }));
      const base = mixtureReflectance(parts, PAINT_SURFACE);
      const seen = stackOver(base, [{ ...above, passes: 1, coverShare: 1 }], PAINT_SURFACE).at(-1) ?? base;
      expect(deltaE2000(seenLab(seen), best.predicted)).toBeLessThan(1e-6);
      return best.deltaE2000;
    });
    figure(
      "layers: mixed base wanted under a glaze, worst miss of a reachable one, ΔE00",
      Math.max(...losses),
      {
        most: 1,
      },
    );
  });

  it("has slopes that are those of its colours", () => {
    const tubes = ["titanium-white", "pyrrole-red", "ultramarine-blue"].map(opticsFor);
    const under = new UnderFilm(tubes, VIEW, PAINT_SURFACE, {
      optics: opticsFor("arylide-yellow"),
      thickness: 0.1,
    });
    const places = Uint8Array.from([0, 1, 2]);
    const volumes = Float64Array.from([0.7, 0.2, 0.1]);
    const [lab, slopes, moved] = [new Float64Array(3), new Float64Array(9), new Float64Array(3)];
    under.writeLabAndSlopes(lab, slopes, places, volumes, 3);
    for (let j = 0; j < 3; j++) {
      const more = Float64Array.from(volumes);
      more[j] = (more[j] as number) + 1e-6;
      under.writeLab(moved, places, more, 3);
      for (let axis = 0; axis < 3; axis++)
        expect(((moved[axis] as number) - (lab[axis] as number)) / 1e-6).toBeCloseTo(
          slopes[3 * j + axis] as number,
          2,
        );
    }
  });
});

describe("one's own films", () => {
  const further = [
    ["burnt-sienna", GREY_CARD],
    ["quinacridone-rose", WHITE_CARD],
  ] as const;

  /** A hand whose films are not the usual ones, read over a black and a white card, then asked for others. */
  function trial(seed: number, uncertainty: number): { readonly own: number; readonly usual: number } {
    const rng = createRng(seed);
    const hand = Math.exp(0.5 * rng.normal());
    const words = FILM_WORDS.map(() => Math.exp(0.3 * rng.normal()));
    const usualOf = { thin: 0.2, middle: 0.7, full: 2 } as const;
    const paint = opticsFor("ultramarine-blue");
    const films: LaidFilm[] = FILM_WORDS.map((word, i) => {
      const thickness = usualOf[word] * hand * (words[i] ?? 1) * Math.exp(0.08 * rng.normal());
      return {
        word,
        optics: paint,
        usualThickness: usualOf[word],
        passes: 1,
        readings: [BLACK_CARD, WHITE_CARD].map((ground) => {
          const seen = seenLab(stackOver(ground, [film(paint, thickness)], PAINT_SURFACE)[1] ?? ground);
          const noise = () => (uncertainty / Math.sqrt(3)) * rng.normal();
          return {
            ground,
            uncertainty,
            lab: labD65(seen[0] + noise(), seen[1] + noise(), seen[2] + noise()),
          };
        }),
      };
    });
    const habit = filmHabit(films, VIEW, PAINT_SURFACE);
    const missWith = (factors: Readonly<Record<(typeof FILM_WORDS)[number], number>>): number =>
      median(
        further.flatMap(([id, ground]) =>
          FILM_WORDS.map((word, i) => {
            const at = (thickness: number): LabD65 =>
              seenLab(stackOver(ground, [film(opticsFor(id), thickness)], PAINT_SURFACE)[1] ?? ground);
            return deltaE2000(at(usualOf[word] * hand * (words[i] ?? 1)), at(usualOf[word] * factors[word]));
          }),
        ),
      );
    return { own: missWith(habit.factors), usual: missWith(USUAL_HABIT.factors) };
  }

  it("are known after three of them, by eye and by instrument", () => {
    const ask = (uncertainty: number, seed: number) =>
      Array.from({ length: sized(15, 200) }, (_, i) => trial(seeded(seed + i), uncertainty));
    const [byEye, byInstrument] = [ask(3, 100), ask(0.4, 900)];
    figure(
      "layers: glazes after three own films read by eye, median ΔE00",
      median(byEye.map(({ own }) => own)),
      {
        most: 3,
      },
    );
    figure(
      "layers: glazes after three own films read by instrument, median ΔE00",
      median(byInstrument.map(({ own }) => own)),
      { most: 1 },
    );
    expect(median(byEye.map(({ own }) => own))).toBeLessThan(median(byEye.map(({ usual }) => usual)));
  });

  it("say how sure they are, and stay usual without any", () => {
    expect(filmHabit([], VIEW, PAINT_SURFACE)).toBe(USUAL_HABIT);
    const paint = opticsFor("ultramarine-blue");
    const read = (uncertainty: number) =>
      filmHabit(
        [
          {
            word: "thin",
            optics: paint,
            usualThickness: 0.2,
            passes: 1,
            readings: [
              {
                ground: WHITE_CARD,
                uncertainty,
                lab: seenLab(stackOver(WHITE_CARD, [film(paint, 0.4)], PAINT_SURFACE)[1] ?? WHITE_CARD),
              },
            ],
          },
        ],
        VIEW,
        PAINT_SURFACE,
      );
    const [sure, vague] = [read(0.3), read(4)];
    expect(sure.factors.thin).toBeCloseTo(2, 0);
    expect(sure.factors.full).toBeGreaterThan(1.2);
    expect(sure.spreads.thin).toBeLessThan(vague.spreads.thin);
    expect(sure.spreads.full).toBeGreaterThan(sure.spreads.thin);
    expect(() => read(0)).toThrow(RangeError);
  });
});

describe("broken colour", () => {
  it("is lighter than the mixture for complements, and has its shares right", () => {
    for (const [one, other] of [
      ["ultramarine-blue", "cadmium-orange"],
      ["pyrrole-red", "phthalo-green-bs"],
      ["dioxazine-violet", "arylide-yellow"],
    ] as const) {
      const paints = [opticsFor(one), opticsFor(other)];
      const { average, mixture, lighterBy, brighterBy } = brokenColor(paints, [1, 1], VIEW, PAINT_SURFACE);
      expect(average[0], `${one} ${other}`).toBeGreaterThan(mixture[0]);
      expect(lighterBy).toBeCloseTo(average[0] - mixture[0], 9);
      expect(brighterBy).toBeCloseTo(lchFromLab(average)[1] - lchFromLab(mixture)[1], 9);
      const mostly = brokenColor(paints, [9, 1], VIEW, PAINT_SURFACE).average;
      const alone = seenLab(
        mixtureReflectance([{ optics: paints[0] as OpticalModel, volume: 1 }], PAINT_SURFACE),
      );
      expect(deltaE2000(mostly, alone)).toBeLessThan(deltaE2000(average, alone));
    }
    expect(() => brokenColor([opticsFor("red-oxide")], [1], VIEW, PAINT_SURFACE)).toThrow(RangeError);
    expect(() => brokenColor(PAINTS.slice(0, 2), [1, 0], VIEW, PAINT_SURFACE)).toThrow(RangeError);
  });
});

describe("a surround", () => {
  it("pushes away from itself on each axis, and leaves the colour as it is", () => {
    const rng = createRng(14);
    const any = (): LabD65 => labD65(100 * rng.next(), 120 * rng.next() - 60, 120 * rng.next() - 60);
    for (let i = 0; i < 200; i++) {
      const patch = any();
      const stored = [...patch];
      for (const surround of [any(), any(), any()]) {
        surroundPush(patch, surround).forEach((push, axis) => {
          expect(Math.sign(push)).toBe(-Math.sign((surround[axis] ?? 0) - (patch[axis] ?? 0)));
        });
        expect([...patch]).toEqual(stored);
        expect(deltaE2000(seenOn(mixedFor(patch, surround), surround), patch)).toBeLessThan(1e-9);
      }
      expect(surroundPush(patch, patch)).toEqual([0, 0, 0]);
    }
  });

  it("is ranked by how far it pushes the wanted way", () => {
    const patch = labD65(60, 20, 30);
    const ranked = rankSurrounds(
      patch,
      [0, 10, 20],
      [labD65(60, 20, 30), labD65(40, -10, -40), labD65(70, 40, 60)],
    );
    expect(ranked.map(({ place }) => place)).toEqual([1, 0, 2]);
    expect(ranked[0]?.towards ?? 0).toBeGreaterThan(0);
    expect(ranked[2]?.towards ?? 0).toBeLessThan(0);
    expect(() => rankSurrounds(patch, [0, 0, 0], [])).toThrow(RangeError);
  });
});
