/**
 * Opaque paint as it will be seen under a film: so that a search for a mixture finds the underpainting that a glaze
 * wants, in paint that can be mixed.
 *
 *   dR/dv_i = T² / (1 - R0 Rg)² · dRg/dq · (K_i - q S_i) / S,   dRg/dq = -Rg / √(q(q + 2))
 *
 * The film's own surface is the one that is seen. Not reentrant.
 */
import { labF, labFSlope } from "../color/cieLab";
import type { ColorModel } from "../mixing/colorModel";
import { reflectanceFromKOverS } from "../mixing/kubelkaMunk";
import { opaqueModel } from "../mixing/opaqueModel";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { Medium } from "../recipe/paletteMixer";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { type FilmResponse, filmResponse } from "./filmResponse";
import { zeros } from "../numbers";

/** A film of one paint, dry; 1 where titanium white has S·X = 1 at 550 nm. */
export type FilmAbove = { readonly optics: OpticalModel; readonly thickness: number };

/** The medium of a palette whose paint will lie under a film. */
export function underFilm(film: FilmAbove): Extract<Medium, { readonly kind: "under" }> {
  return { kind: "under", modelOf: (tubes, view, surface) => new UnderFilm(tubes, view, surface, film) };
}

const SMALLEST_K_OVER_S = 1e-12;

export class UnderFilm implements ColorModel {
  readonly tubeCount: number;
  readonly isScaleFree = true;
  private readonly film: FilmResponse;
  private readonly surface: SurfaceConstants;
  private readonly plain: ColorModel;
  private readonly k: Float64Array;
  private readonly s: Float64Array;
  private readonly sums: Float64Array;

  constructor(
    tubes: readonly OpticalModel[],
    private readonly view: ViewingWeights,
    assumed: SurfaceConstants,
    { optics, thickness }: FilmAbove,
  ) {
    this.tubeCount = tubes.length;
    // It also refuses tubes that cannot be.
    this.plain = opaqueModel(tubes, view, assumed);
    this.film = filmResponse(optics, thickness);
    this.surface = optics.surface ?? assumed;
    this.k = Float64Array.from(tubes.flatMap(({ absorption }) => Array.from(absorption)));
    this.s = Float64Array.from(tubes.flatMap(({ scattering }) => Array.from(scattering)));
    this.sums = zeros(3 * tubes.length);
  }

  strengthOf(tube: number): number {
    return this.plain.strengthOf(tube);
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
    const { k, s, sums, film } = this;
    const { x: wx, y: wy, z: wz, white, grid } = this.view;
    const { k1, k2 } = this.surface;
    const outwards = (1 - k1) * (1 - k2);
    sums.fill(0, 0, 3 * count);
    let [x, y, z] = [0, 0, 0];
    for (let band = 0; band < grid.count; band++) {
      let [absorbed, scattered] = [0, 0];
      for (let j = 0; j < count; j++) {
        const at = (tubes[j] as number) * grid.count + band;
        absorbed += (volumes[j] as number) * (k[at] as number);
        scattered += (volumes[j] as number) * (s[at] as number);
      }
      const q = Math.max(absorbed / scattered, SMALLEST_K_OVER_S);
      const below = reflectanceFromKOverS(q);
      const [back, through] = [film.back[band] as number, film.through[band] as number];
      const gap = 1 / (1 - back * below);
      const inner = back + through * below * gap;
      const lifted = 1 / (1 - k2 * inner);
      const seen = k1 + outwards * inner * lifted;
      const [bx, by, bz] = [wx[band] as number, wy[band] as number, wz[band] as number];
      x += bx * seen;
      y += by * seen;
      z += bz * seen;
      if (!slopes) continue;
      const common =
        (-outwards * lifted * lifted * through * gap * gap * below) / (Math.sqrt(q * (q + 2)) * scattered);
      for (let j = 0; j < count; j++) {
        const at = (tubes[j] as number) * grid.count + band;
        const slope = common * ((k[at] as number) - q * (s[at] as number));
        sums[3 * j] = (sums[3 * j] as number) + bx * slope;
        sums[3 * j + 1] = (sums[3 * j + 1] as number) + by * slope;
        sums[3 * j + 2] = (sums[3 * j + 2] as number) + bz * slope;
      }
    }
    const [fx, fy, fz] = [labF(x / white[0]), labF(y / white[1]), labF(z / white[2])];
    out[0] = 116 * fy - 16;
    out[1] = 500 * (fx - fy);
    out[2] = 200 * (fy - fz);
    if (!slopes) return;
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
