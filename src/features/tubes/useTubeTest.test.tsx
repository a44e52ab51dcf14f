import { act } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { installWorkers, liveWorkers } from "../../../tests/support/inProcessWorkers";
import { fillStore } from "../../../tests/support/sampleStore";
import { hookIn, openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { labD65 } from "../../core/color/types";
import { tintLab } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import { opticsOfTube } from "../../domain/tube/optics";
import { useTubeTest } from "./useTubeTest";

let studio: TestStudio;

beforeEach(async () => {
  installWorkers();
  studio = openStudio();
  await fillStore(studio.db);
});

afterEach(() => studio.end());

async function umberUnderTest() {
  const umber = (await studio.db.tubes.toArray()).find(({ label }) => label === "raw-umber");
  const optics = umber && opticsOfTube(umber);
  if (!umber || !optics) throw new Error("no umber");
  let isDone = false;
  const { result } = hookIn(studio, () =>
    useTubeTest(umber, () => {
      isDone = true;
    }),
  );
  /** What a dab of this tube reads when it is a little darker than believed. */
  const readingOf = (whiteParts: number) => {
    const [l, a, b] = tintLab(optics, whiteParts, WHITE_BENCH);
    return { lab: labD65(l - 2, a, b), source: "measured" as const, uncertaintyDeltaE2000: 0.4 };
  };
  return { umber, result, readingOf, isDone: () => isDone };
}

describe("a tube test", () => {
  it("leads from dab to dab, fits, and keeps one calibration however often it is tapped", async () => {
    const { umber, result, readingOf, isDone } = await umberUnderTest();
    expect(result.current.whiteParts).toBe(0);
    act(() => {
      result.current.take(readingOf(0));
    });
    expect(result.current.whiteParts).toBe(9);
    act(() => {
      result.current.take(readingOf(9));
    });
    expect(result.current.readings.map(({ whiteParts }) => whiteParts)).toEqual([0, 9]);
    await act(() => result.current.fit());
    const { result: fitted } = result.current;
    if (!fitted) throw new Error("not fitted");
    fitted.missAfter.forEach((miss, i) => {
      expect(miss).toBeLessThan(fitted.missBefore[i] ?? 0);
    });
    act(() => {
      result.current.keep(fitted);
      result.current.keep(fitted);
    });
    await until(isDone, "it is kept");
    const kept = await studio.db.tubes.get(umber.id);
    expect(kept?.optics.calibrations).toHaveLength(1);
    expect(kept?.optics.calibrations[0]?.readings).toMatchObject([{ whiteParts: 0 }, { whiteParts: 9 }]);
  });

  it("refuses what cannot be true, with what to do, and says when the calculation is lost", async () => {
    const { result, readingOf } = await umberUnderTest();
    act(() => {
      result.current.take({ ...readingOf(0), lab: labD65(100, 0, 0) });
    });
    expect(result.current.problem).toMatch(/must lie between 1 and 99.5.*Read it again/);
    expect(result.current.readings).toEqual([]);
    act(() => {
      result.current.take(readingOf(0));
    });
    expect(result.current.problem).toBeUndefined();
    let fitting: Promise<void> | undefined;
    act(() => {
      fitting = result.current.fit();
    });
    expect(result.current.isFitting).toBe(true);
    await act(async () => {
      for (const worker of liveWorkers.filter(({ name }) => name === "solver")) worker.crash();
      await fitting;
    });
    expect(result.current.problem).toMatch(/stopped unexpectedly.*Try again/);
    // The reading stays, so trying again is one tap.
    expect(result.current.readings).toHaveLength(1);
    await act(() => result.current.fit());
    expect(result.current.result).toBeDefined();
    act(() => {
      result.current.discard();
    });
    expect(result.current.readings).toEqual([]);
    act(() => {
      result.current.chooseDab(4);
    });
    expect(result.current.whiteParts).toBe(4);
  });
});
