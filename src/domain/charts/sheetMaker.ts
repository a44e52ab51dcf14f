/**
 * Makes the cells of a chart: which doses go into one, and what they give.
 *
 * Where two tubes meet at equal strength, each takes part by the inverse of its mean K + S.
 */
import type { LabD65 } from "../../core/color/types";
import { stackOver } from "../../core/layers/stack";
import { mixtureReflectance, type PaintVolume, blendOptics } from "../../core/mixing/mixture";
import { meanStrength } from "../../core/mixing/strength";
import { bestAmount } from "../../core/optimize/bestAmount";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../../core/spectrum/types";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { CARDS, seenOfGround } from "../ground/seenGround";
import { paperOf } from "../palette/washes";
import { opticsOf } from "../tube/solverTube";
import { CHART_WATER, type ChartDose, together, wholeOf } from "./chartDoses";
import type { CellGround, ChartRequest, PlannedCell, SheetCell } from "./sheetTypes";

const MOST_WHITE = 400;
const LEAST_WHITE = 0.002;
/** Far from every value. */
const NOTHING = [1e3] as const;

export class SheetMaker {
  readonly optics: readonly OpticalModel[];
  private readonly strengths: readonly number[];

  constructor(readonly request: ChartRequest) {
    this.optics = request.tubes.map(opticsOf);
    this.strengths = this.optics.map(meanStrength);
  }

  label(tube: number): string {
    return this.request.tubes[tube]?.label ?? "";
  }

  dose(tube: number, parts: number): ChartDose {
    return { tube, parts };
  }

  /** Of one part of colour, by the chart's balance. */
  share(tube: number): number {
    return this.request.balance === "strength" ? 1 / (this.strengths[tube] ?? 1) : 1;
  }

  pair(one: number, other: number, x: number, y: number): readonly ChartDose[] {
    const least = Math.min(...[one, other].map((tube) => this.share(tube)));
    return [
      this.dose(one, (x * this.share(one)) / least),
      this.dose(other, (y * this.share(other)) / least),
    ].filter(({ parts }) => parts > 0);
  }

  lightenedName(parts: number): string {
    if (parts === 0) return "as it is";
    return this.request.isWash ? `${parts} of water` : `${parts} of white`;
  }

  /** With so many parts of white, or of water, to one of the whole. */
  lightened(doses: readonly ChartDose[], parts: number): SheetCell | undefined {
    const all = this.lightenedDoses(doses, parts);
    return all && this.cell(all);
  }

  private lightenedDoses(doses: readonly ChartDose[], parts: number): readonly ChartDose[] | undefined {
    if (this.request.isWash) return withWater(doses, parts);
    const { white } = this.request;
    if (parts === 0) return doses;
    return white === undefined ? undefined : together(doses, [this.dose(white, parts * wholeOf(doses))]);
  }

  /** With white to a value; undefined where it is lighter already, or white does not get there. */
  atValue(doses: readonly ChartDose[], lightness: number): SheetCell | undefined {
    // Tried some dozens of times: only the colour is worked out.
    const missAt = (parts: number): number => {
      const planned = this.lightenedDoses(doses, parts);
      return Math.abs(((planned && this.labOf(planned)) ?? NOTHING)[0] - lightness);
    };
    const alone = this.labOf(doses);
    if (alone && alone[0] > lightness + 1) return undefined;
    const parts = bestAmount(missAt, LEAST_WHITE, MOST_WHITE);
    return missAt(parts) <= 1 ? this.lightened(doses, Number(parts.toPrecision(3))) : undefined;
  }

  volumesOf(doses: readonly ChartDose[]): readonly PaintVolume[] {
    return doses.map(({ tube, parts: volume }) => {
      const optics = this.optics[tube];
      if (!optics) throw new RangeError(`There is no tube ${tube}`);
      return { optics, volume };
    });
  }

  /** Of one tube, over a card or over another tube. @param water - parts to one of the tube. */
  filmOver(tube: number, water: number, thickness: number, over: CellGround): SheetCell | undefined {
    return this.seen({ doses: withWater([this.dose(tube, 1)], water), over, thickness });
  }

  /** Doses with what is seen of them; undefined where the ground is not known. */
  seen(planned: PlannedCell): SheetCell | undefined {
    const { doses, over, thickness, mark } = planned;
    const lab = this.labSeen(planned);
    return (
      lab && {
        key: this.keyOf(planned),
        doses,
        lab,
        ...(over && { over }),
        ...(thickness !== undefined && { thickness }),
        ...(mark && { mark }),
      }
    );
  }

  private labSeen(planned: PlannedCell): LabD65 | undefined {
    const paint = planned.doses.filter(({ tube }) => tube !== CHART_WATER);
    const reflectance = paint.length > 0 ? this.reflectanceOf(planned, paint) : undefined;
    return reflectance && labFromReflectance(reflectance, VIEWING.D65);
  }

  cell(doses: readonly ChartDose[]): SheetCell | undefined {
    return this.seen({ doses });
  }

  wash(doses: readonly ChartDose[], water: number): SheetCell | undefined {
    return this.seen({ doses: withWater(doses, water) });
  }

  labOf(doses: readonly ChartDose[]): LabD65 | undefined {
    return this.labSeen({ doses });
  }

  /** What a film lies on, as it is seen. */
  groundOf(over: CellGround | undefined): Reflectance | undefined {
    if (over === undefined) return paperOf(this.request.paper);
    if (typeof over === "string") return seenOfGround(CARDS[over], { labOf: () => undefined });
    return mixtureReflectance(this.volumesOf([this.dose(over.tube, 1)]), PAINT_SURFACE);
  }

  /** Dry; undefined for paint that hides what it lies on. */
  thicknessOf({ doses, over, thickness }: PlannedCell): number | undefined {
    if (thickness !== undefined) return thickness;
    const water = wholeOf(doses.filter(({ tube }) => tube === CHART_WATER));
    if (water === 0 && !over && !this.request.isWash) return undefined;
    return UNDILUTED_THICKNESS * (1 - water / wholeOf(doses));
  }

  private reflectanceOf(planned: PlannedCell, paint: readonly ChartDose[]): Reflectance | undefined {
    const thickness = this.thicknessOf(planned);
    const volumes = this.volumesOf(paint);
    if (thickness === undefined) return mixtureReflectance(volumes, PAINT_SURFACE);
    const ground = this.groundOf(planned.over);
    if (!ground) return undefined;
    return planned.over
      ? stackOver(
          ground,
          [{ optics: blendOptics(volumes), thickness, passes: 1, coverShare: 1 }],
          PAINT_SURFACE,
        )[1]
      : mixtureReflectance(volumes, PAINT_SURFACE, { thickness, ground });
  }

  private keyOf({ doses, over, thickness }: PlannedCell): string {
    const idOf = (tube: number): string => this.request.tubes[tube]?.id ?? "water";
    return [
      ...doses.map(({ tube, parts }) => `${idOf(tube)} ${parts.toPrecision(4)}`),
      ...(over === undefined ? [] : [typeof over === "string" ? over : `over ${idOf(over.tube)}`]),
      // Those of usual thickness are found as they always were.
      ...(thickness === undefined || typeof over === "string" ? [] : [thickness.toPrecision(3)]),
    ].join(", ");
  }
}

export function withWater(doses: readonly ChartDose[], water: number): readonly ChartDose[] {
  return water > 0 ? [...doses, { tube: CHART_WATER, parts: water * wholeOf(doses) }] : doses;
}
