/** What is left of an older pile, as if it were a tube of its own: it mixes as one. */
import { blendOptics } from "../../core/mixing/mixture";
import { highestClass } from "../../core/safety/hazardClasses";
import { contentsOf, volumeOf } from "./contents";
import { leftoverId, pileOfLeftover, puddleId } from "./puddle";
import type { Note } from "../note/note";
import type { Dose, Pile } from "./pile";
import { LIGHTFASTNESS_CLASSES, type Tube } from "../tube/tube";
import { opticsOfTube } from "../tube/optics";
import { isWater } from "../tube/water";

/**
 * Undefined when the paint of a tube in it is not known, or nothing lies there. Of a wash the water is in it too: so
 * much less of everything that absorbs and scatters lies in each of its parts.
 */
export function leftoverAsTube(
  pile: Pile,
  note: Note | undefined,
  tubeById: ReadonlyMap<string, Tube>,
): Tube | undefined {
  const contents = contentsOf(pile);
  const paintShare = volumeOf(contents.filter((dose) => !isWater(dose))) / volumeOf(contents);
  return mixtureAsTube(
    {
      id: paintShare < 1 ? puddleId(pile.id, paintShare) : leftoverId(pile.id),
      label: pile.name ?? `rest of ${note ? `${note.number} ${note.name}` : "an older pile"}`,
      contents,
      at: pile.createdAt,
    },
    tubeById,
  );
}

/** Any mixture as a tube of its own; undefined as above. @param at - since when it is, ms since 1970. */
export function mixtureAsTube(
  {
    id,
    label,
    contents,
    at,
  }: {
    readonly id: string;
    readonly label: string;
    readonly contents: readonly Dose[];
    readonly at: number;
  },
  tubeById: ReadonlyMap<string, Tube>,
): Tube | undefined {
  const paints = contents.filter((dose) => !isWater(dose));
  const paintShare = volumeOf(paints) / volumeOf(contents);
  const parts = paints.map(({ tubeId, parts: volume }) => {
    const tube = tubeById.get(tubeId);
    return { tube, optics: tube && opticsOfTube(tube), volume };
  });
  const known = parts.flatMap(({ tube, optics, volume }) =>
    tube && optics ? [{ tube, optics, volume }] : [],
  );
  const [most] = [...known].sort((one, other) => other.volume - one.volume);
  if (!most || known.length < parts.length || volumeOf(contents) <= 0) return undefined;
  const { absorption, scattering, surface } = blendOptics(known);
  return {
    ...most.tube,
    id,
    label,
    colourIndexNames: [...new Set(known.flatMap(({ tube }) => tube.colourIndexNames))],
    price: undefined,
    granulates: known.some(({ tube }) => tube.granulates === true),
    // What is said of it is said of the worst in it.
    hazard: highestClass(known.map(({ tube }) => tube.hazard)),
    lightfastness: leastLasting(known.map(({ tube }) => tube.lightfastness)),
    optics: {
      isLookAlike: known.some(({ tube }) => tube.optics.isLookAlike),
      // A pile with black in it is black for whoever paints without; white it is where all of it is.
      modelIds: [...new Set(known.flatMap(({ tube }) => tube.optics.modelIds))],
      calibrations: [
        {
          at,
          absorption: Array.from(absorption, (k) => k * paintShare),
          scattering: Array.from(scattering, (s) => s * paintShare),
          ...(surface && { surface }),
          readings: [],
          piles: [],
          spreadBefore: 0,
          spreadAfter: 0,
        },
      ],
    },
  };
}

function leastLasting(classes: readonly Tube["lightfastness"][]): Tube["lightfastness"] {
  const known = classes.filter((one) => one !== "unknown").map((one) => LIGHTFASTNESS_CLASSES.indexOf(one));
  return LIGHTFASTNESS_CLASSES[Math.max(...known)] ?? "unknown";
}

/** Amounts in which leftovers stand as themselves, as amounts of the tubes that they were mixed from. */
export function expandLeftovers(
  amounts: readonly { readonly tubeId: string; readonly parts: number }[],
  leftovers: readonly Pile[],
): { readonly tubeId: string; readonly parts: number; readonly fromPileId?: string }[] {
  return amounts.flatMap(({ tubeId, parts }) => {
    const pileId = pileOfLeftover(tubeId);
    if (pileId === undefined) return [{ tubeId, parts }];
    const pile = leftovers.find(({ id }) => id === pileId);
    const contents = pile ? contentsOf(pile) : [];
    const whole = volumeOf(contents);
    return contents.map((part) => ({
      tubeId: part.tubeId,
      parts: (part.parts * parts) / whole,
      fromPileId: pileId,
    }));
  });
}
