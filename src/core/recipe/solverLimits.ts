/**
 * Hard limits for the subset solver: how far the colour may be off along each of a painter's three axes, how
 * large a tube's share may become, how thick a film may be. Each limit that is broken adds a steep residual;
 * it starts a little before the limit, so that what is left of the breach at the solution stays inside.
 */
import { lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { labD65 } from "../color/types";

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
  private readonly byLab = new Float64Array(9);
  private readonly now = new Float64Array(3);
  private readonly moved = new Float64Array(3);

  constructor(
    private readonly limits: SolverLimits,
    private readonly capacity: number,
  ) {
    this.residuals = new Float64Array(3 + capacity + 1);
    this.slopes = new Float64Array((3 + capacity + 1) * capacity);
  }

  /** Sum of the squared residuals; zero inside all limits. */
  cost(target: LabD65, lab: Float64Array, tubes: Uint8Array, volumes: Float64Array, count: number): number {
    const { axes, mostShare, mostVolume } = this.limits;
    let cost = 0;
    if (axes) {
      writeAxisExcess(this.now, target, lab, axes);
      for (let axis = 0; axis < 3; axis++) cost += (this.now[axis] as number) ** 2;
    }
    let total = 0;
    for (let j = 0; j < count; j++) total += volumes[j] as number;
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
    this.rowCount = 0;
    if (axes) this.writeAxisRows(target, lab, labSlopes, count, axes);
    let total = 0;
    for (let j = 0; j < count; j++) total += volumes[j] as number;
    if (mostShare) {
      for (let j = 0; j < count; j++) {
        const share = (volumes[j] as number) / total;
        const excess = shareExcess((volumes[j] as number) / total, mostShare[tubes[j] as number]);
        if (excess > 0)
          this.addRow(excess, count, (i) => (SHARE_WEIGHT * ((i === j ? 1 : 0) - share)) / total);
      }
    }
    if (mostVolume !== undefined) {
      const excess = excessOver(total / mostVolume, 1);
      if (excess > 0) this.addRow(excess, count, () => SHARE_WEIGHT / mostVolume);
    }
  }

  private writeAxisRows(
    target: LabD65,
    lab: Float64Array,
    labSlopes: Float64Array,
    count: number,
    axes: AxisLimits,
  ): void {
    const { now, moved, byLab } = this;
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
      this.addRow(
        now[axis] as number,
        count,
        (i) =>
          (byLab[3 * axis] as number) * (labSlopes[3 * i] as number) +
          (byLab[3 * axis + 1] as number) * (labSlopes[3 * i + 1] as number) +
          (byLab[3 * axis + 2] as number) * (labSlopes[3 * i + 2] as number),
      );
    }
  }

  private addRow(residual: number, count: number, slopeOf: (i: number) => number): void {
    const row = this.rowCount++;
    this.residuals[row] = residual;
    for (let i = 0; i < count; i++) this.slopes[row * this.capacity + i] = slopeOf(i);
  }
}

/** Whether a finished mixture keeps the limits. */
export function keepsLimits(
  { axes, mostShare, mostVolume }: SolverLimits,
  target: LabD65,
  lab: LabD65,
  tubes: readonly number[],
  volumes: readonly number[],
): boolean {
  const total = volumes.reduce((sum, volume) => sum + volume, 0);
  const [lightness, chroma, hue] = axisDifferences(target, lab);
  return (
    (!axes ||
      (Math.abs(lightness) <= axes.lightness &&
        Math.abs(chroma) <= axes.chroma &&
        Math.abs(hue) <= axes.hue)) &&
    volumes.every((volume, j) => volume <= ((mostShare?.[tubes[j] ?? -1] ?? 1) + ROUNDING) * total) &&
    (mostVolume === undefined || total <= mostVolume * (1 + ROUNDING))
  );
}

/** ΔL*, ΔC* and ΔH* = 2 √(C₁ C₂) sin(Δh / 2), sample minus target. */
function axisDifferences(target: LabD65, sample: LabD65): readonly [number, number, number] {
  const [l1, c1, h1] = lchFromLab(target);
  const [l2, c2, h2] = lchFromLab(sample);
  const turn = ((((h2 - h1 + 180) % 360) + 360) % 360) - 180;
  return [l2 - l1, c2 - c1, 2 * Math.sqrt(c1 * c2) * Math.sin((turn * Math.PI) / 360)];
}

function writeAxisExcess(out: Float64Array, target: LabD65, lab: Float64Array, axes: AxisLimits): void {
  const [lightness, chroma, hue] = axisDifferences(
    target,
    labD65(lab[0] as number, lab[1] as number, lab[2] as number),
  );
  out[0] = signedExcess(lightness, axes.lightness);
  out[1] = signedExcess(chroma, axes.chroma);
  out[2] = signedExcess(hue, axes.hue);
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
