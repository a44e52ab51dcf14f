import { describe, expect, it } from "vitest";
import { DEFAULT_SETTINGS } from "../domain/settings/settings";
import { PAINTS, tubeOfPaint } from "../domain/tube/paints";
import type { Tube } from "../domain/tube/tube";
import { factsOf } from "./tubes";

const BOX = PAINTS.map(
  (paint, position): Tube => ({ ...tubeOfPaint(paint), id: paint.id, position, addedAt: 0 }),
);

function factsNamed(name: string): ReadonlyMap<string, string | undefined> {
  return new Map(
    BOX.map((tube) => [
      tube.id,
      factsOf(tube, [tube], DEFAULT_SETTINGS).find((fact) => fact.name === name)?.words,
    ]),
  );
}

describe("what is said of a tube", () => {
  it("calls no white bright, and says of every colour where it is brightest", () => {
    const brightest = factsNamed("brightest");
    for (const white of ["titanium-white", "zinc-white", "lead-white"])
      expect(brightest.get(white), white).toBeUndefined();
    for (const color of ["ultramarine-blue", "cadmium-red-light", "raw-umber", "yellow-ochre"])
      expect(brightest.get(color), color).toMatch(/^as it comes|^at 1 to [\d.½]+ of white, chroma \d+$/);
  });

  it("gives each tube at least what it is as a thin film", () => {
    for (const [id, words] of factsNamed("scraped thin on white paper"))
      expect(words, id).toMatch(/value \d/);
  });
});
