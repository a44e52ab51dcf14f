/**
 * The same physics as ./mixture for searches that evaluate hundreds of thousands of opaque mixtures:
 * CIELAB and its derivatives without allocation. A test holds it to the plain form.
 *
 * With d = S + K + √(K (K + 2 S)) what is seen in a band is k1 + (1 - k1)(1 - k2) S / (d - k2 S), and one volume more of a
 * paint moves it by
 *
 *   -(1 - k1)(1 - k2) d / ((d - k2 S)² √(K (K + 2 S))) · (S K_i - K S_i)
 *
 * both with one division: that of 1 by (d - k2 S) times the root.
 *
 * Not reentrant: one evaluator belongs to one search at a time.
 */
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { ColorModel } from "./colorModel";
import { turnIntoLabSlopes, writeLabOfSums } from "./labOfSums";
import { MixtureSurface } from "./mixtureSurface";
import { opticsTable } from "./opticsTable";
import type { SurfaceConstants } from "./saunderson";
import { zeros } from "../numbers";

/** Keeps the slopes finite where a paint absorbs nothing; far below any K/S of a real paint. */
const SMALLEST_K_OVER_S = 1e-12;

export class MixtureEvaluator implements ColorModel {
  readonly tubeCount: number;
  readonly isScaleFree = true;
  private readonly bandCount: number;
  private readonly k: Float64Array;
  private readonly s: Float64Array;
  private readonly view: ViewingWeights;
  private readonly surface: MixtureSurface;
  /** Per band: K and S of the mixture, later what K and S of a paint are worth. */
  private readonly kMix: Float64Array;
  private readonly sMix: Float64Array;

  /** @throws RangeError unless every K is finite and >= 0, every S finite and > 0. */
  constructor(tubes: readonly OpticalModel[], view: ViewingWeights, surface: SurfaceConstants) {
    this.tubeCount = tubes.length;
    this.bandCount = view.grid.count;
    this.view = view;
    this.surface = new MixtureSurface(tubes, surface);
    ({ k: this.k, s: this.s } = opticsTable(tubes, view.grid));
    this.kMix = zeros(this.bandCount);
    this.sMix = zeros(this.bandCount);
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
    const { kMix, sMix, bandCount } = this;
    const { x: wx, y: wy, z: wz, white } = this.view;
    const { k1, k2 } = this.surface.of(tubes, volumes, count);
    const through = (1 - k1) * (1 - k2);
    this.writeBlend(tubes, volumes, count);
    let x = 0;
    let y = 0;
    let z = 0;
    for (let band = 0; band < bandCount; band++) {
      const k = kMix[band] as number;
      const s = sMix[band] as number;
      const seen = k1 + (through * s) / (s + k + Math.sqrt(k * (k + s + s)) - k2 * s);
      x += (wx[band] as number) * seen;
      y += (wy[band] as number) * seen;
      z += (wz[band] as number) * seen;
    }
    writeLabOfSums(out, x, y, z, white);
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
    const { bandCount, kMix, sMix, surface } = this;
    const { x: wx, y: wy, z: wz, white } = this.view;
    const { k1, k2 } = surface.of(tubes, volumes, count);
    const through = (1 - k1) * (1 - k2);
    this.writeBlend(tubes, volumes, count);
    surface.clearSlopes();
    let x = 0;
    let y = 0;
    let z = 0;
    for (let band = 0; band < bandCount; band++) {
      const s = sMix[band] as number;
      const k = Math.max(kMix[band] as number, SMALLEST_K_OVER_S * s);
      const root = Math.sqrt(k * (k + s + s));
      const d = s + k + root;
      const share = 1 / ((d - k2 * s) * root);
      const gap = share * root;
      const seen = k1 + through * s * gap;
      const bx = wx[band] as number;
      const by = wy[band] as number;
      const bz = wz[band] as number;
      x += bx * seen;
      y += by * seen;
      z += bz * seen;
      if (!surface.isUniform) surface.addSlopes(s / d, bx, by, bz);
      const common = -through * d * gap * share;
      kMix[band] = common * s;
      sMix[band] = common * k;
    }
    writeLabOfSums(out, x, y, z, white);
    for (let j = 0; j < count; j++) {
      const first = (tubes[j] as number) * bandCount;
      let dx = 0;
      let dy = 0;
      let dz = 0;
      for (let band = 0; band < bandCount; band++) {
        const moved =
          (kMix[band] as number) * (this.k[first + band] as number) -
          (sMix[band] as number) * (this.s[first + band] as number);
        dx += (wx[band] as number) * moved;
        dy += (wy[band] as number) * moved;
        dz += (wz[band] as number) * moved;
      }
      if (!surface.isUniform) {
        const [outer, within] = surface.movedBy(tubes[j] as number);
        dx += outer * surface.byOuter[0] + within * surface.byInner[0];
        dy += outer * surface.byOuter[1] + within * surface.byInner[1];
        dz += outer * surface.byOuter[2] + within * surface.byInner[2];
      }
      slopes[3 * j] = dx;
      slopes[3 * j + 1] = dy;
      slopes[3 * j + 2] = dz;
    }
    turnIntoLabSlopes(slopes, count, out, x, y, z, white);
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
