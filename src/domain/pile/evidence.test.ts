import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { type LabD65, labD65 } from "../../core/color/types";
import { tubeFromModel } from "../tube/newTube";
import type { Pile } from "./pile";
import type { Reading } from "../reading/reading";
import type { StoredColor } from "../reading/storedColor";
import type { Tube } from "../tube/tube";
import { storedFromLab } from "../reading/storedColor";
import { MOST_PILES, pileRecord } from "./evidence";
import { tubeReadingOf } from "../tube/calibrationReadings";

const tube = (id: string, changes: Partial<Tube> = {}): Tube => ({
  ...tubeFromModel(pigment(id)),
  id,
  position: 0,
  addedAt: 1,
  ...changes,
});
const WHITE = tube("titanium-white");
const BLUE = tube("prussian-blue");
const STRANGE = tube("raw-umber", {
  id: "strange",
  optics: { modelIds: ["no-longer-shipped"], isLookAlike: false, calibrations: [] },
});
const TUBES = new Map([WHITE, BLUE, STRANGE].map((row) => [row.id, row]));

const darker = (wet: LabD65): LabD65 => labD65(wet[0] - 1, wet[1], wet[2]);

const pile = (id: string, additions: readonly (readonly [string, number, number])[]): Pile => ({
  id,
  noteId: "note",
  additions: additions.map(([tubeId, parts, addedAt]) => ({ tubeId, parts, addedAt, turn: addedAt })),
  state: "kept",
  createdAt: 1,
});
const reading = (
  pileId: string,
  takenAt: number,
  lightness: number,
  changes: { film?: Reading["film"]; source?: StoredColor["source"] } = {},
): Reading => ({
  id: `${pileId}-${takenAt}`,
  turn: takenAt,
  noteId: "note",
  pileId,
  color: storedFromLab(labD65(lightness, 0, -20), changes.source ?? "by-eye", 1.4),
  film: changes.film ?? "wet",
  takenAt,
});

describe("pileRecord", () => {
  it("takes looks at each state of a pile together, dry ones alone, wet ones as they will dry, with what lay in it then", () => {
    const record = pileRecord(
      [
        pile("a", [
          [WHITE.id, 4, 10],
          [BLUE.id, 0.5, 20],
          [WHITE.id, 2, 30],
        ]),
      ],
      [
        reading("a", 25, 40),
        reading("a", 26, 42),
        reading("a", 35, 55),
        reading("a", 36, 50, { film: "dry" }),
      ],
      TUBES,
      darker,
    );
    expect(record.piles.map((entry) => [entry.takenAt, entry.evidence.lab[0]])).toEqual([
      [36, 50],
      [26, 40],
    ]);
    const [white, blue] = [WHITE, BLUE].map((one) => record.tubes.indexOf(one));
    expect(record.piles[0]?.evidence.parts).toEqual([
      { tube: white, volume: 6 },
      { tube: blue, volume: 0.5 },
    ]);
    expect(record.piles[1]?.evidence.parts[0]?.volume).toBe(4);
    expect(record.leftOut).toEqual({ unknownTube: 0, older: 0 });
  });

  it("makes looks that agree one surer look, and lets the newest correct a slip", () => {
    const looks = (...lightnesses: readonly number[]) =>
      pileRecord(
        [pile("a", [[WHITE.id, 4, 10]])],
        lightnesses.map((lightness, i) => reading("a", 20 + i, lightness, { film: "dry" })),
        TUBES,
        darker,
      ).piles[0]?.evidence;
    const [one, four, six] = [looks(60), looks(60, 61, 60, 59), looks(60, 61, 60, 59, 60, 60)];
    expect(four?.lab[0]).toBeCloseTo(60, 9);
    expect(four?.uncertaintyDeltaE2000).toBeCloseTo((one?.uncertaintyDeltaE2000 ?? 0) / 2, 9);
    // More looks of one eye err together.
    expect(six?.uncertaintyDeltaE2000).toBeCloseTo(four?.uncertaintyDeltaE2000 ?? 0, 9);
    expect(looks(20, 60)?.lab[0]).toBe(60);
    expect(looks(20, 60)?.uncertaintyDeltaE2000).toBe(one?.uncertaintyDeltaE2000);
  });

  it("takes an eye that was silent on an axis as a witness of the others alone, until it speaks again", () => {
    const record = (readings: readonly Reading[]) =>
      pileRecord([pile("a", [[WHITE.id, 4, 10]])], readings, TUBES, darker).piles.map(
        ({ evidence }) => evidence,
      );
    const look = reading("a", 20, 60, { film: "dry" });
    const partial = (
      takenAt: number,
      silent: StoredColor["silent"],
      faint?: StoredColor["faint"],
    ): Reading => ({
      ...look,
      id: `partial-${takenAt}`,
      turn: takenAt,
      takenAt,
      color: { ...look.color, ...(silent && { silent }), ...(faint && { faint }) },
    });
    const [only] = record([partial(21, ["chroma", "hue"])]);
    expect(only?.axisUncertainties?.[0]).toBe(1.4);
    expect(only?.axisUncertainties?.[1]).toBeGreaterThan(20);
    // A hue judged beside another value is doubted twice as much.
    expect(record([partial(21, undefined, ["hue"])])[0]?.axisUncertainties).toEqual([1.4, 1.4, 2.8]);
    // Value said twice: the newer counts; hue said besides stays a witness of its own.
    expect(record([partial(21, ["chroma", "hue"]), partial(22, ["chroma", "hue"])])).toHaveLength(1);
    expect(record([partial(21, ["chroma", "hue"]), partial(22, ["value", "chroma"])])).toHaveLength(2);
    // A look at all of it that came later says all that the earlier one did.
    expect(record([partial(21, ["hue"]), { ...look, turn: 30, takenAt: 30 }])).toHaveLength(1);
  });

  it("takes what was added after a pile was scraped back for as unsure as the share that stayed", () => {
    const whole = pile("a", [
      [WHITE.id, 4, 10],
      [BLUE.id, 1, 10],
      [WHITE.id, 1, 30],
    ]);
    const errorsOf = (laid: Pile): readonly number[] | undefined =>
      pileRecord([laid], [reading("a", 40, 60)], TUBES, (wet) => wet).piles[0]?.evidence.doseErrors;
    expect(errorsOf(whole)).toBeUndefined();
    const scrapes = [{ turn: 20, at: 20, keptShare: 0.25 }];
    // Half of the white was there before, and lies there as it was mixed.
    const [white = 0, blue] = errorsOf({ ...whole, scrapes }) ?? [];
    expect(white).toBeCloseTo(0.15 / 2, 9);
    expect(blue).toBe(0);
    const given = [{ turn: 20, at: 20, keptShare: 0.25, intoPileId: "other" }];
    expect(errorsOf({ ...whole, scrapes: given })).toBeUndefined();
  });

  it("leaves out predictions, unknown tubes, empty piles and readings of piles that are gone", () => {
    const record = pileRecord(
      [
        pile("a", [[WHITE.id, 1, 10]]),
        pile("b", [[STRANGE.id, 1, 10]]),
        pile("c", [["gone", 1, 10]]),
        pile("d", [[WHITE.id, 1, 90]]),
      ],
      [
        reading("a", 20, 90, { source: "predicted" }),
        ...["b", "c", "d", "e"].map((id) => reading(id, 20, 50)),
      ],
      TUBES,
      darker,
    );
    expect(record.piles).toEqual([]);
    expect(record.tubes).toEqual([]);
    expect(record.leftOut).toEqual({ unknownTube: 2, older: 0 });
  });

  it("takes the newest piles of a long record", () => {
    const count = MOST_PILES + 5;
    const piles = Array.from({ length: count }, (_, i) => pile(`p${i}`, [[WHITE.id, 1, i]]));
    const record = pileRecord(
      piles,
      piles.map((row, i) => reading(row.id, 1000 + i, 90)),
      TUBES,
      darker,
    );
    expect(record.piles).toHaveLength(MOST_PILES);
    expect(record.piles[0]?.pileId).toBe(`p${count - 1}`);
    expect(record.leftOut.older).toBe(5);
  });
});

describe("tubeReadingOf", () => {
  it("gives back colour, parts and spectrum as they were kept", () => {
    const reflectance = Array.from({ length: 36 }, (_, band) => 0.1 + band / 100);
    const kept = tubeReadingOf({
      whiteParts: 9,
      color: storedFromLab(labD65(60, 5, 6), "file", 0.5),
      spectrum: { reflectance, uncertainty: 0.004 },
      missBefore: 1,
      missAfter: 0.5,
    });
    expect(kept).toMatchObject({ whiteParts: 9, lab: [60, 5, 6], uncertaintyDeltaE2000: 0.5 });
    expect(kept.spectrum?.reflectance.values).toEqual(reflectance);
    expect(kept.spectrum?.uncertainty).toBe(0.004);
  });
});
