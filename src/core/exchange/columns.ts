/** From the header of a table of readings to its rows: what CGATS and CSV have in common. */
import { type FileFault, isFault } from "./fileFault";
import { type LabD65, labD65 } from "../color/types";
import { GRID_10NM } from "../spectrum/types";
import {
  asShare,
  fileNumber,
  MOST_NAME,
  type ReadingRow,
  type SpectralColumns,
  spectralColumns,
  wavelengthOfField,
} from "./readingRow";

export type Columns = {
  readonly count: number;
  readonly name: number;
  readonly whiteParts: number;
  readonly lab: readonly [number, number, number] | undefined;
  readonly spectrum: SpectralColumns | undefined;
};

const NAMES = ["SAMPLE_NAME", "NAME", "TUBE", "SAMPLE_ID", "SAMPLEID", "ID"] as const;
const LAB = [
  ["LAB_L", "LAB_A", "LAB_B"],
  ["L", "A", "B"],
] as const;
/** A reflectance above this in any band means that the file counts in percent. */
const PERCENT_ABOVE = 2.5;
const LARGEST_AXIS = 160;

/** The columns that are understood, or what is wrong with the table. */
export function readColumns(fields: readonly string[]): Columns | FileFault {
  const upper = fields.map((field) => field.trim().toUpperCase().replace("*", ""));
  const twice = upper.find((field, i) => field !== "" && upper.indexOf(field) !== i);
  if (twice) return { code: "column-twice", column: twice };
  const lab = LAB.map((names) => names.map((name) => upper.indexOf(name))).find((places) =>
    places.every((place) => place >= 0),
  );
  const spectrum = spectralColumns(upper.map(wavelengthOfField));
  if (isFault(spectrum)) return spectrum;
  if (!lab && !spectrum) return { code: "no-colour-columns" };
  const [l = -1, a = -1, b = -1] = lab ?? [];
  return {
    count: fields.length,
    name: NAMES.map((name) => upper.indexOf(name)).find((place) => place >= 0) ?? -1,
    whiteParts: upper.indexOf("WHITE_PARTS"),
    lab: lab && [l, a, b],
    spectrum,
  };
}

/** One row, or why it cannot be read. */
export function readRow(values: readonly string[], columns: Columns, number: number): ReadingRow | FileFault {
  if (values.length !== columns.count)
    return { code: "values-and-columns", values: values.length, columns: columns.count };
  const lab = columns.lab && readLab(columns.lab.map((place) => fileNumber(values[place] ?? "")));
  if (isFault(lab)) return lab;
  const spectrum = columns.spectrum && readSpectrum(values, columns.spectrum);
  if (isFault(spectrum)) return spectrum;
  const partsText = columns.whiteParts < 0 ? "" : (values[columns.whiteParts] ?? "").trim();
  const whiteParts = partsText === "" ? undefined : fileNumber(partsText);
  if (partsText !== "" && (whiteParts === undefined || whiteParts < 0 || whiteParts > 10_000))
    return { code: "white-parts", text: partsText };
  const name = columns.name < 0 ? "" : (values[columns.name] ?? "").trim();
  return { name: (name || `row ${number}`).slice(0, MOST_NAME), whiteParts, lab, spectrum };
}

function readLab(numbers: readonly (number | undefined)[]): LabD65 | FileFault {
  const [l, a, b] = numbers;
  if (l === undefined || a === undefined || b === undefined) return { code: "no-lab" };
  if (l < 0 || l > 100) return { code: "lightness", l };
  if (Math.abs(a) > LARGEST_AXIS || Math.abs(b) > LARGEST_AXIS) return { code: "beyond-paint", a, b };
  return labD65(l, a, b);
}

function readSpectrum(
  values: readonly string[],
  columns: SpectralColumns,
): ReadingRow["spectrum"] | FileFault {
  const numbers = columns.map((column) => fileNumber(values[column] ?? ""));
  const known = numbers.filter((value) => value !== undefined);
  if (known.length !== numbers.length) return { code: "no-band" };
  const isPercent = known.some((value) => value > PERCENT_ABOVE);
  const shares = known.map((value) => asShare(value, isPercent));
  if (shares.some((share) => share < 0 || share > 1.5)) return { code: "reflectance" };
  return { grid: GRID_10NM, values: shares };
}
