import "fake-indexeddb/auto";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { makeLog, type MadeLog } from "../../../tests/support/madeLog";
import { fillStore, type Sample, stored } from "../../../tests/support/sampleStore";
import { deltaE2000 } from "../../core/color/ciede2000";
import { lchFromLab } from "../../core/color/cieLab";
import { labD65 } from "../../core/color/types";
import { TEN_IS_WHITE } from "../../core/describe/valueScale";
import { GamanDatabase } from "../database";
import { setRemark } from "../matchRecords";
import type { FirstLook, Reading } from "../../domain/reading/reading";
import type { Match } from "../../domain/match/match";
import type { Pile } from "../../domain/pile/pile";
import { storeOf } from "../tables";
import { LOG_PAGE } from "../../domain/log/logRow";
import { createLogApi } from "./logApi";
import { findRows, LOG_ORDERS, type LogQuery } from "./logQuery";
import { indexLog, type LogSource } from "./logRows";
import { LOG_KINDS, type LogKind } from "../../domain/log/logRow";
import { logStats } from "./logStats";

const STYLE = { scale: TEN_IS_WHITE, vocabulary: "dull-bright" } as const;
const NEWEST: LogQuery = { kind: "match", order: "at", isDescending: true };

function sourceOf(made: MadeLog): LogSource {
  const names = ["paintings", "notes", "tubes", "piles", "matches", "readings"] as const;
  return Object.fromEntries(names.map((name) => [name, made.get(name) ?? []])) as unknown as LogSource;
}

const source = sourceOf(makeLog(200));
const tables = indexLog(source, STYLE);

describe("the index", () => {
  it("has a row for each match, pile, addition and reading, newest first", () => {
    const rowsOf = (kind: LogKind) => tables.rowsOf(kind).map(({ row }) => row);
    const additions = source.piles.reduce((sum, pile) => sum + pile.additions.length, 0);
    expect(LOG_KINDS.map((kind) => rowsOf(kind).length)).toEqual([200, 200, additions, 1000]);
    for (const kind of LOG_KINDS) {
      const times = rowsOf(kind).map(({ at }) => at);
      expect(times).toEqual([...times].sort((a, b) => b - a));
      expect(new Set(rowsOf(kind).map(({ id }) => id)).size).toBe(times.length);
    }
  });

  it("says of a pile how far its last reading was from the target", () => {
    const row = tables.rowsOf("pile").find(({ row: { id } }) => id === "pile-7")?.row;
    const last = source.readings.filter(({ pileId }) => pileId === "pile-7").at(-1);
    const target = source.notes.find(({ id }) => id === "note-7")?.target;
    if (!row || !last || !target) throw new Error("pile 7 is not there");
    expect(row.color).toEqual(last.color.lab);
    expect(row.miss).toBeCloseTo(deltaE2000(labD65(...target.lab), labD65(...last.color.lab)), 12);
  });

  it("compares nothing that was read under another light", () => {
    const [match] = source.matches;
    if (!match) throw new Error("no match");
    const underLamp = { ...match, result: { ...match.result, light: "A" as const } };
    const [indexed] = indexLog({ ...source, matches: [underLamp] }, STYLE).rowsOf("match");
    expect(indexed?.row.color).toBeUndefined();
  });

  it("keeps a row whose note and pile are gone", () => {
    const [indexed] = indexLog({ ...source, notes: [], piles: [], paintings: [] }, STYLE).rowsOf("match");
    expect(indexed?.row).toMatchObject({ note: undefined, painting: "", doses: [] });
  });
});

describe("finding", () => {
  const idsOf = (query: LogQuery): readonly string[] => findRows(tables, query).map(({ row }) => row.id);

  it("finds by words of the note, the painting, a tube, the remark, the colour, the day: all of them must fit", () => {
    const everything = tables.rowsOf("match").map(({ row, ownWords }) => {
      const pile = source.piles.find(({ id }) => id === row.pileId);
      const note = source.notes.find(({ id }) => id === row.noteId);
      const tubes = source.tubes.filter(({ id }) => pile?.additions.some(({ tubeId }) => tubeId === id));
      const tubeWords = tubes.map(({ label, colourIndexNames }) => `${label} ${colourIndexNames.join(" ")}`);
      const words = [row.note ?? "", `note ${note?.number ?? ""}`, row.painting, ...tubeWords, ownWords];
      return { id: row.id, words: words.join(" ").toLowerCase() };
    });
    const asked = [
      "keel",
      "prussian gorse",
      "too glossy",
      "Study 3",
      "blue leaning",
      "2 january 2020",
      "PB27 slate",
    ];
    for (const text of asked) {
      const tokens = text.toLowerCase().split(" ");
      const expected = everything.filter(({ words }) => tokens.every((token) => words.includes(token)));
      expect(expected.length).toBeGreaterThan(0);
      expect(idsOf({ ...NEWEST, text })).toEqual(expected.map(({ id }) => id));
    }
    expect(idsOf({ ...NEWEST, text: "nowhere at all" })).toEqual([]);
    expect(idsOf({ ...NEWEST, text: "  " })).toHaveLength(200);
  });

  const range = (low: number, high: number) =>
    fc
      .tuple(fc.double({ min: low, max: high, noNaN: true }), fc.double({ min: low, max: high, noNaN: true }))
      .map(([a, b]): readonly [number, number] => [Math.min(a, b), Math.max(a, b)]);

  it("gives just the rows that fit every filter, and each only once", () => {
    const query = fc.record(
      {
        kind: fc.constantFrom(...LOG_KINDS),
        lightness: range(0, 100),
        chroma: range(0, 110),
        miss: range(0, 20),
        tubeId: fc.constantFrom(...source.tubes.map(({ id }) => id)),
        paintingId: fc.constantFrom(...source.paintings.map(({ id }) => id)),
        state: fc.constantFrom("confirmed", "moved", "wet", "dry", "kept"),
        huePlace: fc.constantFrom("grey", "red", "blue", "green", "yellow"),
        order: fc.constantFrom(...LOG_ORDERS),
        isDescending: fc.boolean(),
      },
      { requiredKeys: ["kind", "order", "isDescending"] },
    ) as fc.Arbitrary<LogQuery>;
    fc.assert(
      fc.property(query, (asked) => {
        const found = new Set(idsOf(asked));
        expect(found.size).toBe(findRows(tables, asked).length);
        for (const { row, huePlace } of tables.rowsOf(asked.kind)) {
          const lab = row.color ?? row.target;
          const [l, c] = lab ? lchFromLab(labD65(...lab)) : [Number.NaN, Number.NaN];
          const isIn = (value: number | undefined, limits: readonly [number, number] | undefined): boolean =>
            !limits || (value !== undefined && value >= limits[0] && value <= limits[1]);
          const fits =
            isIn(l, asked.lightness) &&
            isIn(c, asked.chroma) &&
            isIn(row.miss, asked.miss) &&
            (!asked.tubeId || row.doses.some(({ tubeId }) => tubeId === asked.tubeId)) &&
            (!asked.paintingId || row.paintingId === asked.paintingId) &&
            (!asked.state || row.state === asked.state) &&
            (!asked.huePlace || huePlace === asked.huePlace);
          expect(found.has(row.id)).toBe(fits);
        }
      }),
      { numRuns: 60 },
    );
  });

  it("orders by what is asked, both ways", () => {
    const chroma = findRows(tables, { ...NEWEST, order: "chroma", isDescending: false }).map(
      ({ chroma: of }) => of,
    );
    expect(chroma).toEqual([...chroma].sort((a, b) => a - b));
    const misses = findRows(tables, { ...NEWEST, order: "miss" }).map(({ row }) => row.miss ?? 0);
    expect(misses).toEqual([...misses].sort((a, b) => b - a));
    expect(idsOf({ ...NEWEST, isDescending: false })).toEqual([...idsOf(NEWEST)].reverse());
  });

  it("orders by nearness to any colour: the same that a search through all would find", () => {
    const near = [55, 12, -20] as const;
    const found = findRows(tables, { ...NEWEST, near });
    const distances = source.matches.map(({ result }) => deltaE2000(labD65(...near), labD65(...result.lab)));
    expect(found).toHaveLength(200);
    const [first] = found;
    expect(deltaE2000(labD65(...near), labD65(...(first?.row.color ?? [0, 0, 0])))).toBe(
      Math.min(...distances),
    );
  });
});

describe("what the log says", () => {
  const match = (
    id: string,
    pileId: string,
    target: Match["target"],
    result: Match["result"],
    keptAt: number,
  ): Match => ({
    id,
    pileId,
    target,
    result,
    keptAt,
    paintingId: "p",
    noteId: "n",
    readingId: "r",
    deltaE2000: 0,
    verdict: "provisional",
    remark: "",
  });
  const reading = (pileId: string, color: Reading["color"], takenAt: number): Reading => ({
    id: `${pileId}-${takenAt}`,
    noteId: "n",
    pileId,
    color,
    film: "wet",
    takenAt,
    turn: takenAt,
  });
  const pile = (id: string, additions: Pile["additions"], rest: Partial<Pile> = {}): Pile => ({
    id,
    noteId: "n",
    additions,
    state: "kept",
    createdAt: 1,
    ...rest,
  });
  const empty: LogSource = { paintings: [], notes: [], tubes: [], piles: [], matches: [], readings: [] };
  const read = (l: number, a: number, b: number, source: Reading["color"]["source"]) => ({
    ...stored(l, a, b),
    source,
  });

  it("counts additions and first misses month by month", () => {
    const july = new Date(2026, 6, 3).getTime();
    const august = new Date(2026, 7, 3).getTime();
    const target = stored(50, 0, 0);
    const stats = logStats(
      {
        ...empty,
        piles: [
          pile("a", [{ tubeId: "t", parts: 1, addedAt: 1, turn: 1 }]),
          pile(
            "b",
            [1, 2, 3].map((addedAt) => ({ tubeId: "t", parts: 1, addedAt, turn: addedAt })),
          ),
          pile(
            "c",
            [1, 2].map((addedAt) => ({ tubeId: "t", parts: 1, addedAt, turn: addedAt })),
          ),
        ],
        readings: [
          reading("a", read(60, 0, 0, "by-eye"), 9),
          reading("a", read(45, 0, 0, "by-eye"), 5),
          reading("c", read(50, 0, 0, "by-eye"), 5),
        ],
        matches: [
          match("1", "a", target, target, july),
          match("2", "b", target, target, july + 5),
          match("3", "c", target, target, august),
        ],
      },
      [],
    );
    expect(stats.months.map(({ matches, additions }) => [matches, additions])).toEqual([
      [2, 2],
      [1, 2],
    ]);
    // The earliest reading counts, however the rows lie.
    expect(stats.months[0]?.firstMiss).toBeCloseTo(deltaE2000(labD65(50, 0, 0), labD65(45, 0, 0)), 12);
    expect(stats.months[1]?.firstMiss).toBe(0);
  });

  it("adds up paint: what was squeezed out, what was scraped or set aside, and no leftover twice", () => {
    const { paint } = logStats(
      {
        ...empty,
        piles: [
          pile("kept", [{ tubeId: "white", parts: 4, addedAt: 1, turn: 1 }], {
            scrapes: [{ turn: 2, at: 2, keptShare: 0.25 }],
          }),
          pile("aside", [{ tubeId: "umber", parts: 2, addedAt: 1, turn: 1 }], { state: "set-aside" }),
          pile("left", [{ tubeId: "umber", parts: 1, addedAt: 1, turn: 1 }], {
            state: "set-aside",
            leftParts: 1,
          }),
          pile("reused", [{ tubeId: "umber", parts: 1, addedAt: 1, turn: 1, fromPileId: "left" }]),
          pile("sample", [{ tubeId: "white", parts: 1, addedAt: 1, turn: 1 }], {
            state: "side",
            side: { of: "kept", share: 0.1 },
          }),
        ],
      },
      [],
    );
    expect(paint).toEqual([
      { tubeId: "white", usedParts: 4, wastedParts: 3, piles: 1 },
      { tubeId: "umber", usedParts: 3, wastedParts: 2, piles: 3 },
    ]);
  });

  it("reports after twenty trials the arithmetic mean and spread of each axis, with signs", () => {
    const errors = Array.from({ length: 20 }, (_, i) => [-3 + (i % 5) * 0.5, 2 + (i % 3), -(i % 2)] as const);
    const looks: FirstLook[] = errors.map(([l, a, b], i) => ({
      id: `look-${i}`,
      paintingId: "p",
      noteId: "n",
      target: stored(50, 20, 10),
      said: stored(50 + l, 20 + a, 10 + b),
      at: i,
    }));
    const { saying } = logStats(empty, looks);
    const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;
    const spread = (values: readonly number[]): number =>
      Math.sqrt(values.reduce((sum, v) => sum + (v - mean(values)) ** 2, 0) / (values.length - 1));
    expect(saying?.count).toBe(20);
    for (const [axis, place] of [
      [saying?.lightness, 0],
      [saying?.redness, 1],
      [saying?.yellowness, 2],
    ] as const) {
      const values = errors.map((error) => error[place]);
      expect(axis?.mean).toBeCloseTo(mean(values), 10);
      expect(axis?.spread).toBeCloseTo(spread(values), 10);
    }
    expect(saying?.lightness.mean).toBeLessThan(0);
    expect(saying?.redness.mean).toBeGreaterThan(0);
  });

  it("holds a reading by eye against the instrument only where the pile was the same", () => {
    const additions = [
      { tubeId: "t", parts: 1, addedAt: 1, turn: 1 },
      { tubeId: "t", parts: 1, addedAt: 10, turn: 10 },
    ];
    const readings = [
      reading("a", read(50, 0, 0, "by-eye"), 5),
      reading("a", read(55, 0, 0, "measured"), 6),
      reading("a", read(40, 0, 0, "by-eye"), 12),
    ];
    const { reading: report, kept } = logStats(
      {
        ...empty,
        piles: [pile("a", additions)],
        readings,
        matches: [match("m", "a", stored(50, 0, 0), stored(47, 0, 0), 20)],
      },
      [],
    );
    expect([report?.count, report?.lightness.mean]).toEqual([1, -5]);
    expect([kept?.count, kept?.lightness.mean]).toEqual([1, -3]);
  });
});

describe("the log of a store", () => {
  const db = new GamanDatabase("log-of-a-store");
  let sample: Sample;
  beforeAll(async () => {
    for (const [name, rows] of makeLog(150)) await storeOf(db, name).bulkPut(rows);
    sample = await fillStore(db);
  });
  afterAll(async () => {
    await db.delete();
  });

  it("shows the newest at once, then pages of whatever was asked last", async () => {
    const log = createLogApi("own", STYLE, db);
    const newest = await log.newest();
    expect([newest.found, newest.rows.length]).toEqual([151, LOG_PAGE]);
    const asked = await log.find(NEWEST, 1);
    expect(asked.rows).toEqual(newest.rows);
    expect(await log.page(1, 2)).toHaveLength(151 - 2 * LOG_PAGE);
    expect(await log.page(1, 3)).toEqual([]);
    await log.find({ ...NEWEST, text: "keel" }, 2);
    expect(await log.page(1, 0)).toBeUndefined();
    const [first] = newest.rows;
    expect(await log.match(first?.id ?? "")).toEqual(first);
    expect(await log.match("not there")).toBeUndefined();
  });

  it("hears of a write and answers from what is there then", async () => {
    const log = createLogApi("own", STYLE, db);
    const [match] = await db.matches.where({ paintingId: sample.painting.id }).toArray();
    expect((await log.find({ ...NEWEST, text: "heliotrope" }, 1)).found).toBe(0);
    const heard = vi.fn();
    log.onChange(heard);
    await setRemark(db, match?.id ?? "", "the heliotrope shadow");
    await vi.waitFor(
      () => {
        expect(heard).toHaveBeenCalledTimes(1);
      },
      { timeout: 60_000 },
    );
    expect((await log.find({ ...NEWEST, text: "heliotrope" }, 2)).found).toBe(1);
    expect((await log.stats()).paint.length).toBeGreaterThan(5);
  });

  it("leaves a broken row out and shows the others", async () => {
    await db
      .table("matches")
      .put({ id: "broken", paintingId: "p", noteId: "n", pileId: "q", keptAt: 2e12, verdict: "?" });
    const log = createLogApi("own", STYLE, db);
    expect((await log.find(NEWEST, 1)).found).toBe(151);
    await db.matches.delete("broken");
  });
});
