/** Why a file of readings is not read, as data. What is quoted comes out of the file and may hold anything. */
export type FileFault =
  | { readonly code: "empty" | "no-text" | "line-too-long" | "no-readings" | "open-quote" | "no-format" }
  | { readonly code: "too-large"; readonly bytes: number; readonly most: number }
  | { readonly code: "no-cgats"; readonly first: string }
  | { readonly code: "too-many-columns" | "too-many-readings"; readonly most: number }
  | { readonly code: "second-format" | "data-before-format" | "wrong-set-count" }
  | { readonly code: "too-many-announced"; readonly sets: number; readonly most: number }
  | { readonly code: "short-row"; readonly values: number; readonly columns: number }
  | { readonly code: "other-count"; readonly announced: number; readonly found: number }
  /** The keyword that does not come. */
  | { readonly code: "ends-early"; readonly missing: string }
  | { readonly code: "column-twice"; readonly column: string }
  | { readonly code: "no-colour-columns" }
  | { readonly code: "values-and-columns"; readonly values: number; readonly columns: number }
  | { readonly code: "white-parts"; readonly text: string }
  | { readonly code: "no-lab" | "no-band" | "reflectance" }
  | { readonly code: "lightness"; readonly l: number }
  | { readonly code: "beyond-paint"; readonly a: number; readonly b: number }
  | { readonly code: "no-wavelength"; readonly nm: number; readonly from: number; readonly to: number }
  /** What the file says of its CIELAB, as it stands there. */
  | { readonly code: "other-light" | "other-observer"; readonly said: string }
  /** A colour that no paint can have under the light of the file. */
  | { readonly code: "not-under-its-light"; readonly name: string; readonly light: string }
  /** Of the CSV reader; `detail` is its own. */
  | { readonly code: "csv"; readonly detail: string };

/** Why a file is refused, with the line that shows it; lines count from 1, and 0 is the file as a whole. */
export type FileRefusal = { readonly line: number; readonly fault: FileFault };

export function isFault(answer: object | undefined): answer is FileFault {
  return answer !== undefined && "code" in answer;
}
