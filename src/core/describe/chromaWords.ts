/** Chroma in a painter's word; the number stays beside it. Dull is not a fault, only a place. */
export type ChromaVocabulary = "dull-bright" | "weak-strong" | "greyed-pure";
export const CHROMA_VOCABULARIES = [
  "dull-bright",
  "weak-strong",
  "greyed-pure",
] as const satisfies readonly ChromaVocabulary[];

/** Upper ends of the words in C*ab; the last word has none. */
const UPPER_ENDS = [5, 11, 22, 40, 65] as const;

const WORDS: Readonly<Record<ChromaVocabulary, readonly string[]>> = {
  "dull-bright": ["neutral", "very dull", "dull", "half bright", "bright", "very bright"],
  "weak-strong": ["neutral", "very weak", "weak", "half strong", "strong", "very strong"],
  "greyed-pure": ["neutral", "very greyed", "greyed", "half pure", "pure", "very pure"],
};

/** Below this chroma a colour counts as neutral and its hue as a lean at most. */
export const NEUTRAL_CHROMA = UPPER_ENDS[0];

/**
 * @param chroma - CIELAB C*ab, at least 0.
 */
export function chromaWord(chroma: number, vocabulary: ChromaVocabulary): string {
  const place = UPPER_ENDS.findIndex((end) => chroma < end);
  const words = WORDS[vocabulary];
  return words[place === -1 ? words.length - 1 : place] ?? "";
}

/** Every word with the middle of its range in C*ab, dullest first: what someone means who says it. */
export function chromaOfWords(
  vocabulary: ChromaVocabulary,
): readonly { readonly word: string; readonly chroma: number }[] {
  return WORDS[vocabulary].map((word, place) => {
    const low = UPPER_ENDS[place - 1] ?? 0;
    const high = UPPER_ENDS[place] ?? OPEN_END;
    return { word, chroma: (low + high) / 2 };
  });
}

/** Hardly any paint is brighter, C*ab. */
const OPEN_END = 85;
