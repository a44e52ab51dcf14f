import { describe, expect, it } from "vitest";
import { labD65 } from "../../core/color/types";
import type { Note } from "../../domain/note/note";
import { storedFromLab } from "../../domain/reading/storedColor";
import {
  chromaRanges,
  cleared,
  filterCount,
  type LogFilters,
  NEWEST_MATCHES,
  NO_FILTERS,
  queryOf,
  valuesOf,
  withKind,
} from "./filters";

const note: Note = {
  id: "n",
  paintingId: "p",
  number: 1,
  name: "Rope",
  target: storedFromLab(labD65(61, 4, 22), "typed", 1),
  state: "open",
  createdAt: 1,
};
const context = {
  scale: { atBlack: 0, atWhite: 10 },
  vocabulary: "dull-bright",
  notes: [note],
} as const;

const all: LogFilters = {
  ...NO_FILTERS,
  text: "rope",
  huePlace: "orange",
  value: 5,
  chromaWord: chromaRanges("dull-bright")[1]?.word,
  tubeId: "t",
  paintingId: "p",
  state: "confirmed",
  miss: 2,
  from: "2026-11-01",
  until: "2026-11-02",
  nearNoteId: "n",
};

describe("what is looked for in the log", () => {
  it("is the same object as long as nothing is chosen", () => {
    expect(queryOf(NO_FILTERS, context)).toBe(NEWEST_MATCHES);
    expect(queryOf({ ...NO_FILTERS, order: "miss" }, context)).not.toBe(NEWEST_MATCHES);
  });

  it("becomes a question with what was chosen and no more", () => {
    const query = queryOf(all, context);
    expect(query).toMatchObject({ text: "rope", huePlace: "orange", tubeId: "t", miss: [0, 2] });
    expect(query.lightness).toEqual([45, 55]);
    expect(query.near).toEqual([61, 4, 22]);
    const [from = 0, until = 0] = query.time ?? [];
    expect(until - from).toBe(2 * 86_400_000 - 1);
    expect(Object.keys(queryOf({ ...NO_FILTERS, miss: 1 }, context)).sort()).toEqual([
      "isDescending",
      "kind",
      "miss",
      "order",
    ]);
  });

  it("holds the whole of a day on which the clocks are put back", () => {
    const zone = process.env.TZ;
    process.env.TZ = "Europe/Berlin";
    try {
      const day = "2026-10-25";
      const [from = 0, until = 0] = queryOf({ ...NO_FILTERS, from: day, until: day }, context).time ?? [];
      expect(until - from).toBe(25 * 3_600_000 - 1);
      expect(new Date(until).getHours()).toBe(23);
    } finally {
      if (zone === undefined) delete process.env.TZ;
      else process.env.TZ = zone;
    }
  });

  it("is counted, and cleared with nothing left in any field", () => {
    expect(filterCount(NO_FILTERS)).toBe(0);
    expect(filterCount(all)).toBe(9);
    expect(cleared(all)).toEqual({ ...NO_FILTERS, text: "rope" });
    expect(filterCount(cleared(all))).toBe(0);
  });

  it("puts away what means nothing for another kind", () => {
    expect(withKind(all, "reading")).toMatchObject({ kind: "reading", state: undefined, tubeId: undefined });
    expect(withKind(all, "pile")).toMatchObject({ state: undefined, tubeId: "t" });
  });

  it("takes a typed colour before a note, and passes over what is no colour yet", () => {
    expect(queryOf({ ...all, nearText: "50 0 0", nearLab: labD65(50, 0, 0) }, context).near).toEqual([
      50, 0, 0,
    ]);
    expect(queryOf({ ...all, nearText: "50 0" }, context).near).toEqual([61, 4, 22]);
    expect(queryOf({ ...NO_FILTERS, from: "not a day" }, context)).toBe(NEWEST_MATCHES);
  });

  it("offers every value of a scale, whichever way it counts", () => {
    expect(valuesOf({ atBlack: 0, atWhite: 10 })).toHaveLength(11);
    expect(valuesOf({ atBlack: 10, atWhite: 0 })).toHaveLength(11);
    expect(valuesOf({ atBlack: 0, atWhite: 100 })).toHaveLength(21);
  });
});
