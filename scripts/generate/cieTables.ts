/** Writes src/data/cie1931.generated.ts from scripts/raw/cie-1931-2deg-10nm.csv. */
import { checksumOf, readCsv, writeGenerated } from "./files";

const SOURCE = "cie-1931-2deg-10nm.csv";
const rows = readCsv(SOURCE);
const columns = ["x_bar", "y_bar", "z_bar", "d65", "d50", "a", "f2", "f11"] as const;
const names = {
  x_bar: "X_BAR",
  y_bar: "Y_BAR",
  z_bar: "Z_BAR",
  d65: "D65",
  d50: "D50",
  a: "A",
  f2: "F2",
  f11: "F11",
};

const body = columns
  .map(
    (column) =>
      `export const ${names[column]} = [${rows.map((row) => Number(row[column])).join(", ")}] as const;`,
  )
  .join("\n");

writeGenerated(
  "cie1931.generated.ts",
  `/**
 * CIE 1931 2° colour-matching functions and relative spectral powers of five CIE illuminants,
 * 380 to 730 nm in 36 bands of 10 nm. Unit: dimensionless; powers relative, not normalised.
 *
 * Source: CIE 15 tables; CIE standard data are free to use with acknowledgement.
 * Raw file: scripts/raw/${SOURCE}, sha256 ${checksumOf(SOURCE)}
 * Written by scripts/generate/cieTables.ts: do not edit.
 */
${body}
`,
);
