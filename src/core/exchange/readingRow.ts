/** Readings as files carry them: a name, a ratio in white, a colour, a spectrum. */
import type { LabD65 } from "../color/types";
import { GRID_10NM, type Reflectance } from "../spectrum/types";

export type ReadingRow = {
  readonly name: string;
  /** Parts of white to one of the tube, when the file says so; 0 is the tube alone. */
  readonly whiteParts: number | undefined;
  /** CIELAB D65, 2°. At least one of colour and spectrum is there. */
  readonly lab: LabD65 | undefined;
  readonly spectrum: Reflectance | undefined;
};

/** Why a file is refused, with the line that shows it; lines count from 1. */
export type FileRefusal = { readonly line: number; readonly reason: string };

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
 *   a reason when there is one that does not fit.
 */
export function spectralColumns(
  wavelengths: readonly (number | undefined)[],
): SpectralColumns | string | undefined {
  if (!wavelengths.some((nm) => nm !== undefined)) return undefined;
  const columns: number[] = [];
  for (let band = 0; band < GRID_10NM.count; band++) {
    const nm = GRID_10NM.startNm + band * GRID_10NM.stepNm;
    let column = wavelengths.indexOf(nm);
    if (column < 0 && nm < NEEDED_FROM) column = wavelengths.indexOf(firstAtLeast(wavelengths, nm));
    if (column < 0 && nm > NEEDED_TO) column = wavelengths.indexOf(lastAtMost(wavelengths, nm));
    if (column < 0)
      return `the spectrum has no ${nm} nm; it needs every 10 nm from ${NEEDED_FROM} to ${NEEDED_TO}`;
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

/** A number as files write it; undefined for anything else, so that a hole never becomes a zero. */
export function fileNumber(text: string): number | undefined {
  const trimmed = text.trim();
  if (!/^[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?$/i.test(trimmed)) return undefined;
  const value = Number(trimmed);
  return Number.isFinite(value) ? value : undefined;
}

/** Reflectance factors are shares; some files write percent. */
export function asShare(value: number, isPercent: boolean): number {
  return isPercent ? value / 100 : value;
}
