import { describe, expect, it } from "vitest";
import { PAINTS, tubeOfPaint } from "../domain/tube/paints";
import type { Tube } from "../domain/tube/tube";
import { WATER } from "../domain/tube/water";
import { mindWords } from "./mind";

function tube(id: string): Tube {
  const paint = PAINTS.find((one) => one.id === id);
  if (!paint) throw new Error(`There is no ${id}`);
  return { ...tubeOfPaint(paint), medium: "watercolour", id, position: 0, addedAt: 1 };
}

describe("what to mind of a mixture", () => {
  it("is nothing of water, and what its paint asks for with it", () => {
    expect(mindWords([tube("pyrrole-red"), WATER])).toEqual(mindWords([tube("pyrrole-red")]));
    expect(mindWords([tube("pyrrole-red"), WATER]).join()).not.toMatch(/Unknown pigment/);
    expect(mindWords([tube("cobalt-blue"), WATER]).join()).toMatch(/Cobalt/);
  });

  it("names what granulates, what fades, and the gravest of the paints", () => {
    const words = mindWords([tube("ultramarine-blue"), tube("alizarin-crimson"), tube("cadmium-red-light")]);
    expect(words.join("\n")).toMatch(/Stir before each dip: Ultramarine blue granulates/);
    expect(words.join("\n")).toMatch(/Will not last in light: Alizarin crimson/);
    expect(words.join("\n")).toMatch(/Cadmium: /);
  });
});
