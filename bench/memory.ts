/**
 * Memory of a worker that does everything: a process of its own, its largest resident size less that of the
 * same process before the work. The picture's own pixels are counted too.
 */
import { spawnSync } from "node:child_process";
import { REFERENCE_FACTORS } from "../src/core/color/ciede2000";
import { createRng } from "../src/core/random/rng";
import { recipeSearch } from "../src/core/recipe/search";
import { PIGMENT_MODELS } from "../src/data/pigments.generated";
import { BOX_OF_EIGHT, closeLoop, instrumentReader, simulateBox } from "../tests/support/simulatedBench";
import { mixerOf, reachableTargets } from "./engine";
import { noise } from "./picture";
import { buildPaletteTable } from "../src/core/picture/paletteTable";
import { mapPicture } from "../src/core/picture/mapPicture";
import type { Figure } from "./report";

export const MEMORY_FLAG = "--memory-worker";
const MEGABYTE = 2 ** 20;

export function memoryFigures(): Figure[] {
  const child = spawnSync(process.execPath, [process.argv[1] ?? "", MEMORY_FLAG], { encoding: "utf8" });
  if (child.status !== 0) throw new Error(`The memory run failed: ${child.stderr}`);
  return [
    {
      what: "memory of a worker: searches of 24 tubes, a loop of additions, a picture table and its use",
      measured: Number(child.stdout),
      unit: "MB",
      atMost: 200,
    },
  ];
}

/** Runs in the process of its own; prints megabytes. */
export function measureMemory(): void {
  const before = process.memoryUsage().rss;
  const ids = PIGMENT_MODELS.slice(0, 24).map((model) => model.id);
  const search = recipeSearch(
    mixerOf(ids),
    ids.map((id) => id.includes("black")),
  );
  for (const target of reachableTargets(ids, 4, 20, 3)) {
    search.search({ target, maxTubes: 6, factors: REFERENCE_FACTORS, toleranceDeltaE2000: 1, maxAnswers: 5 });
  }
  const rng = createRng(4);
  for (let i = 0; i < 10; i++) {
    const box = simulateBox(BOX_OF_EIGHT, rng);
    closeLoop(box, box.trueLab(box.randomMix()), instrumentReader(0.25, rng), {
      mostAdditions: 3,
      toleranceDeltaE2000: 0.8,
      dosingError: 0.03,
      rng,
    });
  }
  const table = buildPaletteTable(mixerOf(ids.slice(0, 6)), { size: 33 });
  if (table) mapPicture(noise(12_000_000), table);
  // maxRSS is in kilobytes.
  const peak = process.resourceUsage().maxRSS * 1024;
  process.stdout.write(String((peak - before) / MEGABYTE));
}
