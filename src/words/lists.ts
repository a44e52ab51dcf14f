/** Lists in a sentence. */

const LIST = new Intl.ListFormat("en-GB");

/** "one", "one and two", "one, two and three". */
export function andWords(words: readonly string[]): string {
  return LIST.format(words);
}
