/** The browser killed in the middle of writes and imports, and what is there when it starts again. */
import { killRounds } from "../tests/support/killRounds";
import { withServedBrowser } from "../scripts/run/servedBrowser";
import type { Figure } from "./report";

const PORT = 3433;
const KILLS = 50;

/** Throws when anything that was acknowledged is missing, or the store is not in order. */
export function killFigures(): Promise<Figure[]> {
  return withServedBrowser(PORT, async (_browser, address) => {
    const report = await killRounds(address, Number(process.env.KILLS ?? KILLS));
    return [
      {
        what: "times that the browser was killed; the store was in order each time",
        measured: report.rounds,
        unit: "",
      },
      {
        what: "writes that the page had acknowledged; all were there",
        measured: report.acknowledged,
        unit: "",
        atLeast: report.rounds,
      },
      {
        what: "kills in the middle of an import; it was there whole or not at all",
        measured: report.imports,
        unit: "",
      },
      {
        what: "of these, at the worst moment: half a record in the log",
        measured: report.cutShort,
        unit: "",
      },
      { what: "of these, whole", measured: report.importsWhole, unit: "" },
    ];
  });
}
