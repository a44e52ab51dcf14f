/** What the field finds among everything that can be gone to, done or explained. Pure. */
import type { LabD65 } from "../../core/color/types";
import type { GlossaryWord } from "../../data/glossary";

export type Act =
  | { readonly kind: "go"; readonly path: string; readonly paintingId?: string }
  | { readonly kind: "room"; readonly room: "light" | "middle" | "dark" }
  | { readonly kind: "keys" }
  /** Without a word all of them are shown. */
  | { readonly kind: "word"; readonly word?: string };

export type Line = {
  readonly id: string;
  readonly name: string;
  /** A second line below the name. */
  readonly detail?: string;
  /** What it is, or what picking it does. */
  readonly tells?: string;
  /** More words that it is found by. */
  readonly alsoKnownAs?: string;
  readonly lab?: LabD65;
  readonly act: Act;
};

export type Section = { readonly heading: string; readonly lines: readonly Line[]; readonly more: number };

/** What there is to find, in the order in which it is offered before anything is typed. */
export type Findable = {
  readonly heading: string;
  readonly lines: readonly Line[];
  /** Found elsewhere by the same words already. */
  readonly isFound?: boolean;
  /** Not offered before something is typed. */
  readonly isOnlyAsked?: boolean;
};

/** So many lines of one kind are enough to look over: few before anything is typed, so that each kind is seen. */
const MOST_OF_A_KIND = { untyped: 4, typed: 8 } as const;
const WORDS_HEADING = "Words";

/**
 * Every word that was typed must be in a line. A line whose name begins with what was typed comes first, and when
 * it names a studio word, the words come first of all.
 */
export function findLines(text: string, sources: readonly Findable[]): readonly Section[] {
  const whole = text.trim().toLowerCase();
  const tokens = whole.split(/\s+/).filter((token) => token !== "");
  const sections = sources.flatMap(({ heading, lines, isFound, isOnlyAsked }) => {
    if (isOnlyAsked && tokens.length === 0) return [];
    const fitting = isFound
      ? lines
      : lines.filter((line) => tokens.every((token) => wordsOf(line).includes(token)));
    const ordered =
      whole === "" || isFound ? fitting : [...fitting].sort((a, b) => rank(b, whole) - rank(a, whole));
    const shown = ordered.slice(0, whole === "" ? MOST_OF_A_KIND.untyped : MOST_OF_A_KIND.typed);
    return shown.length > 0 ? [{ heading, lines: shown, more: ordered.length - shown.length }] : [];
  });
  const asksForWord = sections.some(
    ({ heading, lines }) => heading === WORDS_HEADING && lines.some((line) => rank(line, whole) === 2),
  );
  return asksForWord
    ? [...sections].sort((a, b) => Number(b.heading === WORDS_HEADING) - Number(a.heading === WORDS_HEADING))
    : sections;
}

function wordsOf({ name, detail = "", tells = "", alsoKnownAs = "" }: Line): string {
  return `${name} ${detail} ${tells} ${alsoKnownAs}`.toLowerCase();
}

function rank({ name, alsoKnownAs = "" }: Line, whole: string): number {
  if (whole === "") return 0;
  if (name.toLowerCase() === whole || alsoKnownAs === whole) return 2;
  return name.toLowerCase().startsWith(whole) ? 1 : 0;
}

/** A word that painters use for two things is asked about before it is explained. */
export function linesOfWords(glossary: readonly GlossaryWord[]): Findable {
  return {
    heading: WORDS_HEADING,
    isOnlyAsked: true,
    lines: glossary.flatMap(({ word, asks = [] }): readonly Line[] =>
      asks.length === 0
        ? [
            {
              id: `word ${word}`,
              name: word,
              tells: "what it means here",
              alsoKnownAs: word,
              act: { kind: "word", word },
            },
          ]
        : asks.map(({ meant, word: named }) => ({
            id: `word ${word} ${meant}`,
            name: `${word}: do you mean “${meant}”?`,
            tells: named === word ? "what it means here" : `here it is ${named}`,
            alsoKnownAs: word,
            act: { kind: "word", word: named },
          })),
    ),
  };
}
