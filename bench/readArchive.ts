/** A process of its own: reads one archive, prints what came of it and what it cost. */
import "fake-indexeddb/auto";
import { readFileSync } from "node:fs";
import { GamanDatabase } from "../src/persistence/database";
import { createStoreApi } from "../src/persistence/storeApi";

export type Read = { readonly code: string; readonly seconds: number; readonly peakMb: number };

/** The largest that this process has been; what getrusage says begins with the size of the process that started it. */
function peakMb(): number {
  const kilobytes = /VmHWM:\s+(\d+) kB/.exec(readFileSync("/proc/self/status", "utf8"))?.[1];
  return Number(kilobytes) / 1024;
}

const [, , file = ""] = process.argv;
const api = createStoreApi(() => new GamanDatabase("hostile"));
const blob = new Blob([readFileSync(file)]);
const started = performance.now();
const opened = await api.openArchive("own", blob, () => undefined);
const seconds = (performance.now() - started) / 1000;
const fault = opened.ok ? undefined : opened.fault;
const code = fault === undefined ? "taken" : fault.code === "archive" ? fault.fault.code : fault.code;
const read: Read = { code, seconds, peakMb: peakMb() };
process.stdout.write(JSON.stringify(read));
process.exit();
