"use client";

/** The simulated colorimeter on a pile or its dry dab: it reads the hidden true tubes that lie in it. */
import type { LabD65 } from "../../../core/color/types";
import type { PaintKind } from "../../../domain/mixture/drying";
import { filmOf } from "../../../domain/mixture/color";
import { genericOpticsOf } from "../../../domain/tube/optics";
import { isWater } from "../../../domain/tube/water";
import { ReadByColorimeter } from "../../../kit/reading/ReadByColorimeter";
import type { Tube } from "../../../domain/tube/tube";

export function MeasurePile({
  contents,
  tubeById,
  thing,
  wet,
  onTake,
}: {
  contents: readonly { readonly tubeId: string; readonly parts: number }[];
  tubeById: ReadonlyMap<string, Tube>;
  thing: string;
  /** The kind of paint while it is wet; nothing for dry paint. */
  wet: PaintKind | undefined;
  onTake: (lab: LabD65, uncertaintyDeltaE2000: number) => void;
}) {
  const paints = contents.filter((part) => !isWater(part));
  const specimen = paints.flatMap(({ tubeId, parts }) => {
    const tube = tubeById.get(tubeId);
    const generic = tube && genericOpticsOf(tube);
    return generic ? [{ tubeId, generic, volume: parts }] : [];
  });
  if (specimen.length < paints.length)
    return <p>The paint of a tube in this pile is not known, so it cannot be simulated.</p>;
  return (
    <ReadByColorimeter thing={thing} specimen={specimen} wet={wet} film={filmOf(contents)} onTake={onTake} />
  );
}
