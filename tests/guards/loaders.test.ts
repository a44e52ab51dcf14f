import { describe, expect, it } from "vitest";
import { loadersOf } from "../../scripts/run/loaders.mjs";

const loader = (id: number, ...names: readonly string[]): string => {
  const list = names.map((name) => `"static/chunks/${name}.js"`).join();
  return `${id},s=>{s.v(t=>Promise.all([${list}].map(t=>s.l(t))).then(()=>t(${id + 1})))}`;
};
const PAGE = '<script src="/_next/static/chunks/page-1_.js"></script>';

describe("loaders of parts that come later", () => {
  it("are found along all ways from a page, and only there", () => {
    const chunks = new Map([
      ["page-1_.js", `push([${loader(10, "bench")},${loader(20, "pile", "paint")}])`],
      ["bench.js", loader(30, "step")],
      ["pile.js", "77,e=>{}"],
      ["paint.js", ""],
      ["step.js", loader(10, "bench")],
      ["elsewhere.js", loader(30, "other")],
    ]);
    expect(loadersOf(PAGE, chunks)).toEqual({ count: 3, ambiguous: [] });
  });

  it("are told where one page comes to two of them for one part", () => {
    const chunks = new Map([
      ["page-1_.js", `${loader(10, "bench")},${loader(20, "pile")}`],
      ["bench.js", loader(30, "step")],
      ["pile.js", loader(30, "step-of-piles")],
    ]);
    expect(loadersOf(PAGE, chunks).ambiguous).toEqual(["30"]);
  });
});
