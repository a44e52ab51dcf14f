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
import { MixtureSurface } from "./mixtureSurface";
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
  private readonly surface: MixtureSurface;
  /** Per band: K and S of the mixture, their ratio, and what a change of it does to X, Y, Z. */
  private readonly kMix: Float64Array;
  private readonly sMix: Float64Array;
  private readonly ratio: Float64Array;
  private readonly towardsX: Float64Array;
  private readonly towardsY: Float64Array;
  private readonly towardsZ: Float64Array;

  /** @throws RangeError unless every K is finite and >= 0, every S finite and > 0. */
  constructor(tubes: readonly OpticalModel[], view: ViewingWeights, surface: SurfaceConstants) {
    this.tubeCount = tubes.length;
    this.bandCount = view.grid.count;
    this.view = view;
    this.surface = new MixtureSurface(tubes, surface);
    this.k = new Float64Array(tubes.length * this.bandCount);
    this.s = new Float64Array(tubes.length * this.bandCount);
    this.kMix = new Float64Array(this.bandCount);
    this.sMix = new Float64Array(this.bandCount);
    this.ratio = new Float64Array(this.bandCount);
    this.towardsX = new Float64Array(this.bandCount);
    this.towardsY = new Float64Array(this.bandCount);
    this.towardsZ = new Float64Array(this.bandCount);
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
    const { k1, k2 } = this.surface.of(tubes, volumes, count);
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
    const { bandCount, k, s, kMix, sMix, ratio, towardsX, towardsY, towardsZ } = this;
    const wx = this.view.x;
    const wy = this.view.y;
    const wz = this.view.z;
    const { surface } = this;
    const { k1, k2 } = surface.of(tubes, volumes, count);
    const through = (1 - k1) * (1 - k2);
    this.writeBlend(tubes, volumes, count);
    surface.clearSlopes();
    let x = 0;
    let y = 0;
    let z = 0;
    for (let band = 0; band < bandCount; band++) {
      const scattered = sMix[band] as number;
      const q = Math.max((kMix[band] as number) / scattered, SMALLEST_K_OVER_S);
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
      const common = (-through * gap * gap * inner) / (root * scattered);
      ratio[band] = q;
      if (!surface.isUniform) surface.addSlopes(inner, bx, by, bz);
      towardsX[band] = bx * common;
      towardsY[band] = by * common;
      towardsZ[band] = bz * common;
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
      const first = (tubes[j] as number) * bandCount;
      let dx = 0;
      let dy = 0;
      let dz = 0;
      for (let band = 0; band < bandCount; band++) {
        const d = (k[first + band] as number) - (ratio[band] as number) * (s[first + band] as number);
        dx += (towardsX[band] as number) * d;
        dy += (towardsY[band] as number) * d;
        dz += (towardsZ[band] as number) * d;
      }
      if (!surface.isUniform) {
        const [outer, within] = surface.movedBy(tubes[j] as number);
        dx += outer * surface.byOuter[0] + within * surface.byInner[0];
        dy += outer * surface.byOuter[1] + within * surface.byInner[1];
        dz += outer * surface.byOuter[2] + within * surface.byInner[2];
      }
      const dfx = gx * dx;
      const dfy = gy * dy;
      const dfz = gz * dz;
      slopes[3 * j] = 116 * dfy;
      slopes[3 * j + 1] = 500 * (dfx - dfy);
      slopes[3 * j + 2] = 200 * (dfy - dfz);
    }
  }

  /** K and S of the mixture, band by band. */
  private writeBlend(tubes: Uint8Array, volumes: Float64Array, count: number): void {
    const { bandCount, k, s, kMix, sMix } = this;
    // The first tube overwrites what the last mixture left; an empty one writes zeros.
    const start = (tubes[0] as number) * bandCount;
    const startVolume = volumes[0] as number;
    for (let band = 0; band < bandCount; band++) {
      kMix[band] = startVolume * (k[start + band] as number);
      sMix[band] = startVolume * (s[start + band] as number);
    }
    for (let j = 1; j < count; j++) {
      const volume = volumes[j] as number;
      if (volume === 0) continue;
      const first = (tubes[j] as number) * bandCount;
      for (let band = 0; band < bandCount; band++) {
        kMix[band] = (kMix[band] as number) + volume * (k[first + band] as number);
        sMix[band] = (sMix[band] as number) + volume * (s[first + band] as number);
      }
    }
  }
}
