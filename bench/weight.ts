/** JavaScript that each view's page asks for before anything is pressed, as it goes over the wire. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import type { Figure } from "./report";

const BUILD = path.resolve(import.meta.dirname, "../../.next");
/** Pages by the name of their file in the build, with the promise in kB. */
const PAGES: readonly (readonly [view: string, page: string, atMost: number])[] = [
  ["Table", "index", 220],
  ["Tubes", "tubes", 250],
  ["Palette", "palette", 250],
  ["Subject", "subject", 250],
  ["Mix", "mix", 250],
  ["Strings", "strings", 250],
  ["Charts", "charts", 250],
  ["Layers", "layers", 250],
  ["Practice", "practice", 250],
  ["Log", "log", 220],
  ["Settings", "settings", 250],
];

export function weightFigures(): Figure[] {
  const scripts = PAGES.map(([, page]) => scriptsOf(page));
  const [first = []] = scripts;
  const shared = first.filter((script) => scripts.every((others) => others.includes(script)));
  return [
    ...PAGES.map(([view, , atMost], i) => ({
      what: `${view}: scripts of the page, gzip`,
      measured: weightOf(scripts[i] ?? []),
      unit: "kB",
      atMost,
    })),
    { what: "of these, shared by all views", measured: weightOf(shared), unit: "kB" },
    // It runs on a thread of its own, and weighs on the way here all the same.
    {
      what: "the store's worker, fetched beside every page",
      measured: weightOf(keeperScripts(first)),
      unit: "kB",
    },
  ];
}

/** What old browsers alone ask for is left out. */
function scriptsOf(page: string): readonly string[] {
  const html = readFileSync(path.join(BUILD, "server/app", `${page}.html`), "utf8");
  const old = new Set([...html.matchAll(/<script src="([^"]+)" noModule/g)].map(([, src]) => src));
  const all = [...html.matchAll(/\/_next\/static\/chunks\/[^"?\\]+\.js/g)].map(([src]) => src);
  return [...new Set(all)].filter((src) => !old.has(src));
}

/** As the bundler writes them behind the name of the worker's file. */
function keeperScripts(ofPage: readonly string[]): readonly string[] {
  const written = /keeper\.worker[^"]*"\)\},\d+,\w=>\{\w\.v\(\w\.r\(\d+\)\.f\("([^"]+)",\[([^\]]*)\]/;
  for (const src of ofPage) {
    const found = written.exec(readFileSync(path.join(BUILD, src.replace("/_next/", "")), "utf8"));
    if (found)
      return [found[1], ...(found[2] ?? "").split(",").map((name) => name.slice(1, -1))].map(
        (name) => `/_next/${name}`,
      );
  }
  throw new Error("No page begins the store's worker: is the build another one?");
}

function weightOf(scripts: readonly string[]): number {
  return (
    scripts
      .map((src) => gzipSync(readFileSync(path.join(BUILD, src.replace("/_next/", "")))).length)
      .reduce((sum, bytes) => sum + bytes, 0) / 1000
  );
}
