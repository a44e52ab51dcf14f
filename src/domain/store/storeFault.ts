/** Why something about the whole store cannot be done, as data; the words for it are made where it is shown. */
import type { TableName } from "./tableNames";

/** A row of an archive, counted from 1 within its table. */
export type RowPlace = { readonly table: TableName; readonly row: number };

/** Why an archive is not taken. `file` and `key` come out of the archive and may hold anything. */
export type ArchiveFault =
  /** Cut short, changed, or of another kind; `detail` is the unpacker's. */
  | { readonly code: "no-zip"; readonly detail: string }
  | { readonly code: "too-many-files"; readonly count: number }
  | { readonly code: "file-twice" | "locked"; readonly file: string }
  /** Packed in a way that is not unpacked here; `method` is the number that zip files give it. */
  | { readonly code: "other-packing"; readonly file: string; readonly method: number }
  | { readonly code: "too-large"; readonly file: string; readonly bytes: number }
  /** Unpacks to far more than its packed size allows, or to more than it declares. */
  | { readonly code: "bomb" | "more-than-declared"; readonly file: string }
  | { readonly code: "damaged"; readonly file: string; readonly detail: string }
  | {
      readonly code:
        | "no-manifest"
        | "foreign-manifest"
        | "newer"
        | "named-twice"
        | "too-many-rows"
        | "too-many-bytes";
    }
  | { readonly code: "damaged-manifest"; readonly detail: string }
  | {
      readonly code: "missing" | "extra" | "no-json" | "no-list" | "row-too-large" | "unused";
      readonly file: string;
    }
  | { readonly code: "wrong-size"; readonly file: string; readonly bytes: number; readonly found: number }
  /** Nothing is counted once there are more. */
  | {
      readonly code: "wrong-count";
      readonly file: string;
      readonly rows: number;
      readonly found: number | "more";
    }
  | { readonly code: "row"; readonly place: RowPlace; readonly detail: string }
  | { readonly code: "row-twice"; readonly place: RowPlace; readonly field: string; readonly key: string }
  | { readonly code: "row-file"; readonly place: RowPlace }
  | { readonly code: "row-file-twice"; readonly place: RowPlace; readonly file: string }
  /** Another window wrote something since the plan was shown. */
  | { readonly code: "changed" }
  | { readonly code: "not-open" };

export type StoreFault =
  | { readonly code: "archive"; readonly fault: ArchiveFault }
  /** Taking an import back would take this many records with it that were worked on since. */
  | { readonly code: "worked-on"; readonly count: number }
  | { readonly code: "full" }
  | { readonly code: "unknown"; readonly detail: string };

/** Why the store does not open. */
export type OpeningFault =
  | { readonly code: "newer" | "full" | "forbidden" | "silent" }
  | { readonly code: "unknown"; readonly detail: string };

/** What is wrong with a row: it cannot be read, or what it speaks of is not there. */
export type RowFault =
  | { readonly code: "unreadable"; readonly detail: string }
  | { readonly code: "dangling"; readonly to: TableName };
