import { describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { deltaE2000 } from "../core/color/ciede2000";
import { createRng } from "../core/random/rng";
import { createSimulatedColorimeter } from "./colorimeter";

const specimen = [{ tubeId: "a", generic: pigment("raw-umber").optics, volume: 1 }];

function instrument(seed = 1) {
  let time = 0;
  const colorimeter = createSimulatedColorimeter({
    now: () => time,
    wait: (milliseconds) => {
      time += milliseconds;
      return Promise.resolve();
    },
    rng: createRng(seed),
    paintSeed: 5,
  });
  const pass = (milliseconds: number): void => {
    time += milliseconds;
  };
  const read = async () => {
    for (;;) {
      const answer = await colorimeter.measure(specimen);
      if (answer.ok) return answer.value.lab;
      if (answer.failure.code !== "unsteady") {
        await colorimeter.connect();
        await colorimeter.calibrate();
      }
    }
  };
  return { colorimeter, pass, read };
}

describe("the simulated colorimeter", () => {
  it("must be connected, then calibrated on its tile", async () => {
    const { colorimeter } = instrument(2);
    expect(await colorimeter.measure(specimen)).toMatchObject({ failure: { code: "not-connected" } });
    expect(await colorimeter.calibrate()).toMatchObject({ failure: { code: "not-connected" } });
    await colorimeter.connect();
    expect(await colorimeter.measure(specimen)).toMatchObject({ failure: { code: "not-calibrated" } });
    await colorimeter.calibrate();
    const answer = await colorimeter.measure(specimen);
    expect(answer.ok && answer.value.reflectance.values.length).toBe(36);
    colorimeter.disconnect();
    expect(await colorimeter.measure(specimen)).toMatchObject({ failure: { code: "not-connected" } });
  });

  it("reads the same paint each time, with its stated noise", async () => {
    const { colorimeter, pass, read } = instrument(3);
    await colorimeter.connect();
    pass(20 * 60_000);
    await colorimeter.calibrate();
    const first = await read();
    const misses: number[] = [];
    for (let i = 0; i < 60; i++) misses.push(deltaE2000(first, await read()));
    const mean = misses.reduce((sum, miss) => sum + miss, 0) / misses.length;
    expect(mean).toBeGreaterThan(0.05);
    expect(mean).toBeLessThan(0.7);
  });

  it("drifts lighter while it warms up after a cold calibration", async () => {
    const { colorimeter, pass, read } = instrument(4);
    await colorimeter.connect();
    await colorimeter.calibrate();
    const cold: number[] = [];
    const warm: number[] = [];
    for (let i = 0; i < 12; i++) cold.push((await read())[0]);
    pass(30 * 60_000);
    for (let i = 0; i < 12; i++) warm.push((await read())[0]);
    const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
    expect(mean(warm) - mean(cold)).toBeGreaterThan(0.1);
  });

  it("is sometimes held unsteadily, and loses its cable now and then", async () => {
    const { colorimeter } = instrument(9);
    const codes = new Set<string>();
    for (let i = 0; i < 600; i++) {
      const answer = await colorimeter.measure(specimen);
      if (answer.ok) continue;
      codes.add(answer.failure.code);
      if (answer.failure.code !== "unsteady") {
        await colorimeter.connect();
        await colorimeter.calibrate();
      }
    }
    expect(codes).toEqual(new Set(["not-connected", "unsteady", "disconnected"]));
  });

  it("reads paint that is not what the generic model says", async () => {
    const { colorimeter, read } = instrument(6);
    await colorimeter.connect();
    await colorimeter.calibrate();
    const { typicalMasstone } = pigment("raw-umber");
    expect(deltaE2000(typicalMasstone, await read())).toBeGreaterThan(0.5);
  });
});
