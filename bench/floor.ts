/** What a figure cannot go below: the mixtures that are worked out in it, at the cost of one. */
import { aimAt } from "../src/core/color/aimDistance";
import { REFERENCE_FACTORS } from "../src/core/color/ciede2000";
import { labD65 } from "../src/core/color/types";
import type { ColorModel } from "../src/core/mixing/colorModel";
import { handInKernel, opaqueModel } from "../src/core/mixing/opaqueModel";
import { createKernel } from "../src/kernel/kernel";
import { handInKernels, kernelModule } from "../src/kernel/load";
import { VIEWING } from "../src/data/standardViewing";
import { PAINT_SURFACE } from "../src/data/surface";
import { PIGMENT_MODELS } from "../src/data/pigments.generated";
import { quickest } from "./quickest";
import type { Figure } from "./report";

type Counts = { plain: number; withSlopes: number; rough: number };

/**
 * Microseconds of one mixture of so many tubes without derivatives, of one with them, and of one with them as a coarse solve
 * has it, its distance from the aim included.
 */
export function costOfOne(count = 4): Readonly<Counts> {
  const mixer = opaqueModel(
    PIGMENT_MODELS.slice(0, 12).map(({ optics }) => optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  const out = new Float64Array(3);
  const slopes = new Float64Array(3 * count);
  const tubes = Uint8Array.from({ length: count }, (_, i) => i);
  const volumes = Float64Array.from({ length: count }, (_, i) => 6 / (1 + i * i));
  const perCall = (task: () => void): number => {
    for (let i = 0; i < 20_000; i++) task();
    const { sum } = quickest([
      () => {
        for (let i = 0; i < 40_000; i++) task();
      },
    ]);
    return sum / 40;
  };
  const set = {
    aim: aimAt(labD65(50, 10, 10), REFERENCE_FACTORS),
    tubes,
    count,
    effort: { maxIterations: 0, goodEnough: 0, relativeGain: 0, isRough: true },
    floors: new Float64Array(count),
    scaled: new Float64Array(count),
    volumes: new Float64Array(count),
    lab: new Float64Array(3),
  };
  return {
    rough: perCall(() => {
      set.scaled.set(volumes);
      mixer.solveSet?.(set);
    }),
    withSlopes: perCall(() => {
      mixer.writeLabAndSlopes(out, slopes, tubes, volumes, count);
    }),
    plain: perCall(() => {
      mixer.writeLab(out, tubes, volumes, count);
    }),
  };
}

/** Mixtures in a task, those inside of whole solves too. The task is done once more for it. */
function mixturesIn(task: () => void): Counts {
  const counts: Counts = { plain: 0, withSlopes: 0, rough: 0 };
  const kernel = createKernel(kernelModule(true));
  handInKernel((...asked) => counting(kernel(...asked), counts));
  task();
  handInKernels();
  return counts;
}

function counting(model: ColorModel, counts: Counts): ColorModel {
  return {
    tubeCount: model.tubeCount,
    isScaleFree: model.isScaleFree,
    strengthOf: (tube) => model.strengthOf(tube),
    writeLab: (...asked) => {
      counts.plain++;
      model.writeLab(...asked);
    },
    writeLabAndSlopes: (...asked) => {
      counts.withSlopes++;
      model.writeLabAndSlopes(...asked);
    },
    solveSet: (set) => {
      const solved = model.solveSet?.(set);
      counts[set.effort.isRough ? "rough" : "withSlopes"] += solved?.evaluations ?? 0;
      return solved;
    },
  };
}

/**
 * @param milliseconds - of what was timed. @param task - the same once more. @param tubes - in most of its mixtures.
 */
export function floorFigures(milliseconds: number, task: () => void, tubes = 4): Figure[] {
  const { plain, withSlopes, rough } = mixturesIn(task);
  const cost = costOfOne(tubes);
  const floor = (rough * cost.rough + withSlopes * cost.withSlopes + plain * cost.plain) / 1000;
  return [
    { what: "  mixtures in it, with derivatives, in coarse solves", measured: rough, unit: "" },
    { what: "  mixtures in it, with derivatives, in others", measured: withSlopes, unit: "" },
    { what: "  mixtures in it, without", measured: plain, unit: "" },
    { what: "  their time alone", measured: floor, unit: "ms" },
    { what: "  share of the time that is neither", measured: 1 - floor / milliseconds, unit: "" },
  ];
}
