/**
 * Films of paint over a ground for searches: washes, glazes, scumbles. CIELAB and its derivatives without
 * allocation; a test holds them to the plain form.
 *
 * Where paints have different surfaces, the slopes leave out how a volume moves the surface of the mixture: it is
 * small beside what the volume does to the film.
 *
 * Volumes are amounts per area: their sum is the thickness X of the dry film, in which 1 is the thickness at
 * which titanium white has S·X = 1 at 550 nm. Water and medium neither absorb nor scatter, so that a wash
 * thinned twice as far is the same film at half the thickness.
 *
 * With a = 1 + K/S, b = √(a² - 1), z = b S, t = b coth z (K, S already times thickness), ground G:
 *
 *   R = (1 - G (a - t)) / D,          D = a - G + t
 *   ∂R/∂a = (G² - 2 G t - 1) / D²,    ∂R/∂t = (2 a G - G² - 1) / D²
 *   ∂t/∂a = (a / b)(coth z - z / sinh² z),   ∂t/∂S = -b² / sinh² z
 *
 * Source of R: P. Kubelka, J. Opt. Soc. Am. 38(5), 448-457 (1948), doi:10.1364/JOSA.38.000448.
 */
import { areFinite, num, zeros } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { assertSameGrid, type OpticalModel, type Reflectance } from "../spectrum/types";
import type { ColorModel } from "./colorModel";
import { turnIntoLabSlopes, writeLabOfSums } from "./labOfSums";
import { MixtureSurface } from "./mixtureSurface";
import { opticsTable } from "./opticsTable";
import { innerReflectance, type SurfaceConstants } from "./saunderson";

/** Keeps b and its quotients finite for paints that absorb nothing in a band; far below any real K/S. */
const SMALLEST_K_OVER_S = 1e-9;
/** Scattering of a film so thin that the ground is seen as it is. */
const SMALLEST_SCATTERING = 1e-9;
/** Below this z the closed forms lose digits and their series are exact to 1e-9. */
const THIN = 1e-2;

export class FilmEvaluator implements ColorModel {
  readonly tubeCount: number;
  readonly isScaleFree = false;
  private readonly k: Float64Array;
  private readonly s: Float64Array;
  private readonly ground: Float64Array;
  private readonly surface: MixtureSurface;

  /**
   * @param below - seen reflectance of what lies below: paper, canvas, a dry layer.
   * @throws RangeError unless K >= 0, S > 0 and the ground's reflectances are finite.
   */
  constructor(
    tubes: readonly OpticalModel[],
    private readonly view: ViewingWeights,
    surface: SurfaceConstants,
    private readonly below: Reflectance,
  ) {
    const { grid } = view;
    assertSameGrid(below.grid, grid);
    this.surface = new MixtureSurface(tubes, surface);
    this.tubeCount = tubes.length;
    ({ k: this.k, s: this.s } = opticsTable(tubes, grid));
    this.ground = zeros(grid.count);
    this.writeGround(this.surface.of(new Uint8Array(), new Float64Array(), 0));
    if (!areFinite(this.ground)) throw new RangeError("The ground needs finite reflectances");
  }

  /** The ground inside the film: its surface is wetted by this one. */
  private writeGround(surface: SurfaceConstants): void {
    for (let band = 0; band < this.ground.length; band++)
      this.ground[band] = Math.max(0, innerReflectance(num(this.below.values[band]), surface));
  }

  strengthOf(tube: number): number {
    const { count } = this.view.grid;
    let sum = 0;
    for (let band = 0; band < count; band++)
      sum += (this.k[tube * count + band] as number) + (this.s[tube * count + band] as number);
    return sum / count;
  }

  writeLab(out: Float64Array, tubes: Uint8Array, volumes: Float64Array, count: number): void {
    this.write(out, undefined, tubes, volumes, count);
  }

  writeLabAndSlopes(
    out: Float64Array,
    slopes: Float64Array,
    tubes: Uint8Array,
    volumes: Float64Array,
    count: number,
  ): void {
    this.write(out, slopes, tubes, volumes, count);
  }

  private write(
    out: Float64Array,
    slopes: Float64Array | undefined,
    tubes: Uint8Array,
    volumes: Float64Array,
    count: number,
  ): void {
    const { k, s, ground } = this;
    const { x: wx, y: wy, z: wz, white, grid } = this.view;
    const own = this.surface.of(tubes, volumes, count);
    if (!this.surface.isUniform) this.writeGround(own);
    const { k1, k2 } = own;
    const through = (1 - k1) * (1 - k2);
    slopes?.fill(0, 0, 3 * count);
    let x = 0;
    let y = 0;
    let z = 0;
    for (let band = 0; band < grid.count; band++) {
      let absorbed = 0;
      let scattered = 0;
      for (let j = 0; j < count; j++) {
        const at = (tubes[j] as number) * grid.count + band;
        absorbed += (volumes[j] as number) * (k[at] as number);
        scattered += (volumes[j] as number) * (s[at] as number);
      }
      scattered = Math.max(scattered, SMALLEST_SCATTERING);
      const q = Math.max(absorbed / scattered, SMALLEST_K_OVER_S);
      const a = 1 + q;
      const b = Math.sqrt(q * (a + 1));
      const depth = b * scattered;
      const square = depth * depth;
      let t: number;
      let tByA: number;
      let tByS: number;
      if (depth < THIN) {
        t = (1 + square / 3) / scattered;
        tByA = (a / b) * depth * (2 / 3 - (4 / 45) * square);
        tByS = -(1 - square / 3) / (scattered * scattered);
      } else {
        const e = Math.exp(-2 * depth);
        const gap = 1 - e;
        const coth = (1 + e) / gap;
        const overSinhSquare = (4 * e) / (gap * gap);
        t = b * coth;
        tByA = (a / b) * (coth - depth * overSinhSquare);
        tByS = -b * b * overSinhSquare;
      }
      const g = ground[band] as number;
      const d = a - g + t;
      const inner = (1 - g * (a - t)) / d;
      const lifted = 1 / (1 - k2 * inner);
      const seen = k1 + through * inner * lifted;
      const bx = wx[band] as number;
      const by = wy[band] as number;
      const bz = wz[band] as number;
      x += bx * seen;
      y += by * seen;
      z += bz * seen;
      if (!slopes) continue;
      const byT = (2 * a * g - g * g - 1) / (d * d);
      const byK = ((g * g - 2 * g * t - 1) / (d * d) + byT * tByA) / scattered;
      const byS = byT * tByS - q * byK;
      const outward = through * lifted * lifted;
      for (let j = 0; j < count; j++) {
        const at = (tubes[j] as number) * grid.count + band;
        const slope = outward * (byK * (k[at] as number) + byS * (s[at] as number));
        slopes[3 * j] = (slopes[3 * j] as number) + bx * slope;
        slopes[3 * j + 1] = (slopes[3 * j + 1] as number) + by * slope;
        slopes[3 * j + 2] = (slopes[3 * j + 2] as number) + bz * slope;
      }
    }
    writeLabOfSums(out, x, y, z, white);
    if (slopes) turnIntoLabSlopes(slopes, count, out, x, y, z, white);
  }
}
