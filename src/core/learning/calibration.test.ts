import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { CONDITIONS } from "../../../tests/support/simulatedBench";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { simulateTube, USUAL_DEVIATION } from "../../devices/simulatedPaint";
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { type Film, mixtureReflectance } from "../mixing/mixture";
import { createRng } from "../random/rng";
import { labFromReflectance } from "../spectrum/colorimetry";
import { GRID_10NM, type OpticalModel, type Reflectance } from "../spectrum/types";
import { calibrateTube, type TubeReading } from "./calibrateTube";
import type { Evidence, MixPart } from "./evidence";
import { learnTubes } from "./learnTubes";
import { adviseReadings } from "./readingAdvice";
import { figure, sized, thinned } from "../../../tests/support/study";

const WHITE = pigment("titanium-white").optics;
const BENCH = { white: WHITE, view: VIEWING.D65, surface: PAINT_SURFACE };

/** The colour of one part of a tube in so many parts of white, opaque or as a film. */
function seen(tube: OpticalModel, whiteParts: number, film?: Film): Reflectance {
  return mixtureReflectance(
    [
      { optics: tube, volume: 1 },
      { optics: WHITE, volume: whiteParts },
    ],
    PAINT_SURFACE,
    film,
  );
}

function labOf(reflectance: Reflectance): LabD65 {
  return labFromReflectance(reflectance, VIEWING.D65);
}

function parts(whiteParts: number): MixPart[] {
  const tube = { tube: 1, volume: 1 };
  return whiteParts > 0 ? [tube, { tube: 0, volume: whiteParts }] : [tube];
}

/** How far a colour is from white, in CIELAB units: what a tube's strength is judged by. */
function depthOf([l, a, b]: LabD65): number {
  const [whiteL, whiteA, whiteB] = labOf(mixtureReflectance([{ optics: WHITE, volume: 1 }], PAINT_SURFACE));
  return Math.hypot(l - whiteL, a - whiteA, b - whiteB);
}

/** Parts of white in which a tube is so deep. */
function whiteForDepth(tube: OpticalModel, depth: number): number {
  let low = 0.01;
  let high = 1000;
  for (let step = 0; step < 60; step++) {
    const middle = Math.sqrt(low * high);
    if (depthOf(labOf(seen(tube, middle))) > depth) low = middle;
    else high = middle;
  }
  return low;
}

/** What is hardly darker than white has no strength that could be read from a tint. */
const COLOURS = PIGMENT_MODELS.filter(
  ({ typicalTint }) => typicalTint !== undefined && depthOf(typicalTint.lab) > 15,
);

const OTHERS = ["ivory-black", "ultramarine-blue", "cadmium-red-light", "yellow-ochre", "viridian"].map(
  (id) => pigment(id).optics,
);

/** CIELAB of a paint that is known and one that was learned, equal volumes, in four parts of white. */
function mixedWith(known: OpticalModel, learned: OpticalModel): LabD65 {
  return labOf(
    mixtureReflectance(
      [
        { optics: WHITE, volume: 4 },
        { optics: known, volume: 1 },
        { optics: learned, volume: 1 },
      ],
      PAINT_SURFACE,
    ),
  );
}

describe("calibration of one tube", () => {
  it("finds its strength within 15 % from a masstone and one tint, each read 1 L* too light or too dark", () => {
    const errors: number[] = [];
    for (const { optics } of thinned(COLOURS, 5)) {
      for (const strength of [0.75, 0.9, 1.1, 1.3]) {
        const truth = { ...optics, absorption: Array.from(optics.absorption, (k) => k * strength) };
        for (const [inMasstone, inTint] of [
          [1, 1],
          [1, -1],
          [-1, 1],
          [-1, -1],
        ] as const) {
          const readings = [
            { whiteParts: 0, error: inMasstone },
            { whiteParts: 10, error: inTint },
          ].map(({ whiteParts, error }): TubeReading => {
            const [l, a, b] = labOf(seen(truth, whiteParts));
            return { whiteParts, lab: labD65(l + error, a, b), uncertaintyDeltaE2000: 0.7 };
          });
          // As the application does it: the white and the surface are taken as they are believed.
          const { optics: found } = calibrateTube(optics, readings, BENCH);
          const tint = seen(found, 9);
          errors.push(Math.abs(whiteForDepth(truth, depthOf(labOf(tint))) / 9 - 1));
        }
      }
    }
    figure(
      "tube test, L* misread by 1: share of strengths within 15 %",
      errors.filter((error) => error < 0.15).length / errors.length,
      {
        least: 0.99,
      },
    );
    figure("tube test, L* misread by 1: largest error of strength", Math.max(...errors), { most: 0.18 });
  });

  it("knows mixtures with other paints better from a spectrum than from three numbers", () => {
    const misses = { lab: [] as number[], spectrum: [] as number[] };
    for (const [seed, { optics }] of [8, 9, 10]
      .slice(0, sized(1, 3))
      .flatMap((seed) => COLOURS.map((model) => [seed, model] as const))) {
      const rng = createRng(100 * seed + COLOURS.findIndex((model) => model.optics === optics));
      const truth = simulateTube(optics, USUAL_DEVIATION, rng);
      const evidence = [0, 4].map(
        (whiteParts): Evidence & { readonly spectrum: NonNullable<Evidence["spectrum"]> } => {
          const reflectance = seen(truth, whiteParts);
          const noisy = {
            grid: GRID_10NM,
            values: Array.from(reflectance.values, (value) => Math.max(0.001, value + 0.003 * rng.normal())),
          };
          return {
            parts: parts(whiteParts),
            lab: labOf(noisy),
            uncertaintyDeltaE2000: 0.4,
            spectrum: { reflectance: noisy, uncertainty: 0.003 },
          };
        },
      );
      const withoutSpectra = evidence.map(
        ({ parts: mixed, lab, uncertaintyDeltaE2000 }): Evidence => ({
          parts: mixed,
          lab,
          uncertaintyDeltaE2000,
        }),
      );
      for (const [kind, given] of [
        ["spectrum", evidence],
        ["lab", withoutSpectra],
      ] as const) {
        const [, learned = optics] = learnTubes([WHITE, optics], given, CONDITIONS).tubes;
        for (const other of OTHERS)
          misses[kind].push(deltaE2000(mixedWith(other, truth), mixedWith(other, learned)));
      }
    }
    const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
    expect(mean(misses.spectrum)).toBeLessThan(mean(misses.lab));
  });

  it("learns from a drawdown over white and black what no opaque layer shows", () => {
    const ground = (value: number): Reflectance => ({
      grid: GRID_10NM,
      values: new Array<number>(GRID_10NM.count).fill(value),
    });
    const rng = createRng(21);
    let better = 0;
    const tubes = COLOURS.slice(0, 16);
    for (const { optics } of tubes) {
      const truth = simulateTube(optics, USUAL_DEVIATION, rng);
      const films = [0.9, 0.03].map((value) => ({ thickness: 0.4, ground: ground(value) }));
      const reading = (whiteParts: number, film?: Film): Evidence => ({
        parts: parts(whiteParts),
        lab: labOf(seen(truth, whiteParts, film)),
        uncertaintyDeltaE2000: 0.4,
        ...(film && { film }),
      });
      const wash = { thickness: 0.15, ground: ground(0.8) };
      const missOf = (evidence: readonly Evidence[]): number => {
        const learned = learnTubes([WHITE, optics], evidence, CONDITIONS);
        return deltaE2000(labOf(seen(truth, 0, wash)), labOf(seen(learned.tubes[1] ?? optics, 0, wash)));
      };
      const opaque = [reading(0), reading(4)];
      if (missOf([...opaque, ...films.map((film) => reading(0, film))]) < missOf(opaque)) better++;
    }
    expect(better).toBeGreaterThanOrEqual(13);
  });
});

describe("adviseReadings", () => {
  const tubes = [WHITE, pigment("phthalo-blue-gs").optics];
  const possible = [0, 1, 4, 9, 30].map((whiteParts) => ({
    parts: parts(whiteParts),
    uncertaintyDeltaE2000: 0.5,
  }));
  const probes = [1, 4, 9, 30].map(parts);

  it("foretells the spread that the readings then leave", () => {
    const advice = adviseReadings(tubes, [], possible, probes, CONDITIONS);
    expect(advice.next.length).toBeGreaterThan(1);
    // A tube as far from its model as is usual: one that is nearer teaches that all are nearer.
    const truth = simulateTube(tubes[1] ?? WHITE, USUAL_DEVIATION, createRng(22));
    const evidence: Evidence[] = [];
    for (const { reading, spreadAfter } of advice.next) {
      const taken = possible[reading];
      if (!taken) throw new Error("no such reading");
      const mixture = seen(truth, taken.parts[1]?.volume ?? 0);
      evidence.push({ ...taken, lab: labOf(mixture) });
      const learned = learnTubes(tubes, evidence, CONDITIONS);
      const spread = probes.reduce((sum, probe) => sum + learned.spreadOf(probe), 0) / probes.length;
      // Learning weighs readings that fit well a little more than advice does, and a tube that turns out as near to
      // its model as this one teaches that the box is so.
      expect(spread).toBeLessThan(spreadAfter * 1.02);
      expect(spread).toBeGreaterThan(spreadAfter * 0.6);
    }
  });

  it("narrows with each reading and stops when another would not help", () => {
    const { spreadNow, next } = adviseReadings(tubes, [], possible, probes, CONDITIONS);
    const spreads = [spreadNow, ...next.map((entry) => entry.spreadAfter)];
    for (let i = 1; i < spreads.length; i++) expect(spreads[i]).toBeLessThan(spreads[i - 1] ?? 0);
    const evidence = possible.flatMap((reading) =>
      [1, 2, 3].map(() => ({
        ...reading,
        uncertaintyDeltaE2000: 0.2,
        lab: labOf(seen(tubes[1] ?? WHITE, reading.parts[1]?.volume ?? 0)),
      })),
    );
    expect(adviseReadings(tubes, evidence, possible, probes, CONDITIONS).next).toEqual([]);
  });
});
