/**
 * The surface of mixtures whose paints may have surfaces of their own, for evaluators that must not allocate: the mean of
 * those that are known, by volume. Where all are alike, as in most boxes, it costs nothing.
 */
import type { OpticalModel } from "../spectrum/types";
import type { SurfaceConstants } from "./saunderson";

export class MixtureSurface {
  /** Whether every mixture has the same. */
  readonly isUniform: boolean;
  /** Of X, Y, Z by k1 and k2 of the mixture; filled band by band. */
  readonly byOuter: [number, number, number] = [0, 0, 0];
  readonly byInner: [number, number, number] = [0, 0, 0];
  private readonly known: readonly (SurfaceConstants | undefined)[];
  private readonly assumed: SurfaceConstants;
  private readonly latest = { k1: 0, k2: 0 };
  private total = 0;

  /** @param assumed - of mixtures none of whose paints has a known surface. */
  constructor(tubes: readonly OpticalModel[], assumed: SurfaceConstants) {
    this.known = tubes.map(({ surface }) => surface);
    const [first, ...others] = this.known;
    this.isUniform = others.every((other) => other?.k1 === first?.k1 && other?.k2 === first?.k2);
    this.assumed = (this.isUniform ? first : undefined) ?? assumed;
  }

  /** Of a mixture; what is returned holds until the next one is asked for. */
  of(tubes: Uint8Array, volumes: Float64Array, count: number): SurfaceConstants {
    if (this.isUniform) return this.assumed;
    let [total, k1, k2] = [0, 0, 0];
    for (let j = 0; j < count; j++) {
      const own = this.known[tubes[j] as number];
      if (!own) continue;
      const volume = volumes[j] as number;
      total += volume;
      k1 += volume * own.k1;
      k2 += volume * own.k2;
    }
    this.total = total;
    this.latest.k1 = total > 0 ? k1 / total : this.assumed.k1;
    this.latest.k2 = total > 0 ? k2 / total : this.assumed.k2;
    return this.latest;
  }

  clearSlopes(): void {
    this.byOuter.fill(0);
    this.byInner.fill(0);
  }

  /** @param inner - reflectance inside the film in this band; then the weights of the band for X, Y, Z. */
  addSlopes(inner: number, x: number, y: number, z: number): void {
    const { k1, k2 } = this.latest;
    const through = 1 - k2 * inner;
    const outer = 1 - ((1 - k2) * inner) / through;
    const within = ((1 - k1) * inner * (inner - 1)) / (through * through);
    this.byOuter[0] += x * outer;
    this.byOuter[1] += y * outer;
    this.byOuter[2] += z * outer;
    this.byInner[0] += x * within;
    this.byInner[1] += y * within;
    this.byInner[2] += z * within;
  }

  /** What one volume more of a tube does to k1 and k2 of the latest mixture. */
  movedBy(tube: number): readonly [outer: number, inner: number] {
    const own = this.known[tube];
    if (!own || !(this.total > 0)) return UNMOVED;
    return [(own.k1 - this.latest.k1) / this.total, (own.k2 - this.latest.k2) / this.total];
  }
}

const UNMOVED: readonly [number, number] = [0, 0];
