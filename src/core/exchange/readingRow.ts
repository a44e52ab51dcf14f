/** Readings as files carry them: a name, a ratio in white, a colour, a spectrum. */
import type { FileFault } from "./fileFault";
import { type LabD65, labD65 } from "../color/types";
import { GRID_10NM, type Reflectance } from "../spectrum/types";
import { zeros } from "../numbers";

export type ReadingRow = {
  readonly name: string;
  /** Parts of white to one of the tube, when the file says so; 0 is the tube alone. */
  readonly whiteParts: number | undefined;
  /** CIELAB D65, 2°. At least one of colour and spectrum is there. */
  readonly lab: LabD65 | undefined;
  readonly spectrum: Reflectance | undefined;
};

/** Many readings as a few arrays, which cross between threads without being copied. */
export type PackedReadings = {
  readonly names: readonly string[];
  /** Per row; NaN where the file says nothing. */
  readonly whiteParts: Float64Array;
  /** L*, a*, b* per row; NaN where there is only a spectrum. */
  readonly labs: Float64Array;
  /** 36 bands per row; NaN where there is none. Empty when no row has a spectrum. */
  readonly spectra: Float64Array;
};

export function packReadings(rows: readonly ReadingRow[]): PackedReadings {
  const hasSpectra = rows.some((row) => row.spectrum);
  const whiteParts = zeros(rows.length).fill(Number.NaN);
  const labs = zeros(3 * rows.length).fill(Number.NaN);
  const spectra = zeros(hasSpectra ? GRID_10NM.count * rows.length : 0).fill(Number.NaN);
  rows.forEach((row, i) => {
    if (row.whiteParts !== undefined) whiteParts[i] = row.whiteParts;
    if (row.lab) labs.set(row.lab, 3 * i);
    if (row.spectrum) spectra.set(row.spectrum.values, GRID_10NM.count * i);
  });
  return { names: rows.map((row) => row.name), whiteParts, labs, spectra };
}

/** One row of a packed table; undefined beyond its end. */
export function unpackReading(
  { names, whiteParts, labs, spectra }: PackedReadings,
  index: number,
): ReadingRow | undefined {
  const name = names[index];
  if (name === undefined) return undefined;
  const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = labs.subarray(3 * index, 3 * index + 3);
  const parts = whiteParts[index];
  const values = spectra.slice(GRID_10NM.count * index, GRID_10NM.count * (index + 1));
  return {
    name,
    whiteParts: parts === undefined || Number.isNaN(parts) ? undefined : parts,
    lab: Number.isNaN(l) ? undefined : labD65(l, a, b),
    spectrum:
      values.length === 0 || Number.isNaN(values[0])
        ? undefined
        : { grid: GRID_10NM, values: Array.from(values) },
  };
}

export const MOST_FILE_BYTES = 64 * 2 ** 20;
export const MOST_ROWS = 100_000;
export const MOST_FIELDS = 600;
export const MOST_NAME = 120;

/** Wavelength of a spectral column such as SPECTRAL_NM380, SPECTRAL_380, NM380, R380 or 380; undefined for others. */
export function wavelengthOfField(field: string): number | undefined {
  const match = /^(?:SPECTRAL_)?(?:NM|NM_|R|R_)?(\d{3})(?:NM)?$/i.exec(field);
  if (!match) return undefined;
  const nm = Number(match[1]);
  return nm >= 300 && nm <= 900 ? nm : undefined;
}

/** Smallest and largest wavelength that a file must hold for the rest to be carried on at the ends. */
const NEEDED_FROM = 400;
const NEEDED_TO = 700;

/** How to read 36 bands of 10 nm from the columns of a file: the column for each band. */
export type SpectralColumns = readonly number[];

/**
 * @param wavelengths - by column; undefined for columns that are not spectral.
 * @returns the column of each band, ends carried on from 400 and 700 nm; undefined when there is no spectrum;
 *   a fault when there is one that does not fit.
 */
export function spectralColumns(
  wavelengths: readonly (number | undefined)[],
): SpectralColumns | FileFault | undefined {
  if (!wavelengths.some((nm) => nm !== undefined)) return undefined;
  const columns: number[] = [];
  for (let band = 0; band < GRID_10NM.count; band++) {
    const nm = GRID_10NM.startNm + band * GRID_10NM.stepNm;
    let column = wavelengths.indexOf(nm);
    if (column < 0 && nm < NEEDED_FROM) column = wavelengths.indexOf(firstAtLeast(wavelengths, nm));
    if (column < 0 && nm > NEEDED_TO) column = wavelengths.indexOf(lastAtMost(wavelengths, nm));
    if (column < 0) return { code: "no-wavelength", nm, from: NEEDED_FROM, to: NEEDED_TO };
    columns.push(column);
  }
  return columns;
}

function firstAtLeast(wavelengths: readonly (number | undefined)[], nm: number): number | undefined {
  const above = wavelengths.filter((value) => value !== undefined && value >= nm && value <= NEEDED_FROM);
  return above.length > 0 ? Math.min(...above.map(Number)) : undefined;
}

function lastAtMost(wavelengths: readonly (number | undefined)[], nm: number): number | undefined {
  const below = wavelengths.filter((value) => value !== undefined && value <= nm && value >= NEEDED_TO);
  return below.length > 0 ? Math.max(...below.map(Number)) : undefined;
}

/**
 * A number as files write it, with a point or, as half of the world has it, with a comma; undefined for anything else, so
 * that a hole never becomes a zero. Thousands are not marked: "1,234" is a little more than one.
 */
export function fileNumber(text: string): number | undefined {
  const trimmed = text.trim().replace("−", "-");
  if (!/^[-+]?(?:\d+[.,]?\d*|[.,]\d+)(?:e[-+]?\d+)?$/i.test(trimmed)) return undefined;
  const value = Number(trimmed.replace(",", "."));
  return Number.isFinite(value) ? value : undefined;
}

/**
 * Reflectance factors are shares; some files write percent.
 *
 * @param value - reflectance, a share or percent.
 */
export function asShare(value: number, isPercent: boolean): number {
  return isPercent ? value / 100 : value;
}
