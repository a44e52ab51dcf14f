import { describe, expect, it } from "vitest";
import { createRng } from "../core/random/rng";
import { createSimulatedScale, type Weight } from "./scale";

/** A scale whose stream is moved on by hand. */
function steppedScale(seed = 1) {
  const tasks = new Set<() => void>();
  const scale = createSimulatedScale({
    rng: createRng(seed),
    wait: () => Promise.resolve(),
    every: (_, task) => {
      tasks.add(task);
      return () => tasks.delete(task);
    },
  });
  const weights: Weight[] = [];
  const stream = (count: number): void => {
    for (let i = 0; i < count; i++) for (const task of tasks) task();
  };
  return { scale, weights, stream, listen: () => scale.onWeight((weight) => weights.push(weight)) };
}

const gramsOf = (weight: Weight | undefined): number =>
  weight?.state === "weighing" ? weight.grams : Number.NaN;

describe("the simulated scale", () => {
  it("says nothing and tares nothing until it is connected", async () => {
    const { scale, weights, stream, listen } = steppedScale();
    listen();
    stream(3);
    expect(weights).toEqual([]);
    expect(scale.tare()).toMatchObject({ ok: false, failure: { code: "not-connected" } });
    await scale.connect();
    stream(1);
    expect(weights).toHaveLength(1);
  });

  it("settles on what fell, to within a few hundredths, and counts from the tare", async () => {
    const { scale, weights, stream, listen } = steppedScale(3);
    await scale.connect();
    listen();
    scale.drop(12);
    stream(1);
    expect(weights.at(-1)).toMatchObject({ state: "weighing", isSteady: false });
    stream(20);
    expect(weights.at(-1)).toMatchObject({ isSteady: true });
    expect(Math.abs(gramsOf(weights.at(-1)) - 12)).toBeLessThan(0.03);
    scale.tare();
    scale.drop(1.84);
    stream(20);
    expect(Math.abs(gramsOf(weights.at(-1)) - 1.84)).toBeLessThan(0.03);
    const shown = gramsOf(weights.at(-1));
    expect(Math.abs(shown * 100 - Math.round(shown * 100))).toBeLessThan(1e-6);
  });

  it("is restless in the last figure, and differs from seed to seed", async () => {
    const runs = await Promise.all(
      [1, 2].map(async (seed) => {
        const { scale, weights, stream, listen } = steppedScale(seed);
        await scale.connect();
        listen();
        scale.drop(5);
        stream(60);
        return weights.slice(20).map(gramsOf);
      }),
    );
    expect(new Set(runs[0]).size).toBeGreaterThan(1);
    expect(runs[0]).not.toEqual(runs[1]);
  });

  it("refuses more than its pan can bear, and stops when nobody listens", async () => {
    const { scale, weights, stream, listen } = steppedScale();
    await scale.connect();
    const stop = listen();
    scale.drop(scale.mostGrams + 1);
    stream(1);
    expect(weights.at(-1)).toEqual({ state: "overloaded" });
    expect(scale.tare()).toMatchObject({ ok: false, failure: { code: "overloaded" } });
    stop();
    stream(5);
    expect(weights).toHaveLength(1);
    expect(() => {
      scale.drop(Number.NaN);
    }).toThrow(RangeError);
  });
});
