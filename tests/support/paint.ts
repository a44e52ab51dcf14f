/** Plain, slow mixing for tests: an oracle that shares nothing with the evaluator of the searches. */
import { labFromXyz, lchFromLab } from "@/core/color/cieLab";
import type { LabD65, LchD65 } from "@/core/color/types";
import { type Film, mixtureReflectance } from "@/core/mixing/mixture";
import { xyzFromReflectance } from "@/core/spectrum/colorimetry";
import { createPigmentLibrary } from "@/core/pigment/library";
import type { PigmentModel } from "@/core/pigment/types";
import { createRng } from "@/core/random/rng";
import { PIGMENT_MODELS } from "@/data/pigments.generated";
import { VIEWING } from "@/data/standardViewing";
import { PAINT_SURFACE } from "@/data/surface";

const library = createPigmentLibrary(PIGMENT_MODELS);

export function pigment(id: string): PigmentModel {
  const model = library.byId(id);
  if (!model) throw new Error(`No pigment model ${id}`);
  return model;
}

/** The demo's five tubes and a second blue. */
export const SIX_TUBES = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "raw-umber",
  "ultramarine-blue",
] as const;

export type Mix = Readonly<Record<string, number>>;

/** CIELAB of parts by volume, such as { "prussian-blue": 1, "titanium-white": 10 }. */
export function labOfMix(parts: Mix, film?: Film): LabD65 {
  const volumes = Object.entries(parts)
    .filter(([, volume]) => volume > 0)
    .map(([id, volume]) => ({ optics: pigment(id).optics, volume }));
  const view = VIEWING.D65;
  return labFromXyz(xyzFromReflectance(mixtureReflectance(volumes, PAINT_SURFACE, film), view), view.white);
}

/** Random mixtures, each tube in by about its strength, so that strong tubes do not blacken every one. */
export function randomMixes(ids: readonly string[], tubesPerMix: number, count: number, seed: number): Mix[] {
  const rng = createRng(seed);
  return Array.from({ length: count }, () => {
    const order = ids.map((id) => ({ id, key: rng.next() })).sort((a, b) => a.key - b.key);
    return Object.fromEntries(
      order.slice(0, tubesPerMix).map(({ id }) => {
        const { absorption, scattering } = pigment(id).optics;
        const values = [...Array.from(absorption), ...Array.from(scattering)];
        const strength = (2 * values.reduce((sum, value) => sum + value, 0)) / values.length;
        return [id, -Math.log(1 - rng.next()) / strength];
      }),
    );
  });
}

export function lchOfMix(parts: Mix): LchD65 {
  return lchFromLab(labOfMix(parts));
}

/** The mix lightened (titanium white) or left alone until its L* reaches `lightness`. */
export function tintedTo(parts: Mix, lightness: number): Mix {
  if (labOfMix(parts)[0] >= lightness) return parts;
  let low = 0;
  let high = 1;
  for (let step = 0; step < 60; step++) {
    const share = (low + high) / 2;
    if (labOfMix(withWhite(parts, share))[0] < lightness) low = share;
    else high = share;
  }
  return withWhite(parts, (low + high) / 2);
}

function withWhite(parts: Mix, whiteShare: number): Mix {
  const total = Object.values(parts).reduce((sum, value) => sum + value, 0);
  const scaled = Object.fromEntries(
    Object.entries(parts).map(([id, value]) => [id, (value / total) * (1 - whiteShare)]),
  );
  return { ...scaled, "titanium-white": (scaled["titanium-white"] ?? 0) + whiteShare };
}

/** Two tubes at n ratios, spaced evenly on a logarithmic scale from 1:1000 to 1000:1. */
export function ratiosOf(first: string, second: string, count = 121): Mix[] {
  return Array.from({ length: count }, (_, i) => {
    const ratio = 10 ** (-3 + (6 * i) / (count - 1));
    return { [first]: ratio / (1 + ratio), [second]: 1 / (1 + ratio) };
  });
}
