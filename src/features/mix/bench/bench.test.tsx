import { act, cleanup, render } from "@testing-library/react";
import { useEffect } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { installWorkers, liveWorkers } from "../../../../tests/support/inProcessWorkers";
import { pigment } from "../../../../tests/support/paint";
import { openStudio, type TestStudio, until } from "../../../../tests/support/studio";
import { deltaE2000 } from "../../../core/color/ciede2000";
import { labD65 } from "../../../core/color/types";
import type { Note } from "../../../domain/note/note";
import { contentsOf } from "../../../domain/pile/contents";
import { storedFromLab } from "../../../domain/reading/storedColor";
import { tubeFromModel } from "../../../domain/tube/newTube";
import { useStudio } from "../../../kit/studio/useStudio";
import { changeBench, readBench } from "../../../persistence/benches";
import { beginFreePile, keepFreePile, setLeft, setStreaky } from "../../../persistence/freePiles";
import { seenOf } from "../../../domain/pile/seenPile";
import { addReading } from "../../../persistence/piles";
import { addNote, setNoteSeen, startPainting } from "../../../persistence/studio";
import { solver } from "../../../workers/clients";
import { BenchProvider } from "./BenchProvider";
import { useAim, useDeeds, useHand, useOffers, usePaint, useShown, useStory } from "./contexts";

const TARGET = labD65(62, 3, 14);

let studio: TestStudio;
let note: Note;

beforeEach(async () => {
  installWorkers();
  studio = openStudio();
  const tubes = ["titanium-white", "raw-umber", "yellow-ochre", "ultramarine-blue"].map((id) => ({
    ...tubeFromModel(pigment(id)),
    label: id,
  }));
  const painting = await startPainting(studio.db, "Jug", tubes, 1);
  note = await addNote(
    studio.db,
    { paintingId: painting.id, name: "Clay", target: storedFromLab(TARGET, "typed", 1) },
    2,
  );
});

afterEach(() => studio.end());

function useBench() {
  return {
    aim: useAim(),
    paint: usePaint(),
    story: useStory(),
    offers: useOffers(),
    hand: useHand(),
    deeds: useDeeds(),
    shown: useShown(),
  };
}

/** The bench of the note as it is drawn; what was drawn last is current. */
function openBench(of = note.id): {
  readonly current: ReturnType<typeof useBench>;
  readonly statuses: readonly string[];
} {
  const held: { current?: ReturnType<typeof useBench> } = {};
  const statuses: string[] = [];
  function Probe() {
    const drawn = useBench();
    useEffect(() => {
      held.current = drawn;
      statuses.push(drawn.offers.search.status);
    });
    return null;
  }
  function Bench() {
    const isReady = useStudio((whole) => whole.isReady);
    const kept = useStudio((whole) => whole.noteById.get(of));
    return isReady && kept ? (
      <BenchProvider note={kept} againPileId={undefined}>
        <Probe />
      </BenchProvider>
    ) : null;
  }
  render(<Bench />, { wrapper: studio.wrapper });
  return {
    statuses,
    get current() {
      if (!held.current) throw new Error("The bench is not drawn yet");
      return held.current;
    },
  };
}

async function benchWithRecipes() {
  const bench = openBench();
  await until(() => {
    try {
      return bench.current.story.isRead && bench.current.offers.recipes.length > 0;
    } catch {
      return false;
    }
  }, "recipes are offered");
  return bench;
}

/** Piles of this painting and another, of two media, used up, streaky, with and without a reading. */
async function layAboutSixtyPiles(): Promise<readonly string[]> {
  const tubes = await studio.db.tubes.orderBy("position").toArray();
  const [white, umber, ochre, blue] = tubes.map(({ id }) => id);
  const acrylic = { ...tubeFromModel(pigment("pyrrole-red")), medium: "acrylic" as const };
  const red = await studio.db.tubes.add({
    ...acrylic,
    id: "acrylic-red",
    position: 99,
    addedAt: 1,
  });
  const offered: string[] = [];
  const now = Date.now();
  for (let i = 0; i < 60; i++) {
    const kind = i % 6;
    const parts = kind === 4 ? [red] : [white, umber, ochre, blue].filter((_, j) => (i + j) % 3 > 0);
    const pile = await beginFreePile(
      studio.db,
      { paintingId: kind === 1 ? "another-painting" : note.paintingId, name: `premix ${i}` },
      parts.map((tubeId, j) => ({ tubeId: tubeId ?? "", parts: 1 + ((i * 7 + j * 3) % 5), addedAt: now })),
      undefined,
      now + i,
    );
    if (kind === 2) await setStreaky(studio.db, pile.id, true);
    if (i % 5 === 0 && kind !== 2) {
      const color = storedFromLab(labD65(40 + (i % 30), 5, 12), "by-eye", 1.4);
      await addReading(studio.db, { pileId: pile.id, color, film: "wet" }, now + i, seenOf(pile));
    }
    if (kind !== 5) await keepFreePile(studio.db, seenOf(pile));
    if (kind === 3) await setLeft(studio.db, pile.id, 0, now);
    if (kind === 0 || kind === 5) offered.push(pile.name ?? "");
  }
  // Those that were left open are paint too; a reading does not change where a pile may go.
  return offered;
}

describe("a note's bench among sixty piles", () => {
  it("searches, corrects and offers what may be offered, and nothing else", async () => {
    const offered = await layAboutSixtyPiles();
    const bench = await benchWithRecipes();
    await until(() => bench.current.paint.ingredients.length > 0, "the piles are known");
    expect(bench.current.paint.ingredients.map(({ pile }) => pile.name).sort()).toEqual([...offered].sort());
    await until(() => bench.current.offers.search.status === "ready", "the search is through");
    expect(bench.current.offers.recipes.length).toBeGreaterThan(0);
    const [first] = bench.current.offers.recipes;
    act(() => {
      if (first) bench.current.deeds.lay(first.amounts, true);
    });
    await until(() => bench.current.story.pile !== undefined, "the pile lies there");
    act(() => {
      bench.current.deeds.read(
        { lab: labD65(52, 4, 10), source: "by-eye", uncertaintyDeltaE2000: 1.4 },
        "wet",
      );
    });
    await until(() => bench.current.offers.next.status === "ready", "the next addition is there");
  });
});

describe("a note's bench", () => {
  it("holds like beside like: a note that was seen wet is aimed at exactly, and is matched at 0", async () => {
    await setNoteSeen(studio.db, note.id, { film: "wet", seenOn: "other-paint" });
    const bench = await benchWithRecipes();
    await until(() => bench.current.aim.note.film === "wet", "the note is wet");
    // Wet beside wet there is no shift; the dry paint is aimed at where it will go.
    expect(bench.current.aim.aim).toEqual(TARGET);
    const [first] = bench.current.offers.recipes;
    if (!first) throw new Error("no recipe");
    act(() => {
      bench.current.deeds.lay(first.amounts, true);
    });
    await until(() => bench.current.story.pile !== undefined, "the pile lies there");
    act(() => {
      bench.current.deeds.read({ lab: TARGET, source: "measured", uncertaintyDeltaE2000: 0.3 }, "wet");
    });
    await until(() => bench.current.story.reading !== undefined, "it is read");
    const { color, film } = bench.current.story.reading ?? {};
    expect(film).toBe("wet");
    expect(color && deltaE2000(labD65(...color.lab), bench.current.aim.aim)).toBe(0);
  });

  it("offers recipes, and what is laid, read and kept is what was shown", async () => {
    const bench = await benchWithRecipes();
    const { chosen } = bench.current.offers;
    if (!chosen) throw new Error("no recipe");
    expect(bench.current.shown).toMatchObject({ from: "recipe" });
    expect(deltaE2000(chosen.predicted, TARGET)).toBeLessThan(2);
    expect(bench.current.story.plan.steps.map(({ tubeId }) => tubeId).sort()).toEqual(
      chosen.amounts.map(({ tubeId }) => tubeId).sort(),
    );

    const all = bench.current.story.plan.steps.map(({ tubeId, parts }) => ({ tubeId, parts }));
    act(() => {
      bench.current.deeds.lay(all, true);
      bench.current.deeds.lay(all, true);
    });
    await until(() => bench.current.story.pile !== undefined, "the pile lies there");
    await until(() => bench.current.shown?.from === "pile", "it is shown");
    const { pile } = bench.current.story;
    if (!pile) throw new Error("no pile");
    // Tapped twice, it was added once; and what is predicted of the pile is what the recipe promised.
    expect(contentsOf(pile).map(({ parts }) => parts)).toEqual(all.map(({ parts }) => parts));
    const shown = bench.current.shown;
    expect(shown && deltaE2000(shown.lab, bench.current.paint.wetOf(chosen.predicted))).toBeLessThan(0.01);

    act(() => {
      bench.current.hand.setDraft({ deltaLightness: -6, deltaChroma: 0, deltaHue: 0 });
    });
    await until(() => bench.current.shown?.from === "draft", "the finger on the rails is shown");
    act(() => {
      bench.current.deeds.readDraft();
    });
    await until(() => bench.current.shown?.from === "reading", "the reading is shown");
    await until(() => bench.current.offers.next.status === "ready", "the next addition is known");
    const { next } = bench.current.offers;
    if (next.status !== "ready") throw new Error("no advice");
    expect(next.value.tubeIds.length).toBeGreaterThan(0);

    act(() => {
      bench.current.deeds.keep();
      bench.current.deeds.keep();
    });
    await until(() => bench.current.story.lastMatch !== undefined, "the match is kept");
    expect(await studio.db.matches.count()).toBe(1);
    // What is kept is what was believed, and it is shown so.
    await until(() => bench.current.shown?.from === "kept", "the match stays in sight");
    const kept = bench.current.story.lastMatch;
    const after = bench.current.shown;
    expect(
      kept && after && deltaE2000(bench.current.paint.wetOf(labD65(...kept.result.lab)), after.lab),
    ).toBeLessThan(0.01);
    expect(bench.current.story.lastMatch?.deltaE2000).toBeGreaterThan(2);
  });

  it("keeps the wishes that were stored when another choice is made before they were read", async () => {
    const [white, umber] = [...(await studio.db.tubes.toArray())].map(({ id }) => id);
    if (!white || !umber) throw new Error("no tubes");
    await changeBench(studio.db, note.id, { required: [umber], forbidden: [white] });
    const bench = openBench();
    await until(() => {
      try {
        // The moment it is drawn, and so before what is stored was read.
        bench.current.hand.choose("closest");
        return true;
      } catch {
        return false;
      }
    }, "the bench is drawn");
    await until(() => bench.current.hand.required.length > 0, "the stored wishes are known");
    // It is written a moment after the last change.
    await vi.waitFor(
      async () => {
        expect(await readBench(studio.db, note.id)).toMatchObject({
          required: [umber],
          forbidden: [white],
          chosenKey: "closest",
        });
      },
      { timeout: 60_000 },
    );
    await until(() => bench.current.offers.search.status === "ready", "recipes under those wishes");
    for (const recipe of bench.current.offers.recipes) {
      const tubes = recipe.amounts.map(({ tubeId }) => tubeId);
      expect(tubes).toContain(umber);
      expect(tubes).not.toContain(white);
    }
  });

  it("says that the calculation is lost, keeps what lies there, and works again when asked", async () => {
    const bench = await benchWithRecipes();
    const forbidden = bench.current.offers.chosen?.amounts.map(({ tubeId }) => tubeId).slice(0, 1) ?? [];
    act(() => {
      bench.current.hand.setWishes({ required: [], forbidden });
    });
    expect(bench.current.offers.search.status).toBe("asking");
    act(() => {
      for (const worker of liveWorkers.filter(({ name }) => name === "solver")) worker.crash();
    });
    await until(() => bench.current.offers.search.status === "failed", "the loss is told");
    const { search } = bench.current.offers;
    if (search.status !== "failed") throw new Error("not failed");
    expect(search.failure.code).toBe("lost");
    act(() => {
      search.retry();
    });
    await until(() => bench.current.offers.recipes.length > 0, "recipes are there");
  });

  it("takes amounts by hand, and goes back to the recipe", async () => {
    const bench = await benchWithRecipes();
    const tubeId = bench.current.offers.chosen?.amounts[0]?.tubeId ?? "";
    act(() => {
      bench.current.hand.changeByHand([{ tubeId, parts: 3 }]);
    });
    await until(() => bench.current.offers.chosen?.key === "by-hand", "the own amounts are shown");
    expect(bench.current.story.plan.steps).toMatchObject([{ tubeId, parts: 3 }]);
    act(() => {
      bench.current.hand.changeByHand(undefined);
    });
    await until(() => bench.current.offers.chosen?.key !== "by-hand", "the recipe is back");
  });

  it("has the recipes of the note that comes next before it is opened", async () => {
    const next = await addNote(
      studio.db,
      {
        paintingId: note.paintingId,
        name: "Slate",
        target: storedFromLab(labD65(48, -2, -9), "typed", 1),
      },
      3,
    );
    const asked = vi.spyOn(solver, "ask");
    await benchWithRecipes();
    // The first question is of the note itself.
    await until(() => asked.mock.calls.length > 1, "it is worked out ahead");
    await act(() => Promise.all(asked.mock.results.map(({ value }) => value as Promise<unknown>)));
    cleanup();
    const bench = openBench(next.id);
    await until(() => bench.statuses.length > 0, "the next bench is drawn");
    expect(bench.current.aim.note.name).toBe("Slate");
    expect(new Set(bench.statuses)).toEqual(new Set(["ready"]));
  });
});
