import { describe, expect, it } from "vitest";
import { PAINT_SURFACES } from "../settings/settings";
import { TARGET_SURFACES } from "../note/note";
import { surfaceClash } from "./surfaces";

describe("surfaces of a target and of the paint", () => {
  it("clash where one shines more than the other, varnish counting as gloss", () => {
    for (const surface of TARGET_SURFACES)
      for (const oil of PAINT_SURFACES) {
        const clash = surfaceClash({ surface, purpose: "vanish" }, "oil", { oil });
        const isAlike = surface === oil || (surface === "gloss" && oil === "varnished");
        expect(clash?.kind, `${surface} and ${oil}`).toBe(isAlike ? undefined : "differ");
      }
  });

  it("are asked for where nothing was said of the paint, and only where the match must vanish", () => {
    expect(surfaceClash({ surface: "matt", purpose: "vanish" }, "oil", { acrylic: "gloss" })).toEqual({
      kind: "unsaid",
      target: "matt",
    });
    expect(surfaceClash({ surface: "matt", purpose: "family" }, "oil", { oil: "gloss" })).toBeUndefined();
    expect(surfaceClash({ surface: "matt" }, "oil", { oil: "gloss" })).toBeUndefined();
    expect(surfaceClash({ purpose: "vanish" }, "oil", { oil: "gloss" })).toBeUndefined();
  });
});
