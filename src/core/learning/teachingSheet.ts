/**
 * The small sheet that teaches most about a box: which mixtures to paint, chosen before any is painted.
 *
 * Near the solution a reading adds AᵀA to the normal matrix whatever it will show (A: the slopes of its residuals in
 * standard deviations). Cells are chosen one by one. With P the covariance of what is believed, and M = Σ Cᵀ C over
 * mixtures that matter (C: slopes of their colours), a cell narrows them by
 *
 *   tr(S⁻¹ A P M P Aᵀ),   S = I + A P Aᵀ;     after it is taken, P becomes P - P Aᵀ S⁻¹ A P
 *
 * Source: V. V. Fedorov, Theory of Optimal Experiments (1972), chapter 3, for the one-by-one choice by a linear criterion.
 */
import { num, squareOf, zeros } from "../numbers";
import { CholeskyFactor } from "../optimize/solveSymmetric";
import type { OpticalModel } from "../spectrum/types";
import { BoxModel, type LearningConditions } from "./boxModel";
import type { Evidence, MixPart } from "./evidence";
import { USUAL_SCALES } from "./learnTubes";
import { partOf } from "./partOf";
import type { SparseRows } from "./sparseRows";

export type TeachingQuestion = {
  /** As they are believed now. */
  readonly tubes: readonly OpticalModel[];
  /** Place of the white among them; undefined without one. */
  readonly white: number | undefined;
  /** Places of those that may be painted; all of them when it is left out. */
  readonly offered?: readonly number[];
  /** What has been read of them. */
  readonly evidence: readonly Evidence[];
  /** How many cells, >= 1. */
  readonly count: number;
  /** Of a cell's reading, one standard deviation, ΔE00, > 0. */
  readonly uncertaintyDeltaE2000: number;
  /** One standard deviation of a dose, as a share of it. */
  readonly doseError: number;
  /** All cells are read from one photo, whose light is wrong for all alike. */
  readonly isPhoto: boolean;
};

export type TeachingSheet = {
  readonly cells: readonly (readonly MixPart[])[];
  /** ΔE00, one standard deviation, averaged over the mixtures that matter: as things are, and once it is painted. */
  readonly spreadBefore: number;
  readonly spreadAfter: number;
};

/** Strength of white against one of the colouring, in volume times strength. */
const TINT_STRENGTHS = [0, 1, 4, 16] as const;
const PAIRED = [
  [1, 1],
  [3, 1],
  [1, 3],
] as const;
const PAIR_TINTS = [0, 2, 8] as const;
/** More mixtures tell no more of what matters. */
const MOST_PROBES = 90;
const PROBE_TINTS = [0, 4] as const;

/** @throws RangeError for no tube or no cell. */
export function teachingSheet(question: TeachingQuestion, conditions: LearningConditions): TeachingSheet {
  const { tubes, evidence, count, uncertaintyDeltaE2000, doseError, isPhoto } = question;
  if (tubes.length === 0 || count < 1) throw new RangeError("A sheet needs a tube and a cell");
  const involved = tubes.map((_, tube) => tube).filter((tube) => conditions.fixed?.includes(tube) !== true);
  const older = 1 + Math.max(-1, ...evidence.map(({ photo = -1 }) => photo));
  const model = new BoxModel(tubes, involved, { ...conditions, photos: older + (isPhoto ? 1 : 0) });
  const { zero } = model;
  const { normal } = model.equations(
    evidence,
    evidence.map(() => 1),
    zero,
    USUAL_SCALES,
  );
  const belief = new Covariances(normal);
  const candidates = candidatesOf(question).map((parts) => ({
    parts,
    // The colour does not matter for the slopes; the prediction itself stands in for it.
    row: rowOf(
      model.residualRows(
        {
          parts,
          lab: model.lab(parts, zero),
          uncertaintyDeltaE2000,
          doseErrors: parts.map(() => doseError),
          ...(isPhoto && { photo: older }),
        },
        zero,
        USUAL_SCALES,
      ),
    ),
  }));
  const probes = probesOf(question).map((parts) => rowOf(model.colorRows(parts, zero)));
  const spreadBefore = belief.meanSpread(probes);
  const weights = weightsOf(probes, zero.length);
  const cells: (readonly MixPart[])[] = [];
  const left = new Set(candidates);
  while (cells.length < count && left.size > 0) {
    const matters = belief.whatMatters(weights);
    let best: { readonly of: (typeof candidates)[number]; readonly gain: number } | undefined;
    for (const candidate of left) {
      const gain = belief.gainOf(candidate.row, matters);
      if (gain > (best?.gain ?? Number.NEGATIVE_INFINITY)) best = { of: candidate, gain };
    }
    if (!best) break;
    left.delete(best.of);
    cells.push(best.of.parts);
    belief.take(best.of.row);
  }
  return { cells, spreadBefore, spreadAfter: belief.meanSpread(probes) };
}

/** Each tube alone and let down with white; each pair in three ratios, as it is and let down. */
function candidatesOf({
  tubes,
  white,
  offered = [...tubes.keys()],
}: TeachingQuestion): readonly (readonly MixPart[])[] {
  const part = partOf(tubes);
  const tinted = (parts: readonly MixPart[], strength: number): readonly MixPart[] =>
    strength > 0 && white !== undefined ? [...parts, part(white, strength)] : parts;
  const coloured = offered.filter((tube) => tube !== white);
  const tints = white === undefined ? [0] : TINT_STRENGTHS;
  const pairTints = white === undefined ? [0] : PAIR_TINTS;
  return [
    ...(white === undefined ? [] : [[part(white, 1)]]),
    ...coloured.flatMap((tube) => tints.map((strength) => tinted([part(tube, 1)], strength))),
    ...coloured.flatMap((one, i) =>
      coloured
        .slice(i + 1)
        .flatMap((other) =>
          PAIRED.flatMap(([x, y]) =>
            pairTints.map((strength) => tinted([part(one, x / (x + y)), part(other, y / (x + y))], strength)),
          ),
        ),
    ),
  ];
}

/** Pairs of tubes at equal strength, as they are and pale; of a single tube its tints. */
function probesOf({
  tubes,
  white,
  offered = [...tubes.keys()],
}: TeachingQuestion): readonly (readonly MixPart[])[] {
  const part = partOf(tubes);
  const coloured = offered.filter((tube) => tube !== white);
  const tints = white === undefined ? [0] : PROBE_TINTS;
  const bases =
    coloured.length > 1
      ? coloured.flatMap((one, i) => coloured.slice(i + 1).map((other) => [part(one, 0.5), part(other, 0.5)]))
      : coloured.map((tube) => [part(tube, 1)]);
  const all = bases.flatMap((base) =>
    tints.map((strength) => (strength > 0 && white !== undefined ? [...base, part(white, strength)] : base)),
  );
  const every = Math.ceil(all.length / MOST_PROBES);
  const probes = all.filter((_, i) => i % every === 0);
  return probes.length > 0 ? probes : offered.map((tube) => [part(tube, 1)]);
}

/** Rows of slopes as the sums below read them. */
type Row = {
  readonly columns: Int32Array;
  readonly rows: readonly Float64Array[];
  /** Variance by what no evidence speaks of, whatever is painted. */
  readonly free: number;
};

function rowOf({ columns, rows, free }: SparseRows): Row {
  return {
    columns: Int32Array.from(columns),
    rows: rows.map((row) => Float64Array.from(row)),
    free: squareOf(free.flat()),
  };
}

/** Σ Cᵀ C: by variance, so that the worst mixtures count most. */
function weightsOf(probes: readonly Row[], size: number): readonly Float64Array[] {
  const weights = Array.from({ length: size }, () => zeros(size));
  for (const { rows, columns } of probes)
    for (const row of rows)
      for (const [i, place] of columns.entries()) {
        const line = weights[place];
        if (!line) continue;
        for (const [j, other] of columns.entries())
          line[other] = num(line[other]) + num(row[i]) * num(row[j]);
      }
  return weights;
}

/** The covariance of what is believed, as cells are taken one by one. */
class Covariances {
  private readonly matrix: readonly Float64Array[];

  constructor(normal: readonly (readonly number[])[]) {
    const known = CholeskyFactor.of(normal);
    if (!known) throw new RangeError("What was read of these tubes has no finite colour");
    this.matrix = normal.map((_, i) =>
      Float64Array.from(known.solve(normal.map((__, j) => (i === j ? 1 : 0)))),
    );
  }

  /** Of the colour of a mixture, its variance over the three axes. */
  private varianceOf(probe: Row): number {
    return squared(this.matrix, probe).reduce((sum, row, i) => sum + num(row[i]), probe.free);
  }

  meanSpread(probes: readonly Row[]): number {
    return probes.reduce((sum, probe) => sum + Math.sqrt(this.varianceOf(probe)), 0) / probes.length;
  }

  /** P M P. */
  whatMatters(weights: readonly Float64Array[]): readonly Float64Array[] {
    return times(times(this.matrix, weights), this.matrix);
  }

  gainOf(cell: Row, matters: readonly Float64Array[]): number {
    const known = CholeskyFactor.of(withOnes(squared(this.matrix, cell)));
    if (!known) return 0;
    const narrowed = squared(matters, cell);
    return narrowed.reduce((sum, row, i) => sum + num(known.solve(row)[i]), 0);
  }

  take(cell: Row): void {
    const known = CholeskyFactor.of(withOnes(squared(this.matrix, cell)));
    if (!known) return;
    // P Aᵀ, a line for each parameter.
    const moved = this.matrix.map((line) => cell.rows.map((row) => along(line, cell.columns, row)));
    for (const [i, line] of this.matrix.entries()) {
      const solved = known.solve(moved[i] ?? []);
      for (let j = 0; j < line.length; j++) {
        const other = moved[j];
        line[j] = num(line[j]) - solved.reduce((sum, value, r) => sum + value * num(other?.[r]), 0);
      }
    }
  }
}

/** A M Aᵀ. */
function squared(matrix: readonly Float64Array[], { columns, rows }: Row): number[][] {
  const out = rows.map(() => rows.map(() => 0));
  for (const [i, place] of columns.entries()) {
    const line = matrix[place];
    if (!line) continue;
    for (const [s, row] of rows.entries()) {
      const sum = along(line, columns, row);
      for (const [r, other] of rows.entries()) {
        const target = out[r];
        if (target) target[s] = num(target[s]) + num(other[i]) * sum;
      }
    }
  }
  return out;
}

/** Indices stay inside the matrix, so that no bound is checked here: most of the time is spent in it. */
function along(line: Float64Array, columns: Int32Array, row: Float64Array): number {
  let sum = 0;
  for (let j = 0; j < columns.length; j++) sum += (line[columns[j] as number] as number) * (row[j] as number);
  return sum;
}

function withOnes(matrix: readonly (readonly number[])[]): number[][] {
  return matrix.map((row, i) => row.map((value, j) => value + (i === j ? 1 : 0)));
}

function times(a: readonly Float64Array[], b: readonly Float64Array[]): readonly Float64Array[] {
  return a.map((line) => {
    const out = zeros(line.length);
    for (let k = 0; k < line.length; k++) {
      const [factor, other] = [line[k] as number, b[k]];
      if (factor === 0 || !other) continue;
      for (let j = 0; j < out.length; j++) out[j] = (out[j] as number) + factor * (other[j] as number);
    }
    return out;
  });
}
