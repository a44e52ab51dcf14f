import { describe, expect, it } from "vitest";
import type { Match } from "../../domain/match/match";
import type { Note } from "../../domain/note/note";
import type { Timer } from "../../domain/timer/timer";
import { nextSteps, type Work } from "./nextSteps";

const color = {
  space: "cielab-2deg",
  light: "D65",
  lab: [50, 0, 0],
  source: "typed",
  uncertaintyDeltaE2000: 1,
} satisfies Note["target"];

function note(number: number, state: Note["state"], more: Partial<Note> = {}): Note {
  return {
    id: `n${number}`,
    paintingId: "p",
    number,
    name: `Note ${number}`,
    target: color,
    state,
    createdAt: 0,
    ...more,
  };
}

function match(noteId: string, keptAt: number): Match {
  return {
    id: `m-${noteId}`,
    paintingId: "p",
    noteId,
    pileId: "pile",
    readingId: "r",
    target: color,
    result: color,
    deltaE2000: 0,
    verdict: "provisional",
    keptAt,
    remark: "",
  };
}

const HOUR = 3_600_000;
const now = 1000 * HOUR;

function work(notes: readonly Note[], more: Partial<Work> = {}): Work {
  return { notes, latestMatches: new Map(), timers: [], medium: "oil", order: "number", ...more };
}

describe("nextSteps", () => {
  const notes = [
    note(1, "open"),
    note(2, "mixing"),
    note(3, "drying"),
    note(4, "checked"),
    note(5, "drying"),
  ];
  const latestMatches = new Map([
    ["n3", match("n3", now - 73 * HOUR)],
    ["n5", match("n5", now - 1000)],
  ]);

  it("puts dry paint first, then what is begun, then what is open, and fresh paint last", () => {
    const steps = nextSteps(work(notes, { latestMatches }), now);
    expect(steps.map((step) => [step.kind, step.note.number])).toEqual([
      ["dry-check", 3],
      ["go-on", 2],
      ["begin", 1],
      ["dry-check", 5],
    ]);
    expect(steps[0]).toMatchObject({ isDue: true });
    expect(steps[3]).toMatchObject({ isDue: false, dryAt: now - 1000 + 72 * HOUR });
  });

  it("has nothing to say about a finished painting, and goes on with a note whose match is lost", () => {
    expect(nextSteps(work([note(4, "checked")], { latestMatches }), now)).toEqual([]);
    expect(nextSteps(work([note(9, "drying")]), now)).toMatchObject([{ kind: "go-on" }]);
  });

  it("waits for paint as long as its medium takes, or as the painter's own timer says", () => {
    const drying = [note(5, "drying")];
    const kept = new Map([["n5", match("n5", now - HOUR)]]);
    const isDue = (more: Partial<Work>): boolean | undefined => {
      const [step] = nextSteps(work(drying, { latestMatches: kept, ...more }), now);
      return step?.kind === "dry-check" ? step.isDue : undefined;
    };
    expect(isDue({ medium: "oil" })).toBe(false);
    expect(isDue({ medium: "acrylic" })).toBe(true);
    expect(isDue({ medium: "watercolour" })).toBe(true);
    const timer: Timer = {
      id: "t",
      paintingId: "p",
      noteId: "n5",
      kind: "dry-check",
      startedAt: now - HOUR,
      dueAt: now - 1,
    };
    expect(isDue({ timers: [timer] })).toBe(true);
    expect(isDue({ medium: "acrylic", timers: [{ ...timer, dueAt: now + HOUR }] })).toBe(false);
    // One that was set for the pile before says nothing of this film, nor does one of another note.
    expect(isDue({ timers: [{ ...timer, startedAt: now - 2 * HOUR }] })).toBe(false);
    expect(isDue({ timers: [{ ...timer, noteId: "n6" }] })).toBe(false);
  });

  it("lists what is to be mixed in the order of choice", () => {
    const coloured = (number: number, lab: [number, number, number], areaShare?: number): Note =>
      note(number, "open", { target: { ...color, lab }, ...(areaShare !== undefined && { areaShare }) });
    const open = [
      coloured(1, [50, 0, 40], 0.1),
      coloured(2, [20, 30, 10], 0.5),
      coloured(3, [80, -20, -20]),
      coloured(4, [65, 1, 1], 0.2),
    ];
    const order = (name: Work["order"]): number[] =>
      nextSteps(work(open, { order: name }), now).map((step) => step.note.number);
    expect(order("number")).toEqual([1, 2, 3, 4]);
    expect(order("dark-first")).toEqual([2, 1, 4, 3]);
    expect(order("light-first")).toEqual([3, 4, 1, 2]);
    expect(order("largest-first")).toEqual([2, 4, 1, 3]);
    expect(order("hue")).toEqual([2, 1, 3, 4]);
  });
});
