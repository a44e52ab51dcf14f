import { describe, expect, it } from "vitest";
import { noteSchema, paintingSchema, tubeSchema } from "../../persistence/schema";
import { isVisibleName, plainName } from "./visibleName";

describe("names", () => {
  it.each([
    "",
    "  ",
    "\u200b",
    "\u200d\u2060\ufeff",
    "\u3164",
    "\u2800 ",
    "\u00ad",
    "\u202e\u202c",
    "\u0000",
  ])("of nothing that can be seen are none: %j", (text) => {
    expect(isVisibleName(text)).toBe(false);
    for (const schema of [noteSchema.shape.name, paintingSchema.shape.name, tubeSchema.shape.label])
      expect(schema.safeParse(text).success).toBe(false);
  });

  it.each(["Hull", "船体", "צל", "سقف", "👩‍🎨", "·", "क्ष"])("of any letters are names: %s", (text) => {
    expect(isVisibleName(text)).toBe(true);
    expect(plainName(text)).toBe(text);
    expect(noteSchema.shape.name.parse(` ${text} `)).toBe(text);
  });

  it("are not turned round by marks that nobody sees", () => {
    // It would look like "Hull, dark.zip".
    expect(plainName("Hull\u202epiz.krad ,")).toBe("Hullpiz.krad ,");
    expect(noteSchema.shape.name.parse("\u2067Hull\u2069")).toBe("Hull");
  });
});
