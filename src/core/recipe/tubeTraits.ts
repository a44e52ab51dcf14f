/** What a search can tell about each tube from its optics alone. */
import { lchFromLab } from "../color/cieLab";
import type { ColorModel } from "../mixing/colorModel";
import { mixedLab } from "../mixing/mixedLab";
import { num } from "../numbers";
import type { TubeTraits } from "./answers";

/** Whether paint of this lightness L* and chroma C* counts as a white. */
export function isWhite([lightness, chroma]: readonly number[]): boolean {
  return num(lightness) >= 90 && num(chroma) < 14;
}

/** White units per unit of a tube, as scaled by strength: where the chroma of a dark tube shows. */
const TINTS = [0.5, 1, 2, 4, 8] as const;
/** Scaled amounts per area for films, from a pale wash to a full layer. */
const FILMS = [0.05, 0.15, 0.5, 1.5, 5] as const;

export function tubeTraits(mixer: ColorModel, isBlack: readonly boolean[]): TubeTraits[] {
  const look = (parts: readonly { readonly tube: number; readonly units: number }[]) =>
    lchFromLab(
      mixedLab(
        mixer,
        parts.map(({ tube }) => tube),
        parts.map(({ tube, units }) => units / mixer.strengthOf(tube)),
      ),
    );
  const thick = mixer.isScaleFree ? 1 : Math.max(...FILMS);
  const masstones = isBlack.map((_, tube) => look([{ tube, units: thick }]));
  const white = masstones.findIndex(isWhite);
  return masstones.map((masstone, tube) => {
    const lightened = mixer.isScaleFree
      ? white < 0
        ? []
        : TINTS.map((units) =>
            look([
              { tube, units: 1 },
              { tube: white, units },
            ]),
          )
      : FILMS.map((units) => look([{ tube, units }]));
    return {
      isBlack: isBlack[tube] === true,
      isWhite: isWhite(masstone),
      vividness: Math.max(masstone[1], ...lightened.map(([, chroma]) => chroma)),
    };
  });
}
