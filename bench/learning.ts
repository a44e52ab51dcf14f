/** How well the engine knows paint that it has never seen: simulated true tubes against generic models. */
import { DEFAULT_SIZES } from "../src/core/amounts/amounts";
import { deltaE2000 } from "../src/core/color/ciede2000";
import { nextAddition } from "../src/core/correct/nextAddition";
import { leadingAxis } from "../src/core/correct/safeDose";
import { threeWayDifference } from "../src/core/describe/difference";
import type { Evidence } from "../src/core/learning/evidence";
import { learnTubes } from "../src/core/learning/learnTubes";
import { createRng } from "../src/core/random/rng";
import {
  BOX_OF_EIGHT,
  closeLoop,
  CONDITIONS,
  eyeReader,
  instrumentReader,
  type Reader,
  type SimulatedBox,
  simulateBox,
} from "../tests/support/simulatedBench";
import { quickest } from "./quickest";
import { type Figure, quantile } from "./report";

const NOISE = 0.25;
const BOXES = 20;
const TRIALS = 30;
const TUBES = BOX_OF_EIGHT.map((_, tube) => tube);

function readOf(
  box: SimulatedBox,
  reader: Reader,
  parts: Evidence["parts"],
  target = box.trueLab(parts),
): Evidence {
  return {
    parts,
    lab: reader.read(box.trueLab(parts), target),
    uncertaintyDeltaE2000: reader.uncertaintyDeltaE2000,
  };
}

export function predictionFigures(): Figure[] {
  const rng = createRng(501);
  const instrument = instrumentReader(NOISE, rng);
  const eye = eyeReader(rng);
  const tints = (box: SimulatedBox, whites: readonly number[]): Evidence[] =>
    TUBES.flatMap((tube) =>
      (tube === 0 ? [0] : whites).map((white) =>
        readOf(
          box,
          instrument,
          white > 0
            ? [
                { tube, volume: 1 },
                { tube: 0, volume: white },
              ]
            : [{ tube, volume: 1 }],
        ),
      ),
    );
  const kinds: Readonly<Record<string, (box: SimulatedBox) => Evidence[]>> = {
    generic: () => [],
    oneTint: (box) => tints(box, [8]),
    threeReadings: (box) => tints(box, [0, 3, 16]),
    piles: (box) => Array.from({ length: 15 }, () => readOf(box, instrument, box.randomMix())),
    eyePiles: (box) =>
      Array.from({ length: 15 }, () => {
        const parts = box.randomMix();
        return readOf(box, eye, parts, box.predictedLab(box.generic, parts));
      }),
  };
  const misses: Record<string, number[]> = {};
  let inside = 0;
  let scored = 0;
  for (let i = 0; i < BOXES; i++) {
    const box = simulateBox(BOX_OF_EIGHT, rng);
    const mixes = Array.from({ length: TRIALS }, () => box.randomMix());
    for (const [kind, evidenceOf] of Object.entries(kinds)) {
      const learned = learnTubes(box.generic, evidenceOf(box), CONDITIONS);
      for (const mix of mixes) {
        const miss = deltaE2000(box.trueLab(mix), box.predictedLab(learned.tubes, mix));
        (misses[kind] ??= []).push(miss);
        if (kind === "piles") {
          scored++;
          if (miss <= learned.bandOf(mix)) inside++;
        }
      }
    }
  }
  const median = (kind: string): number => quantile(misses[kind] ?? [], 0.5);
  return [
    {
      what: "mixtures of true tubes, generic models, median",
      measured: median("generic"),
      unit: "ΔE00",
      atMost: 4,
    },
    { what: "the same after one tint each", measured: median("oneTint"), unit: "ΔE00", atMost: 1.5 },
    {
      what: "the same after masstone and two tints each",
      measured: median("threeReadings"),
      unit: "ΔE00",
      atMost: 0.9,
    },
    {
      what: "error after 15 piles by instrument, of the error before",
      measured: median("piles") / median("generic"),
      unit: "",
      atMost: 1 / 3,
    },
    {
      what: "error after 15 piles by eye, of the error before",
      measured: median("eyePiles") / median("generic"),
      unit: "",
      atMost: 0.6,
    },
    { what: "truths inside the stated 90 % band", measured: inside / scored, unit: "", atLeast: 0.85 },
  ];
}

export function correctionFigures(): Figure[] {
  const loops = (reader: "instrument" | "eye", count: number) => {
    const rng = createRng(601);
    const read = reader === "instrument" ? instrumentReader(NOISE, rng) : eyeReader(rng);
    return Array.from({ length: count }, () => {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const target = box.trueLab(box.randomMix());
      return closeLoop(box, target, read, {
        mostAdditions: reader === "instrument" ? 3 : 4,
        toleranceDeltaE2000: reader === "instrument" ? 0.8 : 1.5,
        dosingError: 0.03,
        rng,
      });
    });
  };
  const instrument = loops("instrument", 200);
  const eye = loops("eye", 200);
  const share = (results: typeof eye, limit: number): number =>
    results.filter(({ misses }) => (misses.at(-1) ?? Number.NaN) <= limit).length / results.length;
  const grown = instrument.filter(({ growth }) => growth <= 2.3).length / instrument.length;
  return [
    {
      what: "loop by instrument: within ΔE00 1.5 in at most 3 additions",
      measured: share(instrument, 1.5),
      unit: "",
      atLeast: 0.9,
    },
    { what: "loop by instrument: pile grown at most 2.3 times", measured: grown, unit: "", atLeast: 0.9 },
    {
      what: "loop by eye: within ΔE00 3 in at most 4 additions",
      measured: share(eye, 3),
      unit: "",
      atLeast: 0.8,
    },
    {
      what: "additions that cross the target, strengths wrong by up to 30 %",
      measured: crossingShare(1000),
      unit: "",
      atMost: 0.05,
    },
  ];
}

const ADDITIONS = 50;
const WARM_UP = 10;

/** The next addition to piles of eight hidden tubes, laid in parts, with the risk of each dose. */
export function additionFigures(): Figure[] {
  const rng = createRng(801);
  const eye = eyeReader(rng);
  const tasks = Array.from({ length: ADDITIONS }, () => {
    const box = simulateBox(BOX_OF_EIGHT, rng);
    const parts = box.randomMix();
    const target = box.trueLab(box.randomMix());
    const query = {
      tubes: box.generic,
      allowed: TUBES,
      parts,
      evidence: [readOf(box, eye, parts, target)],
      target,
      toleranceDeltaE2000: 1.5,
      strengthError: 0.3,
      maxTubes: 3,
      dosing: { unit: "parts", sizes: DEFAULT_SIZES },
    } as const;
    return (): void => {
      nextAddition(query, CONDITIONS);
    };
  });
  for (const task of tasks.slice(0, WARM_UP)) task();
  const { times, unrest } = quickest(tasks.slice(WARM_UP));
  return [
    {
      what: "next addition with risk, laid in parts, median",
      measured: quantile(times, 0.5),
      unit: "ms",
      atMost: 40,
    },
    { what: "the same, 95th percentile", measured: quantile(times, 0.95), unit: "ms" },
    unrest,
  ];
}

function crossingShare(count: number): number {
  const rng = createRng(701);
  let done = 0;
  let crossings = 0;
  while (done < count) {
    const box = simulateBox(BOX_OF_EIGHT, rng);
    const parts = box.randomMix();
    const place = rng.below(parts.length);
    const wanted = parts.map((part, i) =>
      i === place ? { ...part, volume: part.volume * rng.between(1.2, 2.5) } : part,
    );
    const target = box.predictedLab(box.generic, wanted);
    const answer = nextAddition(
      {
        tubes: box.generic,
        allowed: TUBES,
        parts,
        evidence: [],
        target,
        toleranceDeltaE2000: 1,
        strengthError: 0.3,
        maxTubes: 3,
      },
      CONDITIONS,
    );
    const [addition] = answer.advice === "add" ? answer.additions : [];
    if (!addition) continue;
    done++;
    const real = addition.parts.map((part) => ({ ...part, volume: part.volume * rng.between(0.7, 1.3) }));
    const before = threeWayDifference(target, answer.advice === "add" ? answer.pile : target);
    const after = threeWayDifference(target, box.predictedLab(box.generic, [...parts, ...real]));
    const axis = leadingAxis(before);
    if (Math.sign(after[axis]) === -Math.sign(before[axis])) crossings++;
  }
  return crossings / count;
}
