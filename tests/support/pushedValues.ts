/** Archives whose values keep their kinds and go to the ends of what those can be. */
import type { Rng } from "@/core/random/rng";
import { filesOf, withRows } from "./zips";

type Json = Record<string, unknown>;

const NUMBERS = [0, -0, -1, 0.5, 1e-300, 1e308, 2 ** 53 - 1, -(2 ** 53), 8.64e15, 1e6, 255, 160];
const TEXTS = [
  "",
  " ",
  "\u200b",
  "\u202Egnp.exe",
  "x".repeat(5000),
  "\ud800",
  "__proto__",
  "constructor",
  "null",
];

export function anyOf<T>(values: readonly T[], rng: Rng): T {
  const value = values[rng.below(values.length)];
  if (value === undefined) throw new RangeError("nothing to choose from");
  return value;
}

/** Keeps the type of one value somewhere in the row, and takes it to an end of what that type can be. */
function push(row: Json | unknown[], ids: readonly string[], rng: Rng): void {
  const keys = Object.keys(row);
  if (keys.length === 0) return;
  const key = anyOf(keys, rng);
  const held = row as Json;
  const value = held[key];
  if (rng.next() < 0.08) Reflect.deleteProperty(held, key);
  else if (typeof value === "number") held[key] = anyOf(NUMBERS, rng);
  else if (typeof value === "string") held[key] = rng.next() < 0.5 ? anyOf(ids, rng) : anyOf(TEXTS, rng);
  else if (typeof value === "boolean") held[key] = !value;
  else if (Array.isArray(value) && rng.next() < 0.4) {
    const list: readonly unknown[] = value;
    held[key] = anyOf([[], [...list, ...list], list.slice(1), list.toReversed()], rng);
  } else if (typeof value === "object" && value !== null) push(value as Json, ids, rng);
}

export type Pushing = {
  /** The archive with some values of one of its tables pushed. */
  readonly next: (rng: Rng) => Promise<Blob>;
};

export async function pushingOf(archive: Blob): Promise<Pushing> {
  const files = await filesOf(archive);
  const tables = [...files.keys()].flatMap((name) => /^rows\/(\w+)-1/.exec(name)?.[1] ?? []);
  const ids = [...files.values()].flatMap((text) =>
    [...text.matchAll(/"id":"([^"]+)"/g)].map(([, id]) => id ?? ""),
  );
  return {
    next: (rng) =>
      withRows(archive, anyOf(tables, rng), (rows) => {
        for (let times = 1 + rng.below(3); times > 0; times--) push(anyOf(rows, rng), ids, rng);
        return rows;
      }),
  };
}
