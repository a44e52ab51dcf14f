"use client";

/** A cell goes to the bench as it was dosed, or becomes a string. */
import { nanoid } from "nanoid";
import { useRouter } from "next/navigation";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import type { Chart } from "../../domain/charts/chart";
import { laidAmounts } from "../../domain/hand/laidAmounts";
import { labOfAdditions } from "../../domain/mixture/color";
import { volumeOf } from "../../domain/pile/contents";
import type { Dose } from "../../domain/pile/pile";
import { storedFromLab } from "../../domain/reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { MOST_STRINGS } from "../../domain/strings/grid";
import { newGrid, stringOf } from "../../domain/strings/newString";
import { isWater } from "../../domain/tube/water";
import { useGridCommands } from "../../kit/commands/grids";
import { usePileCommands } from "../../kit/commands/piles";
import { useStore, useSettings, useStudio } from "../../kit/studio/useStudio";
import { readGrids } from "../../kit/store/calls";

/** Of a pile that begins with a cell. */
const USUAL_PARTS = 3;
const MOST_NAME = 120;

export function useCellTo(
  { paintingId }: Pick<Chart, "paintingId">,
  contents: readonly Dose[],
  words: string,
  predicted: LabD65,
): { readonly bench: () => Promise<void>; readonly strings: () => Promise<void> } {
  const store = useStore();
  const router = useRouter();
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const { planRecipe } = usePileCommands();
  const { addGrid, changeGrid } = useGridCommands();
  const name = words.slice(0, MOST_NAME);
  return {
    bench: async () => {
      const whole = volumeOf(contents);
      const wanted = contents.map(({ tubeId, parts }) => ({ tubeId, parts: (USUAL_PARTS * parts) / whole }));
      const amounts = laidAmounts(wanted, USUAL_PARTS, settings, tubeById);
      const laid = volumeOf(amounts);
      // What is promised is what the rounded amounts give, not the cell they were rounded from.
      const given = labOfAdditions(amounts, tubeById) ?? predicted;
      const id = await planRecipe(
        {
          name,
          amounts,
          shares: amounts.map(({ parts }) => parts / laid),
          predicted: storedFromLab(given, "predicted", GENERIC_UNCERTAINTY),
          deltaE2000: deltaE2000(predicted, given),
          reasons: [],
        },
        Date.now(),
      );
      router.push(`/mix?pile=new&plan=${id}`);
    },
    strings: async () => {
      const amounts = contents.filter((dose) => !isWater(dose));
      const string = { ...stringOf(name, { kind: "paint", amounts }, settings.school), id: nanoid() };
      const roomy = (await readGrids(store, paintingId)).findLast(
        ({ strings }) => strings.length < MOST_STRINGS,
      );
      if (roomy) await changeGrid(roomy.id, ({ strings }) => ({ strings: [...strings, string] }));
      else
        await addGrid({ ...newGrid(paintingId, "Strings", settings.scale), strings: [string] }, Date.now());
      router.push("/strings");
    },
  };
}
