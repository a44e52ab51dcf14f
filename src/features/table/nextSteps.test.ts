import { describe, expect, it } from "vitest";
import type { Match } from "../../domain/match/match";
import type { Note } from "../../domain/note/note";
import { DRY_CHECK_AFTER_MS, nextSteps } from "./nextSteps";

const color = {
  space: "cielab-2deg",
  light: "D65",
  lab: [50, 0, 0],
  source: "typed",
  uncertaintyDeltaE2000: 1,
} satisfies Note["target"];

function note(number: number, state: Note["state"]): Note {
  return {
    id: `n${number}`,
    paintingId: "p",
    number,
    name: `Note ${number}`,
    target: color,
    state,
    createdAt: 0,
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

describe("nextSteps", () => {
  const notes = [
    note(1, "open"),
    note(2, "mixing"),
    note(3, "drying"),
    note(4, "checked"),
    note(5, "drying"),
  ];
  const now = 10 * DRY_CHECK_AFTER_MS;
  const matches = new Map([
    ["n3", match("n3", now - DRY_CHECK_AFTER_MS)],
    ["n5", match("n5", now - 1000)],
  ]);

  it("puts dry paint first, then what is begun, then what is open, and fresh paint last", () => {
    const steps = nextSteps(notes, matches, now);
    expect(steps.map((step) => [step.kind, step.note.number])).toEqual([
      ["dry-check", 3],
      ["go-on", 2],
      ["begin", 1],
      ["dry-check", 5],
    ]);
    expect(steps[0]).toMatchObject({ isDue: true });
    expect(steps[3]).toMatchObject({ isDue: false });
  });

  it("has nothing to say about a finished painting, and goes on with a note whose match is lost", () => {
    expect(nextSteps([note(4, "checked")], matches, now)).toEqual([]);
    expect(nextSteps([note(9, "drying")], matches, now)).toMatchObject([{ kind: "go-on" }]);
  });
});
