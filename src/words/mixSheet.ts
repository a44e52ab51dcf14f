/** A mixture in plain text, to be copied, sent or kept on paper: the same amounts that the bench shows. */
import type { LabD65 } from "../core/color/types";
import type { PileStep } from "../domain/pile/plan";
import type { Settings } from "../domain/settings/settings";
import type { Tube } from "../domain/tube/tube";
import { deltaEText, describeLab } from "./colors";
import { exactWords, handWords, tubeName } from "./doses";

export type SheetOf = {
  /** "5 Lichen". */
  readonly name: string;
  readonly target: LabD65;
  /** What comes of it, and how far that is from the target; without a target colour nothing is compared. */
  readonly predicted: { readonly lab: LabD65; readonly deltaE2000: number } | undefined;
  /** In the order they go down. */
  readonly steps: readonly PileStep[];
};

export function mixSheet(
  { name, target, predicted, steps }: SheetOf,
  tubeById: ReadonlyMap<string, Tube>,
  settings: Settings,
): string {
  const wholeParts = steps.reduce((sum, { parts }) => sum + parts, 0);
  const figures = target.map((axis) => axis.toFixed(1)).join(" ");
  return [
    name,
    `${describeLab(target, settings).sentence}; CIELAB (D65) ${figures}`,
    "",
    ...steps.map(({ tubeId, parts, isDone }) => {
      const tube = tubeById.get(tubeId);
      const code = tube?.colourIndexNames.join(" ") ?? "";
      const amount = handWords(parts, settings, { tube, wholeParts });
      return `${amount} ${tubeName(tube)}${code === "" ? "" : ` (${code})`}${isDone ? ", laid down" : ""}`;
    }),
    `${exactWords(wholeParts, settings)} in all`,
    ...(predicted
      ? [
          "",
          `It gives ${describeLab(predicted.lab, settings).sentence}; ${deltaEText(predicted.deltaE2000)} from the target.`,
        ]
      : []),
    "",
  ].join("\n");
}
