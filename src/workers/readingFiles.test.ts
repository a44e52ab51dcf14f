import { fileFaultWords } from "../words/files";
import { describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import { packReadings, type ReadingRow, unpackReading } from "../core/exchange/readingRow";
import { createRng } from "../core/random/rng";
import { GRID_10NM } from "../core/spectrum/types";
import { createReadingFilesApi, readCsv, writeCsv, writeReadings } from "./readingFiles";

const rng = createRng(8);
const rowsOf = (count: number, hasSpectrum = true): ReadingRow[] =>
  Array.from({ length: count }, (_, i) => ({
    name: ["Umber, raw", "=SUM(A1)", "-minus", 'a "quoted" one', "plain"][i % 5] ?? "",
    whiteParts: i % 3,
    lab: labD65(100 * rng.next(), -50 + 100 * rng.next(), -50 + 100 * rng.next()),
    spectrum: hasSpectrum
      ? { grid: GRID_10NM, values: Array.from({ length: GRID_10NM.count }, () => rng.next()) }
      : undefined,
  }));

const none = (): void => undefined;
const read = (content: BlobPart, onProgress = none) =>
  createReadingFilesApi().read(new Blob([content]), onProgress);

describe("CSV of readings", () => {
  it("comes back unchanged, and no name is a formula to a spreadsheet", () => {
    for (const hasSpectrum of [true, false]) {
      const rows = rowsOf(12, hasSpectrum);
      const text = writeCsv(rows);
      expect(readCsv(text, none)).toEqual({ ok: true, value: rows });
      expect(text).toContain("'=SUM");
      expect(text).not.toMatch(/(?:^|\n)=/);
    }
  });

  it.each([
    ["name,lab_l,lab_a\nx,1,2", /neither CIELAB/, 1],
    ["name,lab_l,lab_a,lab_b\nx,1,2", /3 values where the header has 4/, 2],
    ["name,lab_l,lab_a,lab_b\nx,50,2,3\ny,nan,2,3", /not three numbers/, 3],
    ['name,lab_l,lab_a,lab_b\n"x,50,2,3', /quote/i, 2],
    ["name,lab_l,lab_a,lab_b\n", /no reading/, 1],
  ])("is refused with line and reason: %#", (text, reason, line) => {
    const answer = readCsv(text, none);
    if (answer.ok) throw new Error("it was read");
    expect(fileFaultWords(answer.failure.fault)).toMatch(reason);
    expect(answer.failure.line).toBe(line);
  });

  it("of 1,000 mutated files reads each or refuses it with a reason", () => {
    const text = writeCsv(rowsOf(4));
    let refused = 0;
    for (let trial = 0; trial < 1000; trial++) {
      const at = rng.below(text.length);
      const pieces = ["", '"', ",", "\n", "NaN", "1e400", "=", "\u0000", ";;;"];
      const mutated =
        trial % 5 === 0
          ? text.slice(0, at)
          : text.slice(0, at) + (pieces[rng.below(pieces.length)] ?? "") + text.slice(at + rng.below(6));
      const answer = readCsv(mutated, none);
      if (!answer.ok) {
        refused++;
        expect(fileFaultWords(answer.failure.fault).length).toBeGreaterThan(5);
      } else {
        for (const { lab, spectrum } of answer.value) {
          expect(lab ?? spectrum).toBeDefined();
          expect(lab?.every(Number.isFinite) ?? true).toBe(true);
          expect(Array.from(spectrum?.values ?? []).every(Number.isFinite)).toBe(true);
        }
      }
    }
    expect(refused).toBeGreaterThan(200);
    expect(refused).toBeLessThan(1000);
  });
});

describe("packed readings", () => {
  it("come back with their holes", () => {
    const [row] = rowsOf(1);
    if (!row) throw new Error("no row");
    const rows = [row, { ...row, lab: undefined }, { ...row, spectrum: undefined, whiteParts: undefined }];
    const packed = packReadings(rows);
    expect(rows.map((_, i) => unpackReading(packed, i))).toEqual(rows);
  });
});

describe("files of readings", () => {
  it("are told apart by their first line, and read with progress", async () => {
    const rows = rowsOf(2000);
    for (const format of ["csv", "cgats"] as const) {
      const shares: number[] = [];
      const named = rows.map((row) => ({ ...row, name: row.name.replaceAll('"', " ").trim() }));
      const answer = await createReadingFilesApi().read(new Blob([writeReadings(named, format)]), (share) => {
        shares.push(share);
      });
      if (!answer.ok) throw new Error(answer.failure.fault.code);
      expect(named.map((_, i) => unpackReading(answer.value, i))).toEqual(named);
      expect(unpackReading(answer.value, named.length)).toBeUndefined();
      expect(shares.length).toBeGreaterThan(2);
      expect([...shares].sort((a, b) => a - b)).toEqual(shares);
    }
  });

  it("are refused when they are empty, no text, or far too large, before they are read", async () => {
    expect(await read("")).toMatchObject({ failure: { fault: { code: "empty" } } });
    expect(await read(Uint8Array.from([0xff, 0xfe, 0x00, 0x41]))).toMatchObject({
      failure: { fault: { code: "no-text" } },
    });
    const huge = { size: 100 * 2 ** 20, arrayBuffer: () => Promise.reject(new Error("it was read")) };
    expect(await createReadingFilesApi().read(huge as unknown as Blob, none)).toMatchObject({
      failure: { fault: { code: "too-large", bytes: 100 * 2 ** 20, most: 64 * 2 ** 20 } },
    });
    expect(await read("\u0089PNG\r\n\u001a\n")).toMatchObject({ ok: false });
  });
});
