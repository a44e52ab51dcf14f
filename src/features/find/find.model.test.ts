import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { GLOSSARY } from "../../data/glossary";
import { type Findable, findLines, linesOfWords } from "./find.model";
import { SHORTCUTS } from "../../words/shortcuts";

const line = (name: string, more = {}) => ({ id: name, name, act: { kind: "keys" as const }, ...more });

const SOURCES: readonly Findable[] = [
  { heading: "Notes", lines: ["Keel tar", "Rope", "Tarred rope", "Toned wall"].map((name) => line(name)) },
  { heading: "Tubes", lines: Array.from({ length: 30 }, (_, i) => line(`Tube ${i}`, { tells: `PB${i}` })) },
  { heading: "Log", isFound: true, lines: [line("found by the log itself")] },
  linesOfWords(GLOSSARY),
];

const namesOf = (text: string, heading: string): readonly string[] =>
  findLines(text, SOURCES)
    .find((section) => section.heading === heading)
    ?.lines.map(({ name }) => name) ?? [];

describe("finding anything", () => {
  it("offers a few of each kind before anything is typed, and no words", () => {
    const sections = findLines(" ", SOURCES);
    expect(sections.map(({ heading, lines, more }) => [heading, lines.length, more])).toEqual([
      ["Notes", 4, 0],
      ["Tubes", 4, 26],
      ["Log", 1, 0],
    ]);
  });

  it("asks for all words that were typed, anywhere in a line, those that begin so first", () => {
    expect(namesOf("rope", "Notes")).toEqual(["Rope", "Tarred rope"]);
    expect(namesOf("TAR  rope", "Notes")).toEqual(["Tarred rope"]);
    expect(namesOf("pb29", "Tubes")).toEqual(["Tube 29"]);
    expect(namesOf("rope pb29", "Tubes")).toEqual([]);
  });

  it("does not sift again what the log found", () => {
    expect(namesOf("something else", "Log")).toEqual(["found by the log itself"]);
  });

  it("puts a studio word that was typed whole before all else, and asks when it has two meanings", () => {
    const [first] = findLines("tone", SOURCES);
    expect(first?.heading).toBe("Words");
    expect(first?.lines.slice(0, 2).map(({ name, act }) => [name, act])).toEqual([
      ["tone: do you mean “light and dark”?", { kind: "word", word: "value" }],
      ["tone: do you mean “made duller with grey”?", { kind: "word", word: "chroma" }],
    ]);
    expect(findLines("ton", SOURCES)[0]?.heading).toBe("Notes");
    expect(findLines("masstone", SOURCES)[0]?.lines.map(({ name }) => name)).toEqual(["masstone"]);
  });
});

describe("the sheet of keys", () => {
  it("names every single key that acts somewhere", () => {
    const folder = path.join(import.meta.dirname, "..");
    const code = readdirSync(folder, { recursive: true, encoding: "utf8" })
      .filter((name) => name.endsWith(".tsx"))
      .map((name) => readFileSync(path.join(folder, name), "utf8"))
      .join("\n");
    const used = [...code.matchAll(/useKey\(\s*"(.)"|shortcut="(.)"|\bkey: "(.)"/g)].map((found) =>
      found.slice(1).join("").toUpperCase(),
    );
    expect(used.length).toBeGreaterThan(8);
    const listed = SHORTCUTS.flatMap(({ keys }) => keys.flatMap((shortcut) => shortcut.keys));
    expect(used.filter((key) => !listed.includes(key))).toEqual([]);
  });
});
