import { fileFaultWords } from "../words/files";
import { describe, expect, it } from "vitest";
import { deltaE2000 } from "../core/color/ciede2000";
import { labD65 } from "../core/color/types";
import { mixtureReflectance } from "../core/mixing/mixture";
import { labFromReflectance } from "../core/spectrum/colorimetry";
import { PIGMENT_MODELS } from "../data/pigments.generated";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
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

  it("are taken as spreadsheets save them: with tabs, in 16 bits, in the letters of Western Windows", async () => {
    const table = "name\tlab_l\tlab_a\tlab_b\r\nGr\u00fcn\t41,5\t-20\t15\r\n";
    const letters = Uint8Array.from(table, (letter) => letter.charCodeAt(0));
    const wide = new Uint8Array(2 * table.length + 2);
    wide.set([0xff, 0xfe]);
    letters.forEach((letter, i) => (wide[2 * i + 2] = letter));
    for (const bytes of [letters, wide]) {
      const answer = await read(bytes);
      if (!answer.ok) throw new Error(answer.failure.fault.code);
      expect(unpackReading(answer.value, 0)).toMatchObject({ name: "Gr\u00fcn", lab: [41.5, -20, 15] });
    }
  });

  const printed = (keywords: string, fields: string, row: string): string =>
    `CGATS.17\n${keywords}\nBEGIN_DATA_FORMAT\nNAME ${fields}\nEND_DATA_FORMAT\nBEGIN_DATA\nsky ${row}\nEND_DATA\n`;
  const labOf = async (text: string) => {
    const answer = await read(text);
    if (!answer.ok) return answer.failure.fault.code;
    return unpackReading(answer.value, 0)?.lab ?? "none";
  };

  it("with CIELAB for a print booth are seen in daylight, whatever the keyword is called", async () => {
    const [white] = PIGMENT_MODELS;
    if (!white) throw new Error("no white");
    const misses: number[] = [];
    for (const { optics, typicalTint, name } of PIGMENT_MODELS) {
      const volumes = [
        { optics, volume: 1 },
        { optics: white.optics, volume: typicalTint?.whiteParts ?? 4 },
      ];
      const spectrum = mixtureReflectance(volumes, PAINT_SURFACE);
      const inBooth = labFromReflectance(spectrum, VIEWING.D50).join(" ");
      const [first, ...others] = await Promise.all(
        [
          'ILLUMINATION_NAME "D50"',
          'WEIGHTING_FUNCTION "ILLUMINANT, D50"\nWEIGHTING_FUNCTION "OBSERVER, 2 degree"',
          'MEASUREMENT_SOURCE "Illumination=D50 ObserverAngle=2 WhiteBase=Absolute"',
          "ILLUMINANT D50/2",
          'ILLUMINATION "D50"',
        ].map((keywords) => labOf(printed(keywords, "LAB_L LAB_A LAB_B", inBooth))),
      );
      if (first === undefined || typeof first === "string") throw new Error(`${name}: ${String(first)}`);
      for (const other of others) expect(other).toEqual(first);
      misses.push(deltaE2000(labFromReflectance(spectrum, VIEWING.D65), first));
    }
    misses.sort((one, other) => one - other);
    expect(misses[Math.floor(misses.length / 2)]).toBeLessThan(0.5);
    expect(misses.at(-1)).toBeLessThan(1.4);
  });

  it("with CIELAB that cannot be seen under D65 are refused, and read from their spectra where there are some", async () => {
    const sky = "60 -5 -30";
    const bands = Array.from({ length: 36 }, (_, i) => `NM${380 + 10 * i}`).join(" ");
    const half = Array.from({ length: 36 }, () => 0.5).join(" ");
    expect(await labOf(printed('ILLUMINATION_NAME "D75"', "LAB_L LAB_A LAB_B", sky))).toBe("other-light");
    expect(await labOf(printed('WEIGHTING_FUNCTION "ILLUMINANT, A"', "LAB_L LAB_A LAB_B", sky))).toBe(
      "other-light",
    );
    expect(await labOf(printed("ILLUMINANT D65/10", "LAB_L LAB_A LAB_B", sky))).toBe("other-observer");
    expect(await labOf(printed('OBSERVER "10 degrees"', "LAB_L LAB_A LAB_B", sky))).toBe("other-observer");
    expect(await labOf(printed("ILLUMINANT D50", "LAB_L LAB_A LAB_B", "90 100 -120"))).toBe(
      "not-under-its-light",
    );
    expect(await labOf(printed("ILLUMINANT D75", `LAB_L LAB_A LAB_B ${bands}`, `${sky} ${half}`))).toBe(
      "none",
    );
    const [lamp, weights] = ['MEASUREMENT_SOURCE "Illumination=A"', 'WEIGHTING_FUNCTION "ILLUMINANT, D65"'];
    for (const keywords of [`${lamp}\n${weights}`, `${weights}\n${lamp}`])
      expect(await labOf(printed(keywords, "LAB_L LAB_A LAB_B", sky))).toEqual([60, -5, -30]);
    for (const keywords of [
      "ILLUMINATION_NAME Unknown",
      "ILLUMINANT D65",
      'OBSERVER "2"',
      "FILTER D50",
      "ILLUMINATION diffuse",
    ])
      expect(await labOf(printed(keywords, "LAB_L LAB_A LAB_B", sky))).toEqual([60, -5, -30]);
  });

  it("are refused when they are empty, no text, or far too large, before they are read", async () => {
    expect(await read("")).toMatchObject({ failure: { fault: { code: "empty" } } });
    expect(await read(Uint8Array.from([0xff, 0xd8, 0x00, 0x41]))).toMatchObject({
      failure: { fault: { code: "no-text" } },
    });
    const huge = { size: 100 * 2 ** 20, arrayBuffer: () => Promise.reject(new Error("it was read")) };
    expect(await createReadingFilesApi().read(huge as unknown as Blob, none)).toMatchObject({
      failure: { fault: { code: "too-large", bytes: 100 * 2 ** 20, most: 64 * 2 ** 20 } },
    });
    expect(await read("\u0089PNG\r\n\u001a\n")).toMatchObject({ ok: false });
  });
});
