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

/** The store's worker, which the first line of a page begins. */
const KEEPER = /\/keeper-[0-9a-f]+\.js$/;

export function weightFigures(): Figure[] {
  const all = PAGES.map(([, page]) => scriptsOf(page));
  const scripts = all.map((ofPage) => ofPage.filter((src) => !KEEPER.test(src)));
  const keeper = (all[0] ?? []).filter((src) => KEEPER.test(src));
  if (keeper.length !== 1) throw new Error("No page begins the store's worker: was the build another one?");
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
    { what: "the store's worker, fetched beside every page", measured: weightOf(keeper), unit: "kB" },
  ];
}

/** What old browsers alone ask for is left out. */
function scriptsOf(page: string): readonly string[] {
  const html = readFileSync(path.join(BUILD, "server/app", `${page}.html`), "utf8");
  const old = new Set([...html.matchAll(/<script src="([^"]+)" noModule/g)].map(([, src]) => src));
  const all = [...html.matchAll(/\/_next\/static\/chunks\/[^"?\\]+\.js/g)].map(([src]) => src);
  return [...new Set(all)].filter((src) => !old.has(src));
}

function weightOf(scripts: readonly string[]): number {
  return (
    scripts
      .map((src) => gzipSync(readFileSync(path.join(BUILD, src.replace("/_next/", "")))).length)
      .reduce((sum, bytes) => sum + bytes, 0) / 1000
  );
}
