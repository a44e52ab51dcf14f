import { act } from "@testing-library/react";
import { Blob as NodeBlob } from "node:buffer";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { pngOf, installCanvas } from "../../../tests/support/fakeCanvas";
import { installWorkers, liveWorkers } from "../../../tests/support/inProcessWorkers";
import { pigment } from "../../../tests/support/paint";
import { pictureOf } from "../../../tests/support/pictures";
import { hookIn, openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labD65, srgb } from "../../core/color/types";
import { labFromSrgb } from "../../core/color/srgb";
import { storedFromLab } from "../../domain/reading/storedColor";
import { tubeFromModel } from "../../domain/tube/newTube";
import type { Spot } from "../../kit/picture/PictureStage";
import { useLook } from "../../kit/picture/useLook";
import { usePicture } from "../../kit/picture/usePicture";
import { useStudio } from "../../kit/studio/useStudio";
import { addNote, startPainting } from "../../persistence/studio";
import { lookOf, LOOKS, USUAL_LOOKS } from "./looks";
import { placeRow } from "./noteFromPick";
import { toolOf } from "./stageTool";
import { useFamilies } from "./useFamilies";
import { useNewPicture } from "./useNewPicture";
import { usePaletteTable } from "./usePaletteTable";
import { usePick } from "./usePick";
import { usePileGrid } from "./usePileGrid";
import { useReferences } from "./useReferences";
import { useSeeing } from "./useSeeing";
import { useValueShares } from "./useValueShares";

const SIDE = 120;
/** Six columns by five rows of flat patches, a grey wall around one that is too dark. */
const GREY_ROWS = [200, 170, 140, 110, 80];
const RED = [180, 60, 40] as const;

/** Left half: rows of grey, one pile darker; right half red. */
function slipOfPiles(darkColumn: number, darkRow: number): NodeBlob {
  const image = pictureOf(SIDE, SIDE, (x, y) => {
    const column = Math.floor((6 * x) / SIDE);
    const row = Math.floor((5 * y) / SIDE);
    const grey = (GREY_ROWS[row] ?? 0) - (column === darkColumn && row === darkRow ? 30 : 0);
    return [grey, grey, grey];
  });
  return new NodeBlob([pngOf(image)], { type: "image/png" });
}

function twoHalves(): NodeBlob {
  const image = pictureOf(SIDE, SIDE, (x) => (x < SIDE / 2 ? [128, 128, 128] : RED));
  return new NodeBlob([pngOf(image)], { type: "image/png" });
}

const labOf = (r: number, g: number, b: number) => labFromSrgb(srgb(r / 255, g / 255, b / 255));
const fileOf = (blob: NodeBlob, name: string): File => Object.assign(blob, { name }) as unknown as File;

let studio: TestStudio;
let paintingId: string;

beforeEach(async () => {
  installWorkers();
  installCanvas();
  studio = openStudio();
  const tubes = ["titanium-white", "ivory-black"].map((id) => ({
    ...tubeFromModel(pigment(id)),
    label: id,
  }));
  paintingId = (await startPainting(studio.db, "Jug", tubes, 1)).id;
});

afterEach(async () => {
  await studio.end();
});

const stored = (blob: NodeBlob) => ({ id: "picture", blob: blob as unknown as Blob });

describe("a stored picture", () => {
  it("is opened, read where it is touched, and what a note needs comes of it", async () => {
    const shown = stored(twoHalves());
    const { result } = hookIn(studio, () => {
      const picture = usePicture(shown);
      return { picture, pick: usePick(picture, 5), shares: useValueShares(picture, 5) };
    });
    await until(() => result.current.picture.state.status === "open", "the picture is open");
    await until(() => result.current.shares !== undefined, "values are counted");
    expect(result.current.shares?.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 6);
    act(() => {
      result.current.pick.onSpot({ xPx: 90, yPx: 60 });
    });
    await until(() => result.current.pick.picked !== undefined, "the spot is read");
    act(() => {
      result.current.pick.setAim("light");
    });
    act(() => {
      result.current.pick.onSpot({ xPx: 20, yPx: 20 });
    });
    await until(() => result.current.pick.picked?.light !== undefined, "its light is read");
    const picked = await act(() => result.current.pick.readNow());
    if (!picked) throw new Error("nothing was read");
    expect(deltaE2000(picked.middle.lab, labOf(...RED))).toBeLessThan(0.5);
    expect(picked.light && deltaE2000(picked.light.lab, labOf(128, 128, 128))).toBeLessThan(0.5);
    const place = placeRow("picture", undefined, picked, ["warmer"]);
    expect(place).toMatchObject({ pictureId: "picture", xPx: 90, yPx: 60, radiusPx: 5, isCorrected: false });
    expect(place.light.lab).toEqual(picked.light?.lab);
    expect(place.neighbours.map(({ side }) => side).sort()).toEqual(["above", "below", "left", "right"]);
  });

  it("is asked for a note's place, until something else is touched", async () => {
    const shown = stored(twoHalves());
    const asked = { id: "note", xPx: 30, yPx: 30 };
    const { result } = hookIn(studio, () => usePick(usePicture(shown), 5, asked));
    await until(() => result.current.picked !== undefined, "the note's place is read");
    expect(result.current.spots.middle).toEqual({ xPx: 30, yPx: 30 });
    act(() => {
      result.current.onSpot({ xPx: 90, yPx: 90 });
    });
    expect(result.current.spots.middle).toEqual({ xPx: 90, yPx: 90 });
    // What was read before is shown for a moment, and not to be judged.
    expect(result.current.picked?.circles.middle).toMatchObject({ xPx: 30, yPx: 30 });
    expect(result.current.isReading).toBe(true);
    await until(() => !result.current.isReading, "the other spot is read");
    expect(result.current.picked?.circles.middle).toMatchObject({ xPx: 90, yPx: 90 });
  });

  it("says when what reads it is lost, and opens again when asked", async () => {
    const shown = stored(twoHalves());
    const { result } = hookIn(studio, () => usePicture(shown));
    await until(() => result.current.state.status === "open", "the picture is open");
    const [worker] = liveWorkers.filter(({ name }) => name === "picture");
    const answer = result.current.ask((remote) => remote.sample(10, 10, 5));
    act(() => {
      worker?.crash();
    });
    expect(await answer).toBeUndefined();
    await until(() => result.current.state.status === "failed", "the loss is told");
    expect(result.current.failure).toEqual({ code: "lost" });
    act(() => {
      result.current.retry();
    });
    await until(() => result.current.state.status === "open", "it is open again");
    expect(await result.current.ask((remote) => remote.sample(10, 10, 5))).toBeDefined();
  });

  it("looks as it is asked to, and leaves no worker when the view goes", async () => {
    const shown = stored(twoHalves());
    const seen: string[] = [];
    const { result, rerender, unmount } = hookIn(studio, () => {
      const picture = usePicture(shown);
      const look = lookOf(kinds[0] ?? "picture", USUAL_LOOKS);
      const told = useLook(picture, look, false, "", () => seen.push(look.kind));
      return { picture, told };
    });
    for (const { name } of LOOKS.filter((look) => look.name !== "palette" && look.name !== "reach")) {
      kinds[0] = name;
      rerender();
      await until(() => seen.at(-1) === name, `the picture is seen as ${name}`);
    }
    kinds[0] = "palette";
    rerender();
    // Without a palette there is nothing to see it through, which is told and not shown as a picture.
    await until(() => result.current.told.failure !== undefined, "it says what is missing");
    unmount();
    expect(liveWorkers.filter(({ name }) => name === "picture")).toEqual([]);
  });
});

const kinds: (typeof LOOKS)[number]["name"][] = ["picture"];

describe("a file that is chosen", () => {
  it("becomes the painting's picture, and one that is no picture leaves it alone", async () => {
    const { result } = hookIn(studio, () => {
      const picture = usePicture(undefined);
      return { picture, state: useNewPicture(paintingId, picture) };
    });
    expect(result.current.picture.state.status).toBe("none");
    act(() => {
      result.current.state.choose(fileOf(new NodeBlob(["a letter, no picture"]), "letter.txt"));
    });
    await until(() => result.current.picture.failure !== undefined, "the letter is refused");
    expect(result.current.picture.failure).toEqual({ code: "not-a-picture" });
    act(() => {
      result.current.state.choose(fileOf(twoHalves(), "halves.png"));
    });
    await until(() => result.current.picture.state.status === "open", "the picture is open");
    await until(() => !result.current.state.isKeeping, "it is kept");
    expect(result.current.state.fileName).toBe("halves.png");
    expect(await studio.db.pictures.toArray()).toMatchObject([{ paintingId, widthPx: SIDE, heightPx: SIDE }]);
    act(() => {
      result.current.picture.release();
    });
    expect(result.current.picture.state.status).toBe("none");
  });
});

describe("piles laid out in a grid", () => {
  it("show the one that is out of line, and four corners in a line are refused", async () => {
    const shown = stored(slipOfPiles(2, 3));
    const { result } = hookIn(studio, () => {
      const picture = usePicture(shown);
      return { ...usePileGrid(picture, 3), picture };
    });
    const [near, far] = [10, SIDE - 10];
    const [top, bottom] = [12, SIDE - 12];
    const corners: readonly Spot[] = [
      { xPx: near, yPx: top },
      { xPx: far, yPx: top },
      { xPx: far, yPx: bottom },
      { xPx: near, yPx: bottom },
    ];
    await until(() => result.current.picture.state.status === "open", "the picture is open");
    for (const corner of corners)
      act(() => {
        result.current.onSpot(corner);
      });
    await until(() => result.current.check !== undefined, "the piles are read");
    expect(result.current.check?.offPiles).toMatchObject([{ row: 3, column: 2 }]);
    expect(result.current.check?.offPiles[0]?.off).toBeLessThan(0);
    act(() => {
      result.current.setShape({ rows: 1, columns: 2 });
    });
    expect(result.current.problem).toMatch(/at least/);
    act(() => {
      result.current.setShape({ rows: 5, columns: 6 });
      result.current.clear();
    });
    for (const xPx of [10, 20, 30, 40])
      act(() => {
        result.current.onSpot({ xPx, yPx: 10 });
      });
    expect(result.current.problem).toMatch(/one line/);
  });
});

describe("cards of known colour", () => {
  it("tell the photo's light, and a card touched again is one card", async () => {
    const shown = stored(twoHalves());
    const truth = labD65(60, 0, 0);
    const { result } = hookIn(studio, () => {
      const picture = usePicture(shown);
      return { picture, cards: useReferences(picture, 8, truth) };
    });
    await until(() => result.current.picture.state.status === "open", "the picture is open");
    for (const xPx of [30, 32]) {
      act(() => {
        result.current.cards.onSpot({ xPx, yPx: 60 });
      });
      await until(() => result.current.cards.all.at(-1)?.circle.xPx === xPx, "the card is read");
    }
    expect(result.current.cards.all).toHaveLength(1);
    expect(result.current.cards.found?.ok).toBe(true);
    act(() => {
      result.current.cards.setChart({ rows: 1, columns: 2, values: [truth, truth] });
    });
    for (const [xPx, yPx] of [
      [20, 20],
      [50, 20],
      [50, 100],
      [20, 100],
    ] as const)
      act(() => {
        result.current.cards.onSpot({ xPx, yPx });
      });
    await until(() => result.current.cards.all.length === 2, "both patches are read");
    act(() => {
      result.current.cards.remove(0);
    });
    expect(result.current.cards.all).toHaveLength(1);
    act(() => {
      result.current.cards.clear();
    });
    expect(result.current.cards.all).toEqual([]);
  });
});

describe("families, and the picture through a palette", () => {
  it("are proposed, merged and dropped, and marked with their letters", async () => {
    const shown = stored(twoHalves());
    const { result } = hookIn(studio, () => {
      const picture = usePicture(shown);
      const families = useFamilies(picture);
      const notes = useStudio((whole) => whole.notes);
      const parts = {
        pick: usePick(picture, 5),
        references: useReferences(picture, 5, undefined),
        grid: usePileGrid(picture, 3),
        families,
        notes,
        pictureId: "picture",
      };
      return {
        picture,
        pick: parts.pick,
        families,
        marksOf: (tab: Parameters<typeof toolOf>[0]) => toolOf(tab, parts).marks,
      };
    });
    await until(() => result.current.picture.state.status === "open", "the picture is open");
    act(() => {
      result.current.pick.onSpot({ xPx: 90, yPx: 60 });
    });
    await until(() => result.current.pick.picked !== undefined, "the spot is read");
    const { picked } = result.current.pick;
    if (!picked) throw new Error("nothing was read");
    await addNote(
      studio.db,
      {
        paintingId,
        name: "Red",
        target: storedFromLab(picked.middle.lab, "picture", 2),
        place: placeRow("picture", undefined, picked, []),
      },
      2,
    );
    await until(() => result.current.marksOf("pick").length > 0, "the note is known");
    expect(result.current.marksOf("pick")).toEqual([{ xPx: 90, yPx: 60, text: "1" }]);
    await act(() => result.current.families.propose());
    const letters = (result.current.families.proposals ?? []).map(({ letter }) => letter);
    expect(letters.length).toBeGreaterThanOrEqual(2);
    expect(result.current.marksOf("families").map(({ text }) => text)).toEqual([
      ...letters,
      "lightest",
      "darkest",
      "most chroma",
    ]);
    act(() => {
      result.current.families.merge(letters.slice(0, 2));
    });
    expect(result.current.families.proposals).toHaveLength(letters.length - 1);
    act(() => {
      result.current.families.drop(["a"]);
    });
    expect(result.current.families.proposals?.some(({ letter }) => letter === "a")).toBe(false);
    expect(result.current.marksOf("light")).toEqual([]);
    expect(result.current.marksOf("grid")).toEqual([]);
  });

  it("build one table for a palette, and say when it was given up", async () => {
    const shown = stored(twoHalves());
    const { result } = hookIn(studio, () => {
      const picture = usePicture(shown);
      const seeing = useSeeing(picture, "pick");
      const palette = useStudio((whole) => whole.palette);
      const box = useStudio((whole) => whole.tubeById.size);
      return { picture, seeing, box, own: usePaletteTable(picture, palette, false) };
    });
    await until(() => result.current.picture.state.status === "open", "the picture is open");
    await until(() => result.current.seeing.palette.palette !== undefined, "the palette is known");
    await until(() => result.current.box > 0, "its tubes are known");
    expect(result.current.own.state.status).toBe("off");
    act(() => {
      result.current.seeing.choose("reach");
    });
    expect(result.current.seeing.palette.table.status).toBe("building");
    expect(result.current.seeing.readyLook("reach")).toBe("picture");
    act(() => {
      result.current.seeing.palette.giveUp();
    });
    expect(result.current.seeing.palette.table).toMatchObject({ status: "failed" });
    act(() => {
      result.current.seeing.palette.retry();
    });
    await until(() => result.current.seeing.palette.table.status === "ready", "the table is built");
    expect(result.current.seeing.readyLook("reach")).toBe("reach");
    const seen = await result.current.picture.ask((remote) =>
      remote.look(lookOf("reach", { ...USUAL_LOOKS, toleranceDeltaE2000: 12 }), false),
    );
    // White and black reach the grey half, and not the red one.
    expect(seen?.reachedShare).toBeCloseTo(0.5, 1);
  });
});
