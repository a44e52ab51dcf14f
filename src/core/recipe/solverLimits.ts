/**
 * Hard limits for the subset solver: how far the colour may be off along each of a painter's three axes, how
 * large a tube's share may become, how thick a film may be. Each limit that is broken adds a steep residual;
 * it starts a little before the limit, so that what is left of the breach at the solution stays inside.
 */
import type { LabD65 } from "../color/types";
import { sumOf, zeros } from "../numbers";

/** Largest absolute differences from the target in CIELAB units: ΔL*, ΔC*, ΔH*. Infinity for no limit. */
export type AxisLimits = {
  readonly lightness: number;
  readonly chroma: number;
  readonly hue: number;
};

export type SolverLimits = {
  readonly axes?: AxisLimits | undefined;
  /** Largest share of the volume by tube, (0, 1]. */
  readonly mostShare?: readonly number[] | undefined;
  /** Tubes that every solution holds, if only a trace that shows. */
  readonly required?: readonly number[] | undefined;
  /** Largest sum of the volumes: the thickest film, in its own unit. */
  readonly mostVolume?: number | undefined;
};

/** Residual per CIELAB unit beyond a limit, and per unit of share or of relative thickness. */
const AXIS_WEIGHT = 40;
const SHARE_WEIGHT = 2000;
/** How far before the limit the cost begins. */
const AXIS_MARGIN = 0.02;
const SHARE_MARGIN = 1e-3;
const LAB_STEP = 1e-4;
/** Breaches up to this are rounding. */
const ROUNDING = 1e-9;

export class LimitCosts {
  /** Rows written by the last {@link writeRows}. */
  rowCount = 0;
  readonly residuals: Float64Array;
  /** Slope of each residual by each volume, [row · capacity + j]. */
  readonly slopes: Float64Array;
  private readonly byLab = zeros(9);
  private readonly now = zeros(3);
  private readonly moved = zeros(3);

  constructor(
    private readonly limits: SolverLimits,
    private readonly capacity: number,
  ) {
    this.residuals = zeros(3 + capacity + 1);
    this.slopes = zeros((3 + capacity + 1) * capacity);
  }

  /** Sum of the squared residuals; zero inside all limits. */
  cost(target: LabD65, lab: Float64Array, tubes: Uint8Array, volumes: Float64Array, count: number): number {
    const { axes, mostShare, mostVolume } = this.limits;
    let cost = 0;
    if (axes) {
      writeAxisExcess(this.now, target, lab, axes);
      for (let axis = 0; axis < 3; axis++) cost += (this.now[axis] as number) ** 2;
    }
    const total = sumOf(volumes, count);
    if (mostShare) {
      for (let j = 0; j < count; j++)
        cost += shareExcess((volumes[j] as number) / total, mostShare[tubes[j] as number]) ** 2;
    }
    if (mostVolume !== undefined) cost += excessOver(total / mostVolume, 1) ** 2;
    return cost;
  }

  /** @param labSlopes - dL*, da*, db* by each volume, as the colour model writes them. */
  writeRows(
    target: LabD65,
    lab: Float64Array,
    labSlopes: Float64Array,
    tubes: Uint8Array,
    volumes: Float64Array,
    count: number,
  ): void {
    const { axes, mostShare, mostVolume } = this.limits;
    const { slopes, capacity } = this;
    this.rowCount = 0;
    if (axes) this.writeAxisRows(target, lab, labSlopes, count, axes);
    const total = sumOf(volumes, count);
    if (mostShare) {
      for (let j = 0; j < count; j++) {
        const share = (volumes[j] as number) / total;
        const excess = shareExcess(share, mostShare[tubes[j] as number]);
        if (excess === 0) continue;
        const row = this.openRow(excess);
        for (let i = 0; i < count; i++)
          slopes[row * capacity + i] = (SHARE_WEIGHT * ((i === j ? 1 : 0) - share)) / total;
      }
    }
    if (mostVolume !== undefined) {
      const excess = excessOver(total / mostVolume, 1);
      if (excess === 0) return;
      const row = this.openRow(excess);
      for (let i = 0; i < count; i++) slopes[row * capacity + i] = SHARE_WEIGHT / mostVolume;
    }
  }

  private writeAxisRows(
    target: LabD65,
    lab: Float64Array,
    labSlopes: Float64Array,
    count: number,
    axes: AxisLimits,
  ): void {
    const { now, moved, byLab, slopes, capacity } = this;
    writeAxisExcess(now, target, lab, axes);
    for (let channel = 0; channel < 3; channel++) {
      const kept = lab[channel] as number;
      lab[channel] = kept + LAB_STEP;
      writeAxisExcess(moved, target, lab, axes);
      lab[channel] = kept;
      for (let axis = 0; axis < 3; axis++)
        byLab[3 * axis + channel] = ((moved[axis] as number) - (now[axis] as number)) / LAB_STEP;
    }
    for (let axis = 0; axis < 3; axis++) {
      if (now[axis] === 0) continue;
      const row = this.openRow(now[axis] as number);
      for (let i = 0; i < count; i++) {
        slopes[row * capacity + i] =
          (byLab[3 * axis] as number) * (labSlopes[3 * i] as number) +
          (byLab[3 * axis + 1] as number) * (labSlopes[3 * i + 1] as number) +
          (byLab[3 * axis + 2] as number) * (labSlopes[3 * i + 2] as number);
      }
    }
  }

  private openRow(residual: number): number {
    const row = this.rowCount++;
    this.residuals[row] = residual;
    return row;
  }
}

/**
 * Whether a finished mixture keeps the limits.
 *
 * @param tubes - indices into the paint table.
 * @param volumes - of each of them, in one unit.
 */
export function keepsLimits(
  { axes, mostShare, mostVolume }: SolverLimits,
  target: LabD65,
  lab: LabD65,
  tubes: readonly number[],
  volumes: readonly number[],
): boolean {
  const total = sumOf(volumes);
  return (
    (!axes || keepsAxes(axes, target, lab)) &&
    volumes.every((volume, j) => volume <= ((mostShare?.[tubes[j] ?? -1] ?? 1) + ROUNDING) * total) &&
    (mostVolume === undefined || total <= mostVolume * (1 + ROUNDING))
  );
}

function keepsAxes(axes: AxisLimits, target: LabD65, lab: LabD65): boolean {
  const differences = zeros(3);
  writeAxisDifferences(differences, target, lab[0], lab[1], lab[2]);
  const [lightness = Number.NaN, chroma = Number.NaN, hue = Number.NaN] = differences;
  return (
    Math.abs(lightness) <= axes.lightness && Math.abs(chroma) <= axes.chroma && Math.abs(hue) <= axes.hue
  );
}

/** Writes ΔL*, ΔC* and ΔH* = 2 √(C₁ C₂) sin(Δh / 2), sample minus target; bare numbers, since searches ask often. */
function writeAxisDifferences(out: Float64Array, target: LabD65, l: number, a: number, b: number): void {
  const targetChroma = Math.sqrt(target[1] * target[1] + target[2] * target[2]);
  const chroma = Math.sqrt(a * a + b * b);
  const turn = Math.atan2(b, a) - Math.atan2(target[2], target[1]);
  out[0] = l - target[0];
  out[1] = chroma - targetChroma;
  // The sine of half a turn changes its sign with a whole one, which the shorter way never takes.
  const shorter = turn > Math.PI ? turn - 2 * Math.PI : turn < -Math.PI ? turn + 2 * Math.PI : turn;
  out[2] = 2 * Math.sqrt(targetChroma * chroma) * Math.sin(shorter / 2);
}

function writeAxisExcess(out: Float64Array, target: LabD65, lab: Float64Array, axes: AxisLimits): void {
  writeAxisDifferences(out, target, lab[0] as number, lab[1] as number, lab[2] as number);
  out[0] = signedExcess(out[0] as number, axes.lightness);
  out[1] = signedExcess(out[1] as number, axes.chroma);
  out[2] = signedExcess(out[2] as number, axes.hue);
}

function signedExcess(difference: number, limit: number): number {
  const beyond = Math.abs(difference) - Math.max(limit - AXIS_MARGIN, limit / 2);
  return beyond > 0 ? AXIS_WEIGHT * Math.sign(difference) * beyond : 0;
}

function excessOver(value: number, most: number): number {
  return SHARE_WEIGHT * Math.max(0, value - Math.max(most - SHARE_MARGIN, most / 2));
}

/** A share cannot exceed one, and a limit of one is none. */
function shareExcess(share: number, most = 1): number {
  return most < 1 ? excessOver(share, most) : 0;
}
