/** Why a list of tubes is not read, as data. What is quoted comes out of the file and may hold anything. */
import type { LabelFault } from "./labelTube";

export type BoxFileFault =
  | LabelFault
  | { readonly code: "csv"; readonly detail: string }
  | { readonly code: "no-column"; readonly column: string }
  | { readonly code: "no-tubes" }
  | { readonly code: "too-many-tubes"; readonly count: number; readonly most: number }
  | { readonly code: "no-medium" | "no-grade"; readonly text: string; readonly known: readonly string[] }
  | { readonly code: "no-number"; readonly text: string; readonly column: string }
  | { readonly code: "out-of-range"; readonly field: string };

/** Lines count from 1. */
export type BoxFileRefusal = { readonly line: number; readonly fault: BoxFileFault };
