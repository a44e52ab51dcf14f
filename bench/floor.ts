/** What a figure cannot go below: the mixtures that are worked out in it, at the cost of one. */
import type { ColorModel } from "../src/core/mixing/colorModel";
import { handInKernel, opaqueModel } from "../src/core/mixing/opaqueModel";
import { createKernel } from "../src/kernel/kernel";
import { handInKernels, kernelModule } from "../src/kernel/load";
import { VIEWING } from "../src/data/standardViewing";
import { PAINT_SURFACE } from "../src/data/surface";
import { PIGMENT_MODELS } from "../src/data/pigments.generated";
import { quickest } from "./quickest";
import type { Figure } from "./report";

type Counts = { plain: number; withSlopes: number };

/** Microseconds of one mixture of so many tubes with derivatives, and of one without. */
export function costOfOne(count = 4): { readonly withSlopes: number; readonly plain: number } {
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
  return {
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
  const counts: Counts = { plain: 0, withSlopes: 0 };
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
      counts.withSlopes += solved?.evaluations ?? 0;
      return solved;
    },
  };
}

/**
 * @param milliseconds - of what was timed. @param task - the same once more. @param tubes - in most of its mixtures.
 */
export function floorFigures(milliseconds: number, task: () => void, tubes = 4): Figure[] {
  const { plain, withSlopes } = mixturesIn(task);
  const cost = costOfOne(tubes);
  const floor = (withSlopes * cost.withSlopes + plain * cost.plain) / 1000;
  return [
    { what: "  mixtures in it, with derivatives", measured: withSlopes, unit: "" },
    { what: "  mixtures in it, without", measured: plain, unit: "" },
    { what: "  their time alone", measured: floor, unit: "ms" },
    { what: "  share of the time that is neither", measured: 1 - floor / milliseconds, unit: "" },
  ];
}
