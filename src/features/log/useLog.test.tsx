import { act } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { installWorkers, liveWorkers } from "../../../tests/support/inProcessWorkers";
import { fillStore, type Sample } from "../../../tests/support/sampleStore";
import { hookIn, openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { setRemark } from "../../persistence/matchRecords";
import { NEWEST_MATCHES } from "./filters";
import { useOpenLog, useRows } from "./useLog";

let studio: TestStudio;
let sample: Sample;

beforeEach(async () => {
  installWorkers();
  studio = openStudio();
  sample = await fillStore(studio.db);
});

afterEach(async () => {
  await studio.end();
});

const ALL = { kind: "pile", text: "", order: "at", isDescending: true } as const;
const LOST_WORDS = { kind: "match", text: "no such words", order: "at", isDescending: true } as const;

describe("the log", () => {
  it("answers a question, and again when the store changed", async () => {
    const { result } = hookIn(studio, () => {
      const open = useOpenLog();
      return { open, rows: useRows(open, NEWEST_MATCHES) };
    });
    await until(() => result.current.rows?.isWhole === true, "the matches are found");
    expect(result.current.rows).toMatchObject({ found: 1, of: 1 });
    const row = result.current.rows?.rowAt(0);
    expect(row).toMatchObject({ note: "Hull", painting: "Harbour", remark: "keel, in shadow" });
    await setRemark(studio.db, row?.id ?? "", "drier than it looked");
    await until(() => result.current.rows?.rowAt(0)?.remark === "drier than it looked", "the change is seen");
    expect(result.current.open.version).toBeGreaterThan(0);
  });

  it("tells how many of how many fit, whichever kind is asked for", async () => {
    const { result } = hookIn(studio, () => {
      const open = useOpenLog();
      return { piles: useRows(open, ALL), none: useRows(open, LOST_WORDS) };
    });
    await until(() => result.current.piles !== undefined, "the piles are found");
    expect(result.current.piles).toMatchObject({ found: 1, of: 1, isWhole: true });
    await until(() => result.current.none !== undefined, "nothing is found");
    expect(result.current.none).toMatchObject({ found: 0, of: 1 });
    act(() => {
      result.current.piles?.need(0, 10);
    });
    expect(result.current.piles?.rowAt(0)).toMatchObject({ note: "Hull", noteId: sample.notes[0]?.id });
  });

  it("says when what reads it is lost, and reads it afresh", async () => {
    const { result } = hookIn(studio, () => {
      const open = useOpenLog();
      return { open, rows: useRows(open, ALL) };
    });
    await until(() => result.current.rows !== undefined, "the piles are found");
    act(() => {
      for (const worker of liveWorkers.filter(({ name }) => name === "log")) worker.crash();
    });
    // The next question finds it gone.
    await act(async () => {
      await setRemark(studio.db, (await studio.db.matches.toArray())[0]?.id ?? "", "x");
    });
    act(() => {
      result.current.open.onLost();
    });
    expect(result.current.open.isLost).toBe(true);
    act(() => {
      result.current.open.reopen();
    });
    await until(() => result.current.open.log !== undefined, "it is open again");
    expect(result.current.open.isLost).toBe(false);
  });
});
