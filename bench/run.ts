/** `npm run bench`: every promised figure, measured on this machine. `--only engine|additions|learning|palette|strings|layers|browser|tubes|subject|mix|log|kill|safety|views|weight` for a part. */
// Before the store, which looks for it when it is loaded.
import "fake-indexeddb/auto";
import { browserFigures } from "./browser";
import { engineFigures } from "./engine";
import { additionFigures, correctionFigures, predictionFigures } from "./learning";
import { hostileViewFigures } from "./hostileViews";
import { killFigures } from "./kill";
import { logFigures } from "./log";
import { MEMORY_FLAG, measureMemory, memoryFigures } from "./memory";
import { mixFigures } from "./mix";
import { optimiserFigures } from "./optimisers";
import { paletteFigures } from "./palette";
import { pictureFigures } from "./picture";
import { printFigures } from "./report";
import { safetyFigures } from "./safety";
import { chartFigures, layerFigures } from "./layers";
import { stringFigures } from "./strings";
import { subjectFigures } from "./subject";
import { tubeFigures } from "./tubes";
import { weightFigures } from "./weight";
import { handInKernels } from "../src/kernel/load";

const only = process.argv.includes("--only") ? process.argv[process.argv.indexOf("--only") + 1] : undefined;
if (process.argv.includes(MEMORY_FLAG)) {
  measureMemory();
  process.exit();
}
// As in the workers; `--kernel plain` for the plain form.
if (!process.argv.includes("plain")) process.stdout.write(`Kernel: ${handInKernels()}\n`);
if (only === undefined || only === "engine") {
  printFigures("Engine, one thread", engineFigures());
  printFigures("Against general-purpose optimisers", optimiserFigures());
  printFigures("Pictures, one thread", pictureFigures());
  printFigures("Memory", memoryFigures());
}
if (only === undefined || only === "learning" || only === "additions")
  printFigures("Additions, one thread", additionFigures());
if (only === undefined || only === "learning") {
  printFigures("Prediction of simulated true tubes", predictionFigures());
  printFigures("Closing the loop on simulated true tubes", correctionFigures());
}
if (only === undefined || only === "palette") printFigures("Palettes, one thread", paletteFigures());
if (only === undefined || only === "strings") printFigures("Strings, one thread", stringFigures());
if (only === undefined || only === "layers")
  printFigures("Layers and charts, one thread", [...layerFigures(), ...chartFigures()]);
if (only === undefined || only === "browser")
  printFigures("Browser, built application", await browserFigures());
if (only === undefined || only === "tubes") printFigures("Tubes, built application", await tubeFigures());
if (only === undefined || only === "subject")
  printFigures("Pictures of 12 megapixels, built application", await subjectFigures());
if (only === undefined || only === "mix") printFigures("The bench, built application", await mixFigures());
if (only === undefined || only === "log")
  printFigures("A log of 20,000 matches, built application", await logFigures());
if (only === undefined || only === "kill")
  printFigures("The browser killed, built application", await killFigures());
if (only === undefined || only === "safety")
  printFigures("Hostile archives, each in a process of its own; calls", await safetyFigures());
if (only === undefined || only === "views")
  printFigures("Archives of pushed values, in the built application", await hostileViewFigures());
if (only === undefined || only === "weight") printFigures("Scripts of each view", weightFigures());
