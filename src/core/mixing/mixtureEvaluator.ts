/**
 * The same physics as ./mixture for searches that evaluate hundreds of thousands of opaque mixtures:
 * CIELAB and its derivatives without allocation. A test holds it to the plain form.
 *
 *   dRm/dv_i = dRm/dR · dR/dq · (K_i - q S_i) / S,   dR/dq = -R / √(q(q + 2))
 *
 * Not reentrant: one evaluator belongs to one search at a time.
 */
import { labF, labFSlope } from "../color/cieLab";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { assertSameGrid, type OpticalModel } from "../spectrum/types";
import type { ColorModel } from "./colorModel";
import type { SurfaceConstants } from "./saunderson";

/** Keeps dR/dq finite where a paint absorbs nothing; far below any K/S of a real paint. */
const SMALLEST_K_OVER_S = 1e-12;

export class MixtureEvaluator implements ColorModel {
  readonly tubeCount: number;
  readonly isScaleFree = true;
  private readonly bandCount: number;
  private readonly k: Float64Array;
  private readonly s: Float64Array;
  private readonly view: ViewingWeights;
  private readonly surface: SurfaceConstants;
  private readonly slopes: Float64Array;

  constructor(tubes: readonly OpticalModel[], view: ViewingWeights, surface: SurfaceConstants) {
    this.tubeCount = tubes.length;
    this.bandCount = view.grid.count;
    this.view = view;
    this.surface = surface;
    this.k = new Float64Array(tubes.length * this.bandCount);
    this.s = new Float64Array(tubes.length * this.bandCount);
    this.slopes = new Float64Array(3 * tubes.length);
    tubes.forEach((tube, index) => {
      assertSameGrid(tube.grid, view.grid);
      for (let band = 0; band < this.bandCount; band++) {
        this.k[index * this.bandCount + band] = tube.absorption[band] ?? Number.NaN;
        this.s[index * this.bandCount + band] = tube.scattering[band] ?? Number.NaN;
      }
    });
    if (
      !this.k.every((k) => k >= 0 && Number.isFinite(k)) ||
      !this.s.every((s) => s > 0 && Number.isFinite(s))
    ) {
      throw new RangeError("Every K must be finite and >= 0, every S finite and > 0");
    }
  }

  /**
   * Volume of a tube that colours about as much as one volume of a paint with K = S = 1: used to compare
   * strong and weak tubes on one footing.
   */
  strengthOf(tube: number): number {
    let sum = 0;
    for (let band = 0; band < this.bandCount; band++) {
      const at = tube * this.bandCount + band;
      sum += (this.k[at] as number) + (this.s[at] as number);
    }
    return sum / this.bandCount;
  }

  /**
   * Writes L*, a*, b* of the mixture to `out`.
   *
   * @param tubes - which tubes take part; the first `count` entries are read.
   * @param volumes - their volumes, >= 0, not all zero.
   */
  writeLab(out: Float64Array, tubes: Uint8Array, volumes: Float64Array, count: number): void {
    const { bandCount, k, s } = this;
    const wx = this.view.x;
    const wy = this.view.y;
    const wz = this.view.z;
    const { k1, k2 } = this.surface;
    const through = (1 - k1) * (1 - k2);
    let x = 0;
    let y = 0;
    let z = 0;
    for (let band = 0; band < bandCount; band++) {
      let kMix = 0;
      let sMix = 0;
      for (let j = 0; j < count; j++) {
        const at = (tubes[j] as number) * bandCount + band;
        const v = volumes[j] as number;
        kMix += v * (k[at] as number);
        sMix += v * (s[at] as number);
      }
      const q = kMix / sMix;
      const inner = 1 / (1 + q + Math.sqrt(q * (q + 2)));
      const seen = k1 + (through * inner) / (1 - k2 * inner);
      x += (wx[band] as number) * seen;
      y += (wy[band] as number) * seen;
      z += (wz[band] as number) * seen;
    }
    const { white } = this.view;
    const fx = labF(x / white[0]);
    const fy = labF(y / white[1]);
    const fz = labF(z / white[2]);
    out[0] = 116 * fy - 16;
    out[1] = 500 * (fx - fy);
    out[2] = 200 * (fy - fz);
  }

  /**
   * Writes L*, a*, b* to `out` and their derivatives by each volume to `slopes`:
   * slopes[3 j], [3 j + 1], [3 j + 2] are dL*, da*, db* by the volume of tubes[j].
   */
  writeLabAndSlopes(
    out: Float64Array,
    slopes: Float64Array,
    tubes: Uint8Array,
    volumes: Float64Array,
    count: number,
  ): void {
    const { bandCount, k, s } = this;
    const wx = this.view.x;
    const wy = this.view.y;
    const wz = this.view.z;
    const { k1, k2 } = this.surface;
    const through = (1 - k1) * (1 - k2);
    const sums = this.slopes;
    sums.fill(0, 0, 3 * count);
    let x = 0;
    let y = 0;
    let z = 0;
    for (let band = 0; band < bandCount; band++) {
      let kMix = 0;
      let sMix = 0;
      for (let j = 0; j < count; j++) {
        const at = (tubes[j] as number) * bandCount + band;
        const v = volumes[j] as number;
        kMix += v * (k[at] as number);
        sMix += v * (s[at] as number);
      }
      const q = Math.max(kMix / sMix, SMALLEST_K_OVER_S);
      const root = Math.sqrt(q * (q + 2));
      const inner = 1 / (1 + q + root);
      const gap = 1 / (1 - k2 * inner);
      const seen = k1 + through * inner * gap;
      const bx = wx[band] as number;
      const by = wy[band] as number;
      const bz = wz[band] as number;
      x += bx * seen;
      y += by * seen;
      z += bz * seen;
      // dRm/dq / S, so that each tube only needs K_i - q S_i.
      const common = (-through * gap * gap * inner) / (root * sMix);
      for (let j = 0; j < count; j++) {
        const at = (tubes[j] as number) * bandCount + band;
        const d = common * ((k[at] as number) - q * (s[at] as number));
        sums[3 * j] = (sums[3 * j] as number) + bx * d;
        sums[3 * j + 1] = (sums[3 * j + 1] as number) + by * d;
        sums[3 * j + 2] = (sums[3 * j + 2] as number) + bz * d;
      }
    }
    const { white } = this.view;
    const fx = labF(x / white[0]);
    const fy = labF(y / white[1]);
    const fz = labF(z / white[2]);
    out[0] = 116 * fy - 16;
    out[1] = 500 * (fx - fy);
    out[2] = 200 * (fy - fz);
    const gx = labFSlope(x / white[0], fx) / white[0];
    const gy = labFSlope(y / white[1], fy) / white[1];
    const gz = labFSlope(z / white[2], fz) / white[2];
    for (let j = 0; j < count; j++) {
      const dfx = gx * (sums[3 * j] as number);
      const dfy = gy * (sums[3 * j + 1] as number);
      const dfz = gz * (sums[3 * j + 2] as number);
      slopes[3 * j] = 116 * dfy;
      slopes[3 * j + 1] = 500 * (dfx - dfy);
      slopes[3 * j + 2] = 200 * (dfy - dfz);
    }
  }
}
