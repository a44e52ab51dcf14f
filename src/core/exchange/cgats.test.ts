import { fileFaultWords } from "../../words/files";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { GRID_10NM } from "../spectrum/types";
import { readCgats, writeCgats } from "./cgats";
import type { ReadingRow } from "./readingRow";

const share = fc.double({ min: 0, max: 1, noNaN: true });
const rowArbitrary = (hasSpectrum: boolean) =>
  fc
    .record({
      name: fc
        .string({ minLength: 1, maxLength: 40 })
        .filter((name) => /^[^"\s][^"\n\r\t]*[^"\s]$/.test(name)),
      whiteParts: fc.double({ min: 0, max: 200, noNaN: true }),
      l: fc.double({ min: 0, max: 100, noNaN: true }),
      a: fc.double({ min: -120, max: 120, noNaN: true }),
      b: fc.double({ min: -120, max: 120, noNaN: true }),
      values: fc.array(share, { minLength: GRID_10NM.count, maxLength: GRID_10NM.count }),
    })
    .map(
      ({ name, whiteParts, l, a, b, values }): ReadingRow => ({
        name,
        whiteParts: whiteParts + 0,
        lab: labD65(l + 0, a + 0, b + 0),
        spectrum: hasSpectrum ? { grid: GRID_10NM, values: values.map((value) => value + 0) } : undefined,
      }),
    );

const TABLE = `CGATS.17
ORIGINATOR "a bench" # a comment
NUMBER_OF_FIELDS 4
BEGIN_DATA_FORMAT
SAMPLE_ID LAB_L LAB_A LAB_B
END_DATA_FORMAT
NUMBER_OF_SETS 2
BEGIN_DATA
"dark one" 25.5 1.5 -3
two 60 -1e1 2.25
END_DATA
`;

describe("CGATS", () => {
  it("is read as it is commonly written", () => {
    const answer = readCgats(TABLE);
    expect(answer).toEqual({
      ok: true,
      value: [
        { name: "dark one", whiteParts: undefined, lab: labD65(25.5, 1.5, -3), spectrum: undefined },
        { name: "two", whiteParts: undefined, lab: labD65(60, -10, 2.25), spectrum: undefined },
      ],
    });
    expect(readCgats(TABLE.replaceAll("\n", "\r\n"))).toEqual(answer);
    // Rows that run over several lines are rows all the same.
    expect(readCgats(TABLE.replace("25.5 1.5", "25.5\n1.5"))).toEqual(answer);
  });

  it("comes back unchanged, colours and spectra", () => {
    for (const hasSpectrum of [false, true]) {
      fc.assert(
        fc.property(fc.array(rowArbitrary(hasSpectrum), { minLength: 1, maxLength: 6 }), (rows) => {
          expect(readCgats(writeCgats(rows, "Gaman"))).toEqual({ ok: true, value: rows });
        }),
      );
    }
    expect(() => writeCgats([], "Gaman")).toThrow(/no reading/);
  });

  it("takes spectra from 400 to 700 nm, in percent too, and carries the ends on", () => {
    const nm = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
    const text = `CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_NAME ${nm.map((value) => `nm${value}`).join(" ")}\nEND_DATA_FORMAT\nBEGIN_DATA\na ${nm.map((_, i) => 20 + i).join(" ")}\nEND_DATA`;
    const answer = readCgats(text);
    if (!answer.ok) throw new Error(answer.failure.fault.code);
    const values = answer.value[0]?.spectrum?.values;
    expect([values?.[0], values?.[2], values?.[32], values?.[35]]).toEqual([0.2, 0.2, 0.5, 0.5]);
  });

  it.each([
    ["", /empty/, 0],
    ["hello\n", /not with CGATS/, 1],
    [TABLE.replace("END_DATA\n", ""), /END_DATA is missing/, 10],
    [TABLE.replace("NUMBER_OF_SETS 2", "NUMBER_OF_SETS 3"), /3 readings were announced, 2/, 11],
    [TABLE.replace("60 -1e1", "160 -1e1"), /outside 0 to 100/, 10],
    [TABLE.replace("60 -1e1", "sixty -1e1"), /not three numbers/, 10],
    [TABLE.replace("60 -1e1 2.25", "60 -1e1"), /the last row has 3 of 4/, 11],
    [TABLE.replace("LAB_B", "LAB_X"), /neither CIELAB/, 6],
    [TABLE.replace("LAB_B", "LAB_A"), /twice/, 6],
    [TABLE.replace('"dark one"', '"dark one'), /quote/, 9],
    [TABLE.replace("NUMBER_OF_SETS 2", "NUMBER_OF_SETS 900000000"), /at most 100000/, 7],
    [TABLE.replace("two", "t\u0000o"), /not text/, 10],
    [`CGATS.17\n${"x".repeat(200_000)}`, /too long/, 2],
    [TABLE.replace("LAB_L LAB_A LAB_B", "NM400 NM410 NM430"), /no 420 nm/, 6],
  ])("is refused with line and reason: %#", (text, reason, line) => {
    const answer = readCgats(text);
    if (answer.ok) throw new Error("it was read");
    expect(fileFaultWords(answer.failure.fault)).toMatch(reason);
    expect(answer.failure.line).toBe(line);
  });

  it("of 1,000 mutated files reads each or refuses it with a reason, and never a number that is none", () => {
    const rng = createRng(44);
    const spectral = writeCgats(
      Array.from({ length: 3 }, (_, i) => ({
        name: `row ${i}`,
        whiteParts: i,
        lab: labD65(20 + i, 3, 4),
        spectrum: { grid: GRID_10NM, values: Array.from({ length: GRID_10NM.count }, () => rng.next()) },
      })),
      "Gaman",
    );
    let refused = 0;
    for (let trial = 0; trial < 1000; trial++) {
      let text = trial % 2 ? spectral : TABLE;
      const cuts = 1 + rng.below(4);
      for (let cut = 0; cut < cuts; cut++) {
        const at = rng.below(text.length);
        const kind = rng.below(5);
        const letter = String.fromCharCode(rng.below(256));
        if (kind === 0) text = text.slice(0, at);
        else if (kind === 1) text = text.slice(0, at) + letter + text.slice(at + 1);
        else if (kind === 2) text = text.slice(0, at) + text.slice(at + 1 + rng.below(20));
        else if (kind === 3)
          text = text.slice(0, at) + text.slice(rng.below(text.length)).slice(0, 60) + text.slice(at);
        else
          text =
            text.slice(0, at) +
            (["NaN", "1e999", "-", '"', "END_DATA", "\n\n"][rng.below(6)] ?? "") +
            text.slice(at);
      }
      const answer = readCgats(text);
      if (!answer.ok) {
        refused++;
        expect(fileFaultWords(answer.failure.fault).length).toBeGreaterThan(5);
        expect(answer.failure.line).toBeGreaterThanOrEqual(0);
        continue;
      }
      for (const row of answer.value) {
        expect(row.lab ?? row.spectrum).toBeDefined();
        if (row.lab) expect([...row.lab].every(Number.isFinite)).toBe(true);
        if (row.spectrum)
          expect(Array.from(row.spectrum.values).every((value) => value >= 0 && value <= 1.5)).toBe(true);
      }
    }
    expect(refused).toBeGreaterThan(200);
    expect(refused).toBeLessThan(1000);
  });
});
