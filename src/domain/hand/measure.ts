/** The measure that the painter chose, as the engine takes it, and as it rounds a single amount. */
import { type Dosing, type DosingChoice, dosingOf, measuringOn } from "../../core/amounts/dosing";
import { ladderIn } from "../../core/amounts/ladder";
import type { Settings } from "../settings/settings";
import { densityOf } from "../tube/density";
import type { Tube } from "../tube/tube";

export type HandSettings = Pick<Settings, "amountUnit" | "sizes" | "partMl" | "dropMl">;

export type Measure = {
  readonly choice: DosingChoice;
  /** Parts in one unit of the choice. */
  readonly partsPerUnit: number;
};

/** What a syringe or a spoon shows, ml, and a pocket scale, g. */
const STEP_ML = 0.05;
const STEP_GRAMS = 0.02;
/** A pile of no stated size is about so many parts, where the measure needs a size. */
const USUAL_PARTS = 6;
const MOST_DROPS = 30;

/**
 * @param tubes - in the order in which the engine will name them.
 * @param pileParts - how large the pile is or shall be; undefined for any size.
 */
export function measureOf(settings: HandSettings, tubes: readonly Tube[], pileParts?: number): Measure {
  const { amountUnit, sizes, partMl, dropMl } = settings;
  const parts = pileParts ?? USUAL_PARTS;
  switch (amountUnit) {
    case "parts":
      return {
        choice: { unit: "parts", sizes, ...(pileParts !== undefined && { wantedParts: pileParts }) },
        partsPerUnit: 1,
      };
    case "drops":
      return {
        choice:
          pileParts === undefined
            ? { unit: "drops", mostDrops: MOST_DROPS }
            : { unit: "millilitres", stepMl: 1, wantedMl: (parts * partMl) / dropMl },
        partsPerUnit: dropMl / partMl,
      };
    case "millilitres":
      return {
        choice: { unit: "millilitres", stepMl: STEP_ML, wantedMl: parts * partMl },
        partsPerUnit: 1 / partMl,
      };
    case "grams":
      return {
        choice: {
          unit: "grams",
          stepGrams: STEP_GRAMS,
          wantedMl: parts * partMl,
          gramsPerMl: tubes.map(densityOf),
        },
        partsPerUnit: 1 / partMl,
      };
    case "percent":
      return { choice: { unit: "percent" }, partsPerUnit: parts / 100 };
  }
}

/**
 * What can be added to a pile, with all volumes in parts.
 *
 * @param tubes - in the order in which the engine will name them.
 * @param pileParts - how large the pile is: a percent is one of it.
 */
export function additionMeasure(
  settings: HandSettings,
  tubes: readonly Tube[],
  pileParts: number,
): DosingChoice {
  const { amountUnit, sizes, partMl, dropMl } = settings;
  const even = (stepParts: number): DosingChoice => ({
    unit: "millilitres",
    stepMl: stepParts,
    wantedMl: pileParts,
  });
  switch (amountUnit) {
    case "parts":
      return { unit: "parts", sizes };
    case "drops":
      return even(dropMl / partMl);
    case "millilitres":
      return even(STEP_ML / partMl);
    case "grams":
      return {
        unit: "grams",
        stepGrams: STEP_GRAMS,
        wantedMl: pileParts,
        gramsPerMl: tubes.map((tube) => densityOf(tube) * partMl),
      };
    case "percent":
      return even(pileParts / 100);
  }
}

/** The same with all volumes in parts. */
export function dosingInParts({ choice, partsPerUnit }: Measure): Dosing {
  const dosing = dosingOf(choice);
  if (partsPerUnit === 1) return dosing;
  return {
    ...measuringOn((tube) => ladderIn(dosing.ladder(tube), partsPerUnit)),
    sizesOfLargest: (share) => dosing.sizesOfLargest(share).map((size) => size * partsPerUnit),
    deltaEPerUnit: dosing.deltaEPerUnit / partsPerUnit,
    ...(dosing.total !== undefined && { total: dosing.total * partsPerUnit }),
    ...(dosing.totalRange && {
      totalRange: [dosing.totalRange[0] * partsPerUnit, dosing.totalRange[1] * partsPerUnit],
    }),
  };
}
