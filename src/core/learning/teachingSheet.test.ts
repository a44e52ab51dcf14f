/** One small sheet that teaches a whole box: chosen by what it will tell, read from a photo or by an instrument. */
import { describe, expect, it } from "vitest";
import {
  BOX_OF_EIGHT,
  CONDITIONS,
  type SimulatedBox,
  simulateBox,
} from "../../../tests/support/simulatedBench";
import { figure, seeded, sized } from "../../../tests/support/study";
import { deltaE2000 } from "../color/ciede2000";
import { labFromLinearSrgb, linearSrgbFromLab } from "../color/srgb";
import { type LabD65, labD65, linearSrgb } from "../color/types";
import { createRng, type Rng } from "../random/rng";
import type { Evidence, MixPart } from "./evidence";
import { learnTubes } from "./learnTubes";
import { teachingSheet } from "./teachingSheet";

const CELLS = 24;
const DOSE_ERROR = 0.05;
/** Of one cell, CIELAB, and of the whole photo's light, log of each channel. */
const PHOTO = { noise: 0.8, light: 0.03, uncertainty: 1.2 } as const;
const INSTRUMENT = { noise: 0.2, light: 0, uncertainty: 0.4 } as const;
const MIXTURES = 60;

function photographed(lab: LabD65, gains: readonly number[], noise: number, rng: Rng): LabD65 {
  const [red, green, blue] = linearSrgbFromLab(lab);
  const [l, a, b] = labFromLinearSrgb(
    linearSrgb(red * (gains[0] ?? 1), green * (gains[1] ?? 1), blue * (gains[2] ?? 1)),
  );
  return labD65(l + noise * rng.normal(), a + noise * rng.normal(), b + noise * rng.normal());
}

/** Error of mixtures after a sheet was painted and read, against that before. */
function errorsAfter(
  box: SimulatedBox,
  cells: readonly (readonly MixPart[])[],
  read: typeof PHOTO | typeof INSTRUMENT,
  mixtures: readonly MixPart[][],
  rng: Rng,
): { readonly before: number; readonly after: number; readonly afterAt90: number } {
  const gains = [0, 1, 2].map(() => Math.exp(read.light * rng.normal()));
  const isPhoto = read.light > 0;
  const evidence = cells.map((parts): Evidence => {
    const laid = parts.map((part) => ({
      ...part,
      volume: part.volume * Math.exp(DOSE_ERROR * rng.normal()),
    }));
    return {
      parts,
      lab: photographed(box.trueLab(laid), gains, read.noise, rng),
      uncertaintyDeltaE2000: read.uncertainty,
      doseErrors: parts.map(() => DOSE_ERROR),
      ...(isPhoto && { photo: 0 }),
    };
  });
  const learned = learnTubes(box.generic, evidence, CONDITIONS);
  const untaught = learnTubes(box.generic, [], CONDITIONS);
  const missesOf = (labOf: (parts: readonly MixPart[]) => LabD65): readonly number[] =>
    mixtures.map((parts) => deltaE2000(labOf(parts), box.trueLab(parts)));
  const [before, after] = [missesOf(untaught.labOf), missesOf(learned.labOf)];
  return { before: median(before), after: median(after), afterAt90: at(after, 0.9) };
}

const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;
const at = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.floor(share * (values.length - 1))] ?? Number.NaN;

const sheetOf = (box: SimulatedBox, isPhoto: boolean, count = CELLS) =>
  teachingSheet(
    {
      tubes: box.generic,
      white: 0,
      evidence: [],
      count,
      uncertaintyDeltaE2000: isPhoto ? PHOTO.uncertainty : INSTRUMENT.uncertainty,
      doseError: DOSE_ERROR,
      isPhoto,
    },
    CONDITIONS,
  );

describe("the sheet that teaches most", () => {
  it("has so many cells, each another mixture, and narrows what is believed with each of them", () => {
    const box = simulateBox(BOX_OF_EIGHT, createRng(3));
    const sheets = [8, 16, 24].map((count) => sheetOf(box, true, count));
    for (const [i, { cells, spreadBefore, spreadAfter }] of sheets.entries()) {
      expect(cells).toHaveLength([8, 16, 24][i] ?? 0);
      expect(new Set(cells.map((parts) => JSON.stringify(parts))).size).toBe(cells.length);
      expect(spreadAfter).toBeLessThan(spreadBefore);
      expect(spreadAfter).toBeLessThan(sheets[i - 1]?.spreadAfter ?? spreadBefore);
    }
    const tubes = new Set(sheets[2]?.cells.flatMap((parts) => parts.map(({ tube }) => tube)));
    expect(tubes.size).toBe(BOX_OF_EIGHT.length);
  });

  it("asks less of what is known: a tube that was read three times is left to the others", () => {
    const box = simulateBox(BOX_OF_EIGHT, createRng(3));
    const evidence = [0, 1, 5].map((white): Evidence => {
      const parts = [{ tube: 2, volume: 1 }, ...(white > 0 ? [{ tube: 0, volume: white }] : [])];
      return { parts, lab: box.trueLab(parts), uncertaintyDeltaE2000: 0.3 };
    });
    const plain = {
      tubes: box.generic,
      white: 0,
      count: 12,
      uncertaintyDeltaE2000: 1,
      doseError: 0.05,
      isPhoto: true,
    };
    const holding = (known: readonly Evidence[]): number =>
      teachingSheet({ ...plain, evidence: known }, CONDITIONS).cells.filter((parts) =>
        parts.some(({ tube }) => tube === 2),
      ).length;
    expect(holding(evidence)).toBeLessThan(holding([]));
  });

  it("is for boxes of one tube, without white, and refuses none", () => {
    const box = simulateBox(BOX_OF_EIGHT, createRng(3));
    const plain = { evidence: [], uncertaintyDeltaE2000: 1, doseError: 0.05, isPhoto: false };
    const [, one] = box.generic;
    if (!one) throw new Error("no tube");
    expect(
      teachingSheet({ ...plain, tubes: [one], white: undefined, count: 24 }, CONDITIONS).cells,
    ).toHaveLength(1);
    expect(() => teachingSheet({ ...plain, tubes: [], white: undefined, count: 8 }, CONDITIONS)).toThrow(
      RangeError,
    );
    expect(() => teachingSheet({ ...plain, tubes: [one], white: undefined, count: 0 }, CONDITIONS)).toThrow(
      RangeError,
    );
  });

  it("brings mixtures of the whole box nearer, read from a photo or by an instrument", () => {
    const ratios = { photo: [] as number[], instrument: [] as number[] };
    for (let i = 0; i < sized(3, 20); i++) {
      const { box, mixtures, noise } = trialOf(i);
      for (const kind of ["photo", "instrument"] as const) {
        const cells = sheetOf(box, kind === "photo").cells;
        const read = kind === "photo" ? PHOTO : INSTRUMENT;
        const { before, after } = errorsAfter(box, cells, read, mixtures, noise());
        ratios[kind].push(after / before);
      }
    }
    figure(
      "charts: mixture error after one sheet of 24 by photo, of that before, median",
      median(ratios.photo),
      { most: 0.4 },
    );
    figure("charts: the same by colorimeter", median(ratios.instrument), { most: 0.25 });
  });

  // A few boxes say nothing here: random sheets differ more from each other than from a good one.
  it.skipIf(sized(1, 0) === 1)("leaves less error than sheets of any other cells", () => {
    const less = { median: [] as number[], at90: [] as number[] };
    for (let i = 0; i < 20; i++) {
      const { box, mixtures, noise } = trialOf(i);
      const own = errorsAfter(box, sheetOf(box, true).cells, PHOTO, mixtures, noise());
      for (let j = 0; j < 3; j++) {
        const random = Array.from({ length: CELLS }, () => box.randomMix());
        const other = errorsAfter(box, random, PHOTO, mixtures, noise());
        less.median.push(1 - own.after / other.after);
        less.at90.push(1 - own.afterAt90 / other.afterAt90);
      }
    }
    figure(
      "charts: median error left by the proposed sheet, less than by a random one, mean of boxes",
      meanOf(less.median),
      { least: 0.12 },
    );
    figure("charts: the same of the error at the 90th percentile", meanOf(less.at90), { least: 0.2 });
  });
});

function trialOf(i: number) {
  const box = simulateBox(BOX_OF_EIGHT, createRng(seeded(700 + i)));
  return {
    box,
    mixtures: Array.from({ length: MIXTURES }, () => box.randomMix()),
    /** The same for every sheet of this box. */
    noise: () => createRng(seeded(900 + i)),
  };
}
