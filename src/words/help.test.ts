import { describe, expect, it } from "vitest";
import { GLOSSARY } from "../data/glossary";
import { seenWords } from "./colors";
import { FIRST_MATCH, VIEW_HELP } from "./help";

describe("the help", () => {
  it("names only words that the glossary explains", () => {
    const known = new Set(GLOSSARY.map(({ word }) => word));
    expect(VIEW_HELP.flatMap(({ words }) => words).filter((word) => !known.has(word))).toEqual([]);
  });

  it("is there for each view once, in sentences short enough to be read at the easel", () => {
    const paths = VIEW_HELP.map(({ path }) => path);
    expect(new Set(paths).size).toBe(paths.length);
    const sentences = [
      ...VIEW_HELP.flatMap(({ purpose, use }) => [purpose, ...use]),
      ...FIRST_MATCH.map(({ words }) => words),
    ].flatMap((text) => text.split(/(?<=[.!?]) /));
    expect(sentences.filter((sentence) => sentence.split(" ").length > 24)).toEqual([]);
  });

  it("says what a difference is to the eye, a larger one never as smaller", () => {
    const said = [0, 0.9, 1, 2.4, 2.6, 4.9, 6, 11, 80].map(seenWords);
    expect(new Set(said).size).toBe(5);
    expect(said.map((words) => said.indexOf(words))).toEqual([0, 0, 2, 2, 4, 4, 6, 7, 7]);
    expect(seenWords(Number.NaN)).toBe("not known");
  });
});
