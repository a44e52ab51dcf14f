/** Reading raw tables and writing generated modules, shared by the generators. */
import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";

export const ROOT = path.resolve(import.meta.dirname, "../..");

function rawPath(name: string): string {
  return path.join(ROOT, "scripts/raw", name);
}

export function checksumOf(name: string): string {
  return createHash("sha256")
    .update(readFileSync(rawPath(name)))
    .digest("hex");
}

/** A small CSV with a header line and quotes only around whole fields. */
export function readCsv(name: string): Record<string, string>[] {
  const lines = readFileSync(rawPath(name), "utf8").trim().split(/\r?\n/);
  const [header = [], ...rows] = lines.map((line) =>
    [...line.matchAll(/(?:^|,)(?:"([^"]*)"|([^,]*))/g)].map((match) => match[1] ?? match[2] ?? ""),
  );
  return rows.map((row) => Object.fromEntries(header.map((key, index) => [key, row[index] ?? ""])));
}

export function writeGenerated(name: string, text: string): void {
  const file = path.join(ROOT, "src/data", name);
  writeFileSync(file, text);
  process.stdout.write(`wrote src/data/${name}\n`);
}
