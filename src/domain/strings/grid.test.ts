import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { TEN_IS_WHITE } from "../../core/describe/valueScale";
import { createPaletteApi } from "../../workers/paletteApi";
import { labOfAdditions } from "../mixture/color";
import type { Note } from "../note/note";
import { volumeOf } from "../pile/contents";
import type { Pile } from "../pile/pile";
import { labFromStored, storedFromLab } from "../reading/storedColor";
import { DEFAULT_SCHOOL } from "../school/school";
import { DEFAULT_SETTINGS, type Settings } from "../settings/settings";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { leftoverAsTube } from "../pile/leftovers";
import { recipeOfCell, recipeOfParent } from "./cellRecipe";
import { cellState, pileOfCell } from "./cellState";
import { type Grid, isReserved } from "./grid";
import { cellFaults, gridPlan, layingOrder, nearestCell, PARENT_ID } from "./gridPlan";
import { gridQuestion, partsOf } from "./gridQuestion";
import {
  neutralString,
  newGrid,
  noteBase,
  picksOf,
  pileBase,
  rowsOfNote,
  stringOf,
  tubeBase,
} from "./newString";
import { evenRows, inOrder, onScale, rowAt, rowFaults } from "./rows";

const tube = (id: string, changes: Partial<Tube> = {}): Tube => ({
  ...tubeFromModel(pigment(id)),
  id,
  position: 0,
  addedAt: 1,
  ...changes,
});
const EARTHS = [
  tube("titanium-white", { price: 10, volumeMl: 40, stockMl: 2 }),
  tube("ivory-black", { price: 8, volumeMl: 40 }),
  tube("burnt-umber"),
  tube("red-oxide"),
  tube("yellow-ochre"),
];
const tubeById = new Map(EARTHS.map((one) => [one.id, one]));
const color = (l: number, a: number, b: number) => storedFromLab(labD65(l, a, b), "picture", 3);
const note = (number: number, lab: readonly [number, number, number], changes: Partial<Note> = {}): Note => ({
  id: `note-${number}`,
  paintingId: "jug",
  number,
  name: `Note ${number}`,
  target: color(...lab),
  state: "open",
  createdAt: 1,
  ...changes,
});
const NOTES = [note(1, [70, 8, 25]), note(2, [45, 20, 22]), note(3, [28, 4, 6])];

const around = (settings: Settings = DEFAULT_SETTINGS) => ({
  board: EARTHS,
  box: EARTHS,
  notes: NOTES,
  tubeById,
  settings,
  lightener: "white" as const,
});

const grid = (changes: Partial<Grid> = {}): Grid => ({
  ...newGrid("jug", "Strings", TEN_IS_WHITE),
  id: "grid",
  strings: [
    { ...stringOf("Rust", noteBase(NOTES[1] as Note), DEFAULT_SCHOOL), id: "rust" },
    { ...stringOf("Sand", noteBase(NOTES[0] as Note), DEFAULT_SCHOOL), id: "sand" },
    { ...neutralString("Greys", DEFAULT_SCHOOL), id: "greys" },
  ],
  taken: [],
  createdAt: 1,
  ...changes,
});

function planned(changes: Partial<Grid> = {}, settings: Settings = DEFAULT_SETTINGS) {
  const own = grid(changes);
  const asked = gridQuestion(own, around(settings));
  if (!asked) throw new Error("nothing is asked");
  const answer = createPaletteApi().strings(asked.request, () => undefined);
  return { grid: own, asked, plan: gridPlan(own, asked, answer, settings.partMl) };
}

describe("rows of a grid", () => {
  it("lie on quarters of the painter's own scale, lightest first", () => {
    const nine = { atBlack: 9, atWhite: 1 };
    for (const scale of [TEN_IS_WHITE, nine]) {
      for (let count = 2; count <= 12; count++) {
        const rows = evenRows(count, { lightest: 92, darkest: 20 }, scale);
        expect(rows).toEqual(inOrder(rows));
        for (const row of rows) expect(onScale(row, scale)).toBe(row);
      }
    }
    expect(evenRows(5, { lightest: 90, darkest: 30 }, TEN_IS_WHITE)).toEqual([90, 75, 60, 45, 30]);
    expect(rowAt(7, nine)).toBe(25);
    expect(rowAt(11, TEN_IS_WHITE)).toBeUndefined();
  });

  it("say where they are too close, and where one is missing", () => {
    expect(rowFaults([90, 75, 60, 45])).toEqual([]);
    expect(rowFaults([90, 89, 60])).toContainEqual({ kind: "too-close", lighter: 90, darker: 89 });
    expect(rowFaults([90, 80, 70, 40, 30])).toEqual([{ kind: "gap", lighter: 70, darker: 40 }]);
    expect(rowFaults([90, 20])).toEqual([]);
  });
});

describe("a grid's plan", () => {
  const { plan, grid: own } = planned();

  it("promises the colour that its tubes give, parents and thinned paint taken apart", () => {
    for (const cell of plan.columns.flatMap(({ cells }) => cells)) {
      const lab = labOfAdditions(cell.contents, tubeById) as LabD65;
      expect(deltaE2000(lab, cell.predicted)).toBeLessThan(1e-6);
      if (!cell.isOutOfReach) expect(Math.abs(cell.predicted[0] - cell.row)).toBeLessThan(1.5);
    }
  });

  it("counts all paint once: the piles and what is left of their parents", () => {
    const inPiles = plan.columns.reduce(
      (sum, { cells, parent }) =>
        sum + volumeOf(cells.flatMap(({ contents }) => contents)) + (parent?.leftParts ?? 0),
      0,
    );
    expect(volumeOf(plan.totals)).toBeCloseTo(inPiles, 9);
    const white = plan.totals.find(({ tubeId }) => tubeId === "titanium-white");
    expect(white?.cost).toBeCloseTo(((white?.parts ?? 0) * 10) / 40, 9);
    expect(white?.lacksMl).toBeCloseTo((white?.parts ?? 0) - 2, 9);
    expect(plan.totals.find(({ tubeId }) => tubeId === "red-oxide")?.cost).toBeUndefined();
  });

  it("is never more doses with parents than without", () => {
    expect(plan.doseCount).toBeLessThanOrEqual(plan.doseCountAlone);
    const without = planned({ usesParents: false }).plan;
    expect(without.columns.every(({ parent }) => parent === undefined)).toBe(true);
    expect(without.doseCount).toBe(plan.doseCountAlone);
  });

  it("keeps the ends for the end where that is asked, and names the worst members first", () => {
    expect(isReserved({ ...own, reserve: "both" }, own.rows[0] ?? 0)).toBe(true);
    expect(isReserved({ ...own, reserve: "dark" }, own.rows[0] ?? 0)).toBe(false);
    const faults = cellFaults(planned({ rows: [99, 98, 60, 5] }).plan);
    expect(faults.map(({ kind }) => kind)).toContain("out-of-reach");
    expect(faults.map(({ kind }) => kind)).toContain("too-close");
    expect(faults.map(({ size }) => size)).toEqual(faults.map(({ size }) => size).toSorted((a, b) => b - a));
  });

  it("finds the member that a colour needs least of", () => {
    for (const cell of plan.columns.flatMap(({ cells }) => cells))
      expect(nearestCell(plan, cell.predicted)?.deltaE2000).toBeLessThan(1e-9);
    expect(nearestCell({ ...plan, columns: [] }, labD65(50, 0, 0))).toBeUndefined();
  });

  it("is mixed from light to dark, parents first, with a rag before a light pile after a dark one", () => {
    const steps = layingOrder(plan, tubeById);
    const parents = plan.columns.filter(({ parent }) => parent).length;
    expect(steps.slice(0, parents).every(({ parent }) => parent !== undefined)).toBe(true);
    expect(steps).toHaveLength(parents + 3 * own.rows.length);
    for (const stringId of ["rust", "sand", "greys"]) {
      const values = steps.flatMap((step) =>
        step.stringId === stringId && step.cell ? [step.cell.predicted[0]] : [],
      );
      expect(values).toEqual(values.toSorted((a, b) => b - a));
    }
    const first = steps.findIndex(
      ({ cell }, i) => cell && i > parents && (steps[i - 1]?.cell?.predicted[0] ?? 0) < 30,
    );
    expect(steps[first]?.wipe).toBe(true);
  });

  it("lays in every measure, so much as was asked for", () => {
    for (const amountUnit of ["parts", "drops", "millilitres", "grams", "percent"] as const) {
      const { plan: other } = planned({ parts: 4 }, { ...DEFAULT_SETTINGS, amountUnit });
      for (const { contents, predicted } of other.columns.flatMap(({ cells }) => cells)) {
        expect(volumeOf(contents)).toBeGreaterThan(3);
        expect(volumeOf(contents)).toBeLessThan(5.3);
        expect(deltaE2000(labOfAdditions(contents, tubeById) as LabD65, predicted)).toBeLessThan(1e-6);
      }
    }
  });

  it("is let down with water where the palette is of washes, parents and all", () => {
    const settings = { ...DEFAULT_SETTINGS, school: { ...DEFAULT_SCHOOL, lighten: "water" as const } };
    // A puddle is larger than a pile: in three parts a speck is too much for the palest wash.
    const own = grid({
      parts: 6,
      strings: grid()
        .strings.slice(0, 2)
        .map((one) => ({ ...one, lighten: "water" })),
    });
    const asked = gridQuestion(own, { ...around(settings), lightener: "water" });
    if (!asked) throw new Error("nothing is asked");
    const answer = createPaletteApi().strings(asked.request, () => undefined);
    const cells = gridPlan(own, asked, answer, 1).columns.flatMap((column) => column.cells);
    const washes = cells.filter(({ contents }) => contents.some(({ tubeId }) => tubeId === "water"));
    expect(washes.length).toBeGreaterThan(6);
    for (const { contents, predicted, row, isOutOfReach } of washes) {
      expect(contents.map(({ tubeId }) => tubeId)).not.toContain("titanium-white");
      expect(deltaE2000(labOfAdditions(contents, tubeById) as LabD65, predicted)).toBeLessThan(1e-6);
      if (!isOutOfReach) expect(Math.abs(predicted[0] - row)).toBeLessThan(1.5);
    }
  });

  it("leaves black out where the school or the version does", () => {
    const ids = (changes: Partial<Grid>, settings?: Settings) =>
      planned(changes, settings).asked.tubes.map(({ id }) => id);
    expect(ids({})).toContain("ivory-black");
    expect(ids({ tubes: "without-black" })).not.toContain("ivory-black");
    const school = { ...DEFAULT_SCHOOL, allowsBlack: false };
    expect(ids({}, { ...DEFAULT_SETTINGS, school })).not.toContain("ivory-black");
    const black = { ...stringOf("Black", tubeBase({ id: "ivory-black" }), DEFAULT_SCHOOL), id: "black" };
    expect(ids({ tubes: "without-black", strings: [black] })).toContain("ivory-black");
  });

  it("asks nothing without strings, tubes, or the paint of a base", () => {
    expect(gridQuestion(grid({ strings: [] }), around())).toBeUndefined();
    expect(gridQuestion(grid(), { ...around(), board: [] })).toBeUndefined();
    const gone = { ...stringOf("Gone", tubeBase({ id: "gone" }), DEFAULT_SCHOOL), id: "gone" };
    expect(gridQuestion(grid({ strings: [gone] }), around())).toBeUndefined();
  });
});

describe("amounts", () => {
  it("are alike, by the notes, or by hand", () => {
    const own = grid({ rows: [70, 45, 28], amounts: "by-notes", parts: 4 });
    const [string] = own.strings;
    if (!string) throw new Error("no string");
    const notes = [
      note(1, [70, 8, 25], { areaShare: 0.6 }),
      note(2, [45, 20, 22], { areaShare: 0.3 }),
      note(3, [28, 4, 6], { areaShare: 0.1 }),
    ];
    expect([70, 45, 28].map((row) => partsOf(own, string, row, { notes }))).toEqual([7, 3.5, 1]);
    expect(partsOf({ ...own, amounts: "equal" }, string, 70, { notes })).toBe(4);
    const byHand = { ...string, byHand: [{ row: 70, parts: 11 }] };
    expect(partsOf(own, byHand, 70, { notes })).toBe(11);
    expect(partsOf(own, string, 70, { notes: [] })).toBe(4);
  });
});

describe("a member at the bench", () => {
  const { plan } = planned({ parts: 4 });
  const column = plan.columns.find(({ parent }) => parent);
  const cell = column?.cells.find(({ usesParent }) => usesParent);
  const parent = column?.parent;

  it("is mixed from the tubes, and from its parent once that lies there", () => {
    if (!cell || !parent) throw new Error("no parent");
    const alone = recipeOfCell(cell, "Rust, value 5", undefined);
    expect(volumeOf(alone.amounts)).toBeCloseTo(volumeOf(cell.contents), 9);
    expect(alone.shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
    const ofParent = recipeOfParent(parent, "Rust, the parent");
    const pile: Pile = {
      id: "parent-pile",
      paintingId: "jug",
      additions: ofParent.amounts.map((amount) => ({ ...amount, turn: 1, addedAt: 5 })),
      state: "kept",
      leftParts: volumeOf(ofParent.amounts),
      createdAt: 5,
    };
    const split = recipeOfCell(cell, "Rust, value 5", pile);
    expect(split.amounts.map(({ tubeId }) => tubeId)).toContain("pile:parent-pile");
    const paint = leftoverAsTube(pile, undefined, tubeById) as Tube;
    const lab = labOfAdditions(split.amounts, new Map([...tubeById, ["pile:parent-pile", paint]])) as LabD65;
    expect(deltaE2000(lab, cell.predicted)).toBeLessThan(1e-6);
    // Too little is left for it: the tubes again.
    const used = recipeOfCell(cell, "Rust, value 5", { ...pile, leftParts: 0.01 });
    expect(used.amounts).toEqual(alone.amounts);
    expect(cell.amounts.some(({ tubeId }) => tubeId === PARENT_ID)).toBe(true);
  });

  it("says how far it has come", () => {
    const pile: Pile = {
      id: "pile",
      recipeId: "recipe",
      additions: [{ tubeId: "red-oxide", parts: 2, turn: 1, addedAt: 5 }],
      state: "open",
      createdAt: 5,
    };
    const reading = (film: "wet" | "dry") => ({
      id: film,
      pileId: "pile",
      turn: 2,
      color: color(50, 10, 10),
      film,
      takenAt: 6,
    });
    expect(cellState(undefined, [])).toBe("planned");
    expect(cellState({ ...pile, additions: [] }, [])).toBe("planned");
    expect(cellState({ ...pile, state: "set-aside" }, [])).toBe("planned");
    expect(cellState(pile, [])).toBe("laid");
    expect(cellState(pile, [reading("wet")])).toBe("read");
    expect(cellState({ ...pile, state: "kept", leftParts: 1 }, [])).toBe("kept");
    expect(cellState({ ...pile, state: "kept", leftParts: 1 }, [reading("dry")])).toBe("dry-checked");
    expect(cellState({ ...pile, state: "kept", leftParts: 0 }, [])).toBe("used-up");
    const taken = [{ stringId: "rust", row: 50, recipeId: "recipe" }];
    expect(pileOfCell({ taken }, "rust", 50, [pile])).toBe(pile);
    expect(pileOfCell({ taken }, "rust", undefined, [pile])).toBeUndefined();
  });
});

describe("a new string", () => {
  it("takes the light and the shadow of its note, moved as its aim was", () => {
    const place: Note["place"] = {
      xPx: 1,
      yPx: 1,
      radiusPx: 5,
      pictureId: "picture",
      isCorrected: false,
      pixelCount: 9,
      spreadDeltaE2000: 1,
      light: color(70, 10, 20),
      dark: color(30, 8, 10),
      neighbours: [],
      nudges: [],
    };
    const seen = note(4, [50, 20, 20], { place });
    expect(labFromStored(picksOf(seen).light ?? seen.target)).toEqual(labD65(70, 10, 20));
    expect(rowsOfNote(seen, TEN_IS_WHITE)).toEqual([70, 50, 30]);
    const moved = note(4, [60, 20, 20], { place, seen: color(50, 18, 20) });
    expect(labFromStored(picksOf(moved).light ?? moved.target)).toEqual(labD65(80, 12, 20));
    const flat = note(4, [50, 20, 20], { place: { ...place, light: color(45, 0, 0) } });
    expect(picksOf(flat).light).toBeUndefined();
    expect(picksOf(note(5, [50, 0, 0]))).toEqual({ light: undefined, dark: undefined });
  });

  it("follows the school, and is neutral where there is no hue", () => {
    const base = noteBase(note(1, [50, 20, 20]));
    expect(stringOf("Rust", base, { ...DEFAULT_SCHOOL, allowsBlack: false }).darken).toBe("complement");
    expect(stringOf("Rust", base, { ...DEFAULT_SCHOOL, highlights: "coloured" }).lighten).toBe("warm-white");
    expect(stringOf("Grey", noteBase(note(1, [50, 0.5, 0])), DEFAULT_SCHOOL).chroma).toBe("neutral");
    expect(stringOf("Ochre", tubeBase({ id: "yellow-ochre" }), DEFAULT_SCHOOL).chroma).toBe("vivid");
  });

  it("begins with the paint of a pile, without its water", () => {
    const additions = [
      { tubeId: "red-oxide", parts: 2, turn: 1, addedAt: 5 },
      { tubeId: "water", parts: 3, turn: 1, addedAt: 5 },
    ];
    const pile: Pile = { id: "pile", additions, state: "open", createdAt: 5 };
    expect(pileBase(pile)).toMatchObject({ amounts: [{ tubeId: "red-oxide", parts: 2 }] });
    expect(pileBase({ ...pile, additions: [] })).toBeUndefined();
  });
});
