/** Mixtures that stand in a chart like tubes: what lies in a pile, or the recipe of a note, as it was when it was chosen. */
import { volumeOf } from "../pile/contents";
import { mixtureAsTube } from "../pile/leftovers";
import type { Dose } from "../pile/pile";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import type { Chart } from "./chart";

const PREFIX = "mix:";
/** What is stored of an id. */
const LONGEST_ID = 64;

/** @param ofId - of the pile or the note that it is. */
export function mixtureId(ofId: string): string {
  return `${PREFIX}${ofId}`.slice(0, LONGEST_ID);
}

/** Whether an id in a chart is that of a mixture, and of no tube. */
export function isMixtureId(id: string): boolean {
  return id.startsWith(PREFIX);
}

/** The paint of some contents. What water was in them is left out: a chart thins by itself. */
export function paintOf(contents: readonly Dose[]): readonly Dose[] {
  return contents.filter((dose) => !isWater(dose)).map(({ tubeId, parts }) => ({ tubeId, parts }));
}

/** The tubes of the box, and the mixtures of the chart as tubes of their own. Those of unknown paint are left out. */
export function withMixtures(
  { mixtures, createdAt }: Pick<Chart, "mixtures" | "createdAt">,
  tubeById: ReadonlyMap<string, Tube>,
): ReadonlyMap<string, Tube> {
  if (!mixtures || mixtures.length === 0) return tubeById;
  const own = mixtures.flatMap(({ id, name, amounts }) => {
    const tube = mixtureAsTube({ id, label: name, contents: amounts, at: createdAt }, tubeById);
    return tube ? [[id, tube] as const] : [];
  });
  return new Map([...tubeById, ...own]);
}

/** Doses in which mixtures stand as themselves, as doses of the tubes that they were mixed from. */
export function takenApart(
  doses: readonly Dose[],
  { mixtures = [] }: Pick<Chart, "mixtures">,
): readonly Dose[] {
  const sums = new Map<string, number>();
  const add = (tubeId: string, parts: number): void => {
    sums.set(tubeId, (sums.get(tubeId) ?? 0) + parts);
  };
  for (const { tubeId, parts } of doses) {
    const mixture = mixtures.find(({ id }) => id === tubeId);
    if (!mixture) add(tubeId, parts);
    else {
      const whole = volumeOf(mixture.amounts);
      for (const part of mixture.amounts) add(part.tubeId, (parts * part.parts) / whole);
    }
  }
  return [...sums].map(([tubeId, parts]) => ({ tubeId, parts }));
}
