import { describe, expect, it } from "vitest";
import { GLOSSARY } from "./glossary";

describe("the glossary", () => {
  const words = GLOSSARY.map(({ word }) => word);

  it("has each word once, in order, with one meaning", () => {
    expect(words).toEqual([...new Set(words)].sort((a, b) => a.localeCompare(b)));
    for (const { meaning } of GLOSSARY) expect(meaning).toMatch(/^[A-Z].*\.$/);
  });

  it("holds every word that painters use for several things, and asks which is meant", () => {
    for (const word of [
      "bright",
      "tint",
      "tone",
      "shade",
      "undertone",
      "intensity",
      "saturation",
      "tertiary",
      "mud",
    ])
      expect(words).toContain(word);
    for (const { asks = [] } of GLOSSARY) {
      expect(asks.length === 0 || asks.length === 2).toBe(true);
      for (const { word } of asks) expect(words).toContain(word);
    }
  });
});
