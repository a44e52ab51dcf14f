/** What lies under the simulated colorimeter: the hidden true paint of what was mixed. */
import type { Film } from "../../core/mixing/mixture";
import type { Specimen } from "../../devices/colorimeter";
import { filmOf } from "../../domain/mixture/color";
import type { PaintKind } from "../../domain/mixture/drying";
import type { Dose } from "../../domain/pile/pile";
import { genericOpticsOf } from "../../domain/tube/optics";
import type { Tube } from "../../domain/tube/tube";
import { isWater } from "../../domain/tube/water";

export type UnderTheInstrument = {
  readonly specimen: Specimen;
  /** Of paint that is still wet, its kind. */
  readonly wet?: PaintKind | undefined;
  /** Of a wash: how thin it lies on what. */
  readonly film?: Film | undefined;
};

/**
 * Undefined when the paint of a tube in it is not known, so that it cannot be simulated.
 *
 * @param wet - the kind of paint while it is wet; nothing for dry paint.
 */
export function specimenOf(
  contents: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
  wet: PaintKind | undefined,
): UnderTheInstrument | undefined {
  const paints = contents.filter((part) => !isWater(part));
  const specimen = paints.flatMap(({ tubeId, parts }) => {
    const tube = tubeById.get(tubeId);
    const generic = tube && genericOpticsOf(tube);
    return generic ? [{ tubeId, generic, volume: parts }] : [];
  });
  if (specimen.length < paints.length) return undefined;
  return { specimen, wet, film: filmOf(contents) };
}
