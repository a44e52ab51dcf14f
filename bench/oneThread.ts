/**
 * Figures of one thread, in a process of their own, as a worker is one: Playwright decodes base 64 when it is loaded, which
 * leaves the wide registers of the processor in use, and all that runs on that thread afterwards takes a seventh longer.
 */
import { engineFigures } from "./engine";
import { chartFigures, layerFigures } from "./layers";
import { additionFigures, correctionFigures, predictionFigures } from "./learning";
import { MEMORY_FLAG, measureMemory, memoryFigures } from "./memory";
import { optimiserFigures } from "./optimisers";
import { paletteFigures } from "./palette";
import { pictureFigures } from "./picture";
import { isAsked, printFigures } from "./report";
import { stringFigures } from "./strings";
import { handInKernels } from "../src/kernel/load";

if (process.argv.includes(MEMORY_FLAG)) {
  measureMemory();
  process.exit();
}
// As in the workers; `--kernel plain` for the plain form.
if (!process.argv.includes("plain")) process.stdout.write(`Kernel: ${handInKernels()}\n`);
if (isAsked("engine")) {
  printFigures("Engine, one thread", engineFigures());
  printFigures("Against general-purpose optimisers", optimiserFigures());
  printFigures("Pictures, one thread", pictureFigures());
  printFigures("Memory", memoryFigures());
}
if (isAsked("learning") || isAsked("additions")) printFigures("Additions, one thread", additionFigures());
if (isAsked("learning")) {
  printFigures("Prediction of simulated true tubes", predictionFigures());
  printFigures("Closing the loop on simulated true tubes", correctionFigures());
}
if (isAsked("palette")) printFigures("Palettes, one thread", paletteFigures());
if (isAsked("strings")) printFigures("Strings, one thread", stringFigures());
if (isAsked("layers")) printFigures("Layers and charts, one thread", [...layerFigures(), ...chartFigures()]);
