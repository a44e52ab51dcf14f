import { describe, expect, it } from "vitest";
import { labD65 } from "../../core/color/types";
import type { Sheet } from "./sheetTypes";
import { readingsOfTable, type TableRow } from "./chartTable";

const cell = (key: string) => ({ key, doses: [], lab: labD65(50, 0, 0) });
const SHEETS: readonly Sheet[] = [
  { title: "", columns: ["one", "two"], rows: [{ name: "a", cells: [cell("a1"), cell("a2")] }] },
  { title: "B", columns: ["one"], rows: [{ name: "b", cells: [undefined] }] },
];
const row = (part: TableRow): TableRow => ({
  sheet: "",
  row: "1",
  column: "1",
  painted_L: "40.5",
  painted_a: "-3",
  painted_b: "12",
  ...part,
});

describe("a table of painted colours", () => {
  it("gives a reading for each line that is filled in", () => {
    const read = readingsOfTable(
      [
        row({}),
        row({ column: "2", painted_L: "", painted_a: "", painted_b: "" }),
        row({ column: "2", struck_out: "yes" }),
      ],
      SHEETS,
    );
    expect(read.ok && read.value.map(({ cell: key, isStruckOut }) => [key, isStruckOut])).toEqual([
      ["a1", undefined],
      ["a2", true],
    ]);
    expect(read.ok && read.value[0]?.color.lab).toEqual([40.5, -3, 12]);
    // As half of the world's spreadsheets save it.
    const withComma = readingsOfTable([row({ painted_L: "40,5" })], SHEETS);
    expect(withComma.ok && withComma.value[0]?.color.lab).toEqual([40.5, -3, 12]);
  });

  it("is refused whole, with the line", () => {
    const fault = (...rows: readonly TableRow[]) => {
      const read = readingsOfTable(rows, SHEETS);
      return read.ok ? undefined : read.failure;
    };
    expect(fault(row({}), row({ column: "9" }))).toEqual({ code: "no-cell", line: 3 });
    expect(fault(row({ sheet: "B" }))).toEqual({ code: "no-cell", line: 2 });
    expect(fault(row({ painted_a: "red" }))).toEqual({ code: "no-number", line: 2, name: "painted_a" });
    expect(fault(row({ painted_L: "140" }))).toEqual({ code: "no-number", line: 2, name: "painted_L" });
    expect(fault(row({ painted_b: "" }))).toEqual({ code: "no-number", line: 2, name: "painted_b" });
    expect(fault({ sheet: "", row: "1" })).toEqual({ code: "no-column", name: "column" });
    expect(fault(row({ painted_L: "", painted_a: "", painted_b: "" }))).toEqual({ code: "nothing" });
    expect(fault()).toEqual({ code: "nothing" });
  });
});
