/** Tubes and amounts as a hand with a knife understands them. */
import { amountWords, wordedAmount } from "../core/amounts/amounts";
import { quarterText } from "../core/describe/valueScale";
import type { Dose } from "../domain/pile/pile";
import type { Settings } from "../domain/settings/settings";
import { densityOf } from "../domain/tube/density";
import type { Tube } from "../domain/tube/tube";

/** Of sums of quarters. */
const ROUNDING = 1e-6;

/** What a record calls a tube; one that was deleted since is still named, and marked. */
export function tubeName(tube: Tube | undefined): string {
  if (!tube) return "a tube no longer known";
  return tube.deletedAt === undefined ? tube.label : `${tube.label} (no longer in the box)`;
}

/**
 * An amount as the painter's measure says it: parts, touches and specks for a knife, else a figure. Percent of what
 * is not known how large stays with the knife.
 */
export function handWords(parts: number, settings: Settings, of: AmountOf = {}): string {
  const { amountUnit, sizes } = settings;
  const isKnife = amountUnit === "parts" || (amountUnit === "percent" && !of.wholeParts);
  return isKnife ? amountWords(parts, sizes) : exactWords(parts, settings, of);
}

/** "2 parts Titanium white", one for each tube. @param wholeParts - of the pile, for percent. */
export function doseWords(
  doses: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
  settings: Settings,
  wholeParts?: number,
): string[] {
  return doses.map(({ tubeId, parts }) => {
    const tube = tubeById.get(tubeId);
    return `${handWords(parts, settings, { tube, wholeParts })} ${tubeName(tube)}`;
  });
}

/**
 * The exact figure where it says more than the hand's words do: nothing for "3 touches" or for "27 drops", since that
 * is the figure itself.
 */
export function exactBeside(parts: number, settings: Settings): string | undefined {
  const isKnife = settings.amountUnit === "parts" || settings.amountUnit === "percent";
  if (!isKnife || (settings.amountUnit === "parts" && wordedAmount(parts, settings.sizes).isExact))
    return undefined;
  return exactWords(parts, { ...settings, amountUnit: "parts" });
}

/** Beside the words of an amount: the exact figure, unless they are that figure, and its share of the pile, [0, 1]. */
export function besideAmount(words: string, exact: string, share: number): string {
  const percent = `${(100 * share).toFixed(1)} %`;
  return words === exact ? percent : `${exact}, ${percent}`;
}

/** What is needed to say an amount in percent or in grams: the size of the whole pile, and which paint it is. */
export type AmountOf = { readonly wholeParts?: number | undefined; readonly tube?: Tube | undefined };

/** The exact figure in the unit that the painter measures in; in parts where that unit says nothing of it. */
export function exactWords(parts: number, settings: Settings, of: AmountOf = {}): string {
  switch (settings.amountUnit) {
    case "parts":
      return partsText(parts);
    case "grams":
      return of.tube
        ? `${plain(parts * settings.partMl * densityOf(of.tube))} g`
        : `${plain(parts * settings.partMl)} ml`;
    case "percent":
      return of.wholeParts ? `${plain((100 * parts) / of.wholeParts)} %` : partsText(parts);
    case "millilitres":
      return `${plain(parts * settings.partMl)} ml`;
    case "drops":
      return counted((parts * settings.partMl) / settings.dropMl, "drop", "drops");
  }
}

/** Quarters as the knife's words have them: one amount reads alike wherever it stands. */
function partsText(parts: number): string {
  const quarters = Math.round(4 * parts);
  return quarters > 0 && Math.abs(4 * parts - quarters) < ROUNDING
    ? `${quarterText(quarters / 4)} ${quarters <= 4 ? "part" : "parts"}`
    : counted(parts, "part", "parts");
}

function counted(amount: number, one: string, many: string): string {
  const text = plain(amount);
  return `${text} ${text === "1" ? one : many}`;
}

/** Three significant digits or two decimals, without trailing zeros. */
function plain(value: number): string {
  return String(Number(Math.abs(value) >= 10 ? value.toFixed(2) : value.toPrecision(3)));
}

/** Paint that is needed, to three figures: nobody squeezes out more exactly. @param ml - above 0. */
export function mlText(ml: number): string {
  return Number(ml.toPrecision(3)).toLocaleString("en-GB");
}

/** The share for waste as it was typed: "12.5". @param share - 0.125. */
export function wasteText(share: number): string {
  return String(Number((100 * share).toFixed(2)));
}
