import { act, renderHook } from "@testing-library/react";
import { installWorkers } from "../../../../tests/support/inProcessWorkers";
import { openStudio, type TestStudio } from "../../../../tests/support/studio";
import { readNoteHistory as readHistoryOf } from "../../../persistence/pileReads";
import { useStored } from "../../../kit/store/useStored";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { labD65 } from "../../../core/color/types";
import { contentsOf } from "../../../domain/pile/contents";
import type { PaintHistory } from "../../../domain/pile/lastDeed";
import { storedFromLab } from "../../../domain/reading/storedColor";
import { readNoteHistory } from "../../../kit/store/calls";
import { keeper } from "../../../kit/store/keeper";
import type { GamanDatabase } from "../../../persistence/database";
import { beginFreePile } from "../../../persistence/freePiles";
import { addNote, startPainting } from "../../../persistence/studio";
import { type MixedFor, usePileActions } from "./usePileActions";

const target = storedFromLab(labD65(50, 2, 10), "typed", 1);
let studio: TestStudio;
let db: GamanDatabase;
let noteId: string;
let paintingId: string;

beforeEach(async () => {
  installWorkers();
  studio = openStudio();
  db = studio.db;
  const painting = await startPainting(db, "Jug", [], 1);
  paintingId = painting.id;
  // Its script is there before anything is waited for.
  await keeper.ask((remote) => remote.isThere("own"));
  noteId = (await addNote(db, { paintingId, name: "Handle", target }, 2)).id;
});

afterEach(async () => {
  heldBack = undefined;
  await studio.end();
});

/** What the store has, which comes a moment after each write; later still while it is held back. */
let heldBack: PaintHistory | undefined;

/** The hook as the bench uses it. */
function useHand() {
  const newest = useStored(readNoteHistory, [noteId]);
  const history = heldBack ?? newest;
  const pile = history?.piles.find(({ state }) => state === "open");
  const story = JSON.stringify(history ?? null);
  return {
    pile,
    actions: usePileActions({
      of: { noteId },
      pile,
      sample: undefined,
      story,
      history: history ?? { piles: [], readings: [], matches: [] },
    }),
  };
}

/** The hook where nothing is shown yet. */
const freeHand = (of: MixedFor) =>
  renderHook(
    () =>
      usePileActions({
        of,
        pile: undefined,
        sample: undefined,
        story: "",
        history: { piles: [], readings: [], matches: [] },
      }),
    { wrapper: studio.wrapper },
  );

const dose = (parts: number) => [{ tubeId: "white", parts, addedAt: 5 }];
/** All that is written and heard of it: nothing has changed for three looks in a row, however slow the machine is. */
const settled = () =>
  act(async () => {
    let [before, same] = ["", 0];
    while (same < 3) {
      await new Promise((resolve) => setTimeout(resolve, 25));
      const now = JSON.stringify([
        await db.piles.toArray(),
        await db.readings.toArray(),
        await db.matches.toArray(),
      ]);
      same = now === before ? same + 1 : 0;
      before = now;
    }
  });
const volume = async (): Promise<number> =>
  (await db.piles.toArray()).flatMap((pile) => contentsOf(pile)).reduce((sum, { parts }) => sum + parts, 0);

describe("a hand at the bench", () => {
  it("that taps “All added” twice adds it once", async () => {
    const { result } = renderHook(useHand, { wrapper: studio.wrapper });
    await settled();
    act(() => {
      result.current.actions.add(dose(4), undefined, 5, true);
      result.current.actions.add(dose(4), undefined, 5, true);
    });
    await settled();
    expect(await volume()).toBe(4);
    // The next thing that is asked for is another one.
    act(() => {
      result.current.actions.add(dose(1), undefined, 6, true);
    });
    await settled();
    expect(await volume()).toBe(5);
  });

  it("that taps a dose twice adds two doses, one after the other", async () => {
    const { result } = renderHook(useHand, { wrapper: studio.wrapper });
    await settled();
    act(() => {
      result.current.actions.add(dose(0.25), undefined, 5, false);
      result.current.actions.add(dose(0.25), undefined, 5, false);
    });
    await settled();
    expect(await volume()).toBe(0.5);
    expect(result.current.pile?.additions.map(({ turn }) => turn)).toEqual([1, 2]);
  });

  it("that taps “Keep” twice keeps one match, and then begins another pile", async () => {
    const { result } = renderHook(useHand, { wrapper: studio.wrapper });
    await settled();
    act(() => {
      result.current.actions.add(dose(4), undefined, 5, true);
    });
    await settled();
    const pileId = result.current.pile?.id ?? "";
    const match = { paintingId, noteId, pileId, target, result: target, deltaE2000: 0, remark: "" };
    const reading = { noteId, pileId, color: target, film: "wet" as const };
    act(() => {
      result.current.actions.keep(() => Promise.resolve(match), reading);
      result.current.actions.keep(() => Promise.resolve(match), reading);
    });
    await settled();
    expect(await db.matches.count()).toBe(1);
    expect(await db.readings.count()).toBe(1);
    act(() => {
      result.current.actions.add(dose(2), undefined, 9, true);
    });
    await settled();
    expect(await db.piles.count()).toBe(2);
  });

  it("undoes one go for two quick taps, and puts the plan down again after that", async () => {
    const { result } = renderHook(useHand, { wrapper: studio.wrapper });
    await settled();
    for (const parts of [4, 1]) {
      act(() => {
        result.current.actions.add(dose(parts), undefined, 5, true);
      });
      await settled();
    }
    act(() => {
      result.current.actions.undo();
      result.current.actions.undo();
    });
    await settled();
    expect(await volume()).toBe(4);
    act(() => {
      result.current.actions.add(dose(1), undefined, 6, true);
    });
    await settled();
    expect(await volume()).toBe(5);
  });

  it("does everything again for quick keys, also before the paint is shown as the first of them leaves it", async () => {
    const { result } = renderHook(useHand, { wrapper: studio.wrapper });
    await settled();
    for (const parts of [4, 1, 2]) {
      act(() => {
        result.current.actions.add(dose(parts), undefined, 5, true);
      });
      await settled();
    }
    for (let times = 0; times < 2; times++) {
      act(() => {
        result.current.actions.undo();
      });
      await settled();
    }
    expect(await volume()).toBe(4);
    heldBack = await readHistoryOf(db, noteId);
    for (let times = 0; times < 2; times++) {
      act(() => {
        result.current.actions.redo();
      });
      await settled();
    }
    expect(await volume()).toBe(7);
    expect(result.current.actions.undone).toBeUndefined();
  });

  it("begins a free pile with the first dose, and says which", async () => {
    const onBegun = vi.fn();
    const { result } = freeHand({ paintingId, pileId: undefined, onBegun, name: "Mud" });
    act(() => {
      result.current.add(dose(2), undefined, 5, false);
    });
    await settled();
    const [begun] = await db.piles.toArray();
    expect(begun).toMatchObject({ paintingId, name: "Mud", additions: [{ tubeId: "white", parts: 2 }] });
    expect(onBegun).toHaveBeenCalledExactlyOnceWith(begun);
  });

  it("adds to the free pile that it began, also before that is shown", async () => {
    const pile = await beginFreePile(db, { paintingId }, dose(1), undefined, 4);
    const { result } = freeHand({ paintingId, pileId: pile.id, onBegun: vi.fn() });
    act(() => {
      result.current.add(dose(2), undefined, 5, false);
      result.current.add(dose(4), undefined, 6, false);
    });
    await settled();
    expect(await db.piles.count()).toBe(1);
    expect(await volume()).toBe(7);
  });

  it("may try again what could not be written", async () => {
    const { result } = renderHook(useHand, { wrapper: studio.wrapper });
    await settled();
    const put = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementationOnce(() => {
      throw new Error("disk");
    });
    const add = vi.spyOn(IDBObjectStore.prototype, "add").mockImplementationOnce(() => {
      throw new Error("disk");
    });
    act(() => {
      result.current.actions.add(dose(4), undefined, 5, true);
    });
    await settled();
    put.mockRestore();
    add.mockRestore();
    expect(await volume()).toBe(0);
    act(() => {
      result.current.actions.add(dose(4), undefined, 5, true);
    });
    await settled();
    expect(await volume()).toBe(4);
  });
});
