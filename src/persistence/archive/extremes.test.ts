import "fake-indexeddb/auto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { fillStore } from "../../../tests/support/sampleStore";
import { sized } from "../../../tests/support/study";
import { type Pushing, pushingOf } from "../../../tests/support/pushedValues";
import { withRows } from "../../../tests/support/zips";
import { createRng } from "../../core/random/rng";
import { storeFaultWords } from "../../words/store";
import { GamanDatabase } from "../database";
import { createStoreApi } from "../storeApi";
import { checkStore } from "../storeCheck";
import { writeArchive } from "./writeArchive";

/** All of them with `npm run study`. */
const MUTATED = sized(24, 400);

const source = new GamanDatabase("extremes-source");
const target = new GamanDatabase("extremes-target");
const api = createStoreApi(() => target);
const quiet = (): void => undefined;
let archive: Blob;
let pushing: Pushing;

beforeAll(async () => {
  await fillStore(source);
  archive = (await writeArchive(source, { kind: "everything" }, 4000)).blob;
  pushing = await pushingOf(archive);
});

afterAll(async () => {
  await source.delete();
  await target.delete();
});

type Json = Record<string, unknown>;

const nothingOfPaint = {
  at: 1,
  absorption: new Array<number>(36).fill(0),
  scattering: new Array<number>(36).fill(0),
  readings: [
    {
      whiteParts: 0,
      color: {
        space: "cielab-2deg",
        light: "D65",
        lab: [50, 0, 0],
        source: "typed",
        uncertaintyDeltaE2000: 1,
      },
      missBefore: 1,
      missAfter: 1,
    },
  ],
  piles: [],
  spreadBefore: 1,
  spreadAfter: 1,
};

describe("a value that would stop a view", () => {
  it.each<[string, () => Promise<Blob>, RegExp]>([
    [
      "a time that no date can hold",
      () => withRows(archive, "timers", ([row]) => [{ ...row, dueAt: 8.64e15 + 1 }]),
      /dueAt/,
    ],
    [
      "paint that neither absorbs nor scatters",
      () =>
        withRows(archive, "tubes", ([row, ...rest]) => [
          { ...row, optics: { ...(row?.optics as Json), calibrations: [nothingOfPaint] } },
          ...rest,
        ]),
      /absorb or scatter/,
    ],
    [
      "a turn after which no other comes",
      () => withRows(archive, "readings", ([row]) => [{ ...row, turn: Number.MAX_SAFE_INTEGER }]),
      /turn/,
    ],
    [
      "a note's number after which no other comes",
      () => withRows(archive, "notes", ([row]) => [{ ...row, number: Number.MAX_SAFE_INTEGER }]),
      /number/,
    ],
    [
      "fewer shares than amounts",
      () => withRows(archive, "recipes", ([row]) => [{ ...row, shares: (row?.shares as number[]).slice(1) }]),
      /Each amount needs its share/,
    ],
    [
      "a picture wider than any",
      () => withRows(archive, "pictures", ([row]) => [{ ...row, widthPx: 1e12 }]),
      /widthPx/,
    ],
  ])("%s is refused", async (_, make, reason) => {
    const opened = await api.openArchive("own", await make(), quiet);
    expect(opened.ok ? "taken" : storeFaultWords(opened.fault)).toMatch(reason);
  });
});

describe("values at the ends of what they can be", () => {
  it(`${MUTATED} archives are refused with a reason, or taken so that nothing in them is half`, {
    timeout: 600_000,
  }, async () => {
    const rng = createRng(41);
    const counts = { taken: 0, refused: 0 };
    for (let i = 0; i < MUTATED; i++) {
      const changed = await pushing.next(rng);
      const opened = await api.openArchive("own", changed, quiet);
      if (!opened.ok) {
        counts.refused++;
        expect(opened.fault.code, `archive ${i}`).toBe("archive");
        expect(storeFaultWords(opened.fault)).toMatch(/^[A-Z“].{20,}\.$/s);
        continue;
      }
      counts.taken++;
      expect(await api.takeIn("theirs", "m.zip", 5000, quiet)).toEqual({ ok: true, value: undefined });
      const report = await checkStore(target);
      expect(report.unreadable, `archive ${i}`).toEqual([]);
      // Tubes that are nowhere are told of where they are named; nothing else may hang loose.
      expect(
        report.dangling.filter(({ fault }) => fault.code !== "dangling" || fault.to !== "tubes"),
        `archive ${i}`,
      ).toEqual([]);
      const again = await api.saveArchive("own", { kind: "everything" }, 6000, quiet);
      expect(again).toMatchObject({ ok: true, value: { unread: 0, leftOut: 0 } });
      expect(await api.undoImport("own")).toEqual({ ok: true, value: undefined });
      expect((await checkStore(target)).rowCount).toBe(0);
    }
    // Both ends of the claim were seen.
    expect(counts.taken).toBeGreaterThan(0);
    expect(counts.refused).toBeGreaterThan(0);
  });
});
