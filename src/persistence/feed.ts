/** Something that is followed once and heard by several: who comes later is told at once what was said last of each kind. */
export class Feed<Word> {
  private readonly newest = new Map<string, Word>();
  private readonly listeners = new Set<(word: Word) => void>();
  private readonly stop: () => void;

  /**
   * @param begin - follows it, and tells under the kind of each word. @returns what ends that.
   * @param onLeft - the last of those who heard it has left.
   */
  constructor(
    begin: (tell: (kind: string, word: Word) => void) => () => void,
    private readonly onLeft: () => void = () => undefined,
  ) {
    this.stop = begin((kind, word) => {
      this.newest.set(kind, word);
      for (const listener of [...this.listeners]) listener(word);
    });
  }

  /** @returns leaves again. */
  hear(listener: (word: Word) => void): () => void {
    // Of its own, so that one who hears twice leaves once.
    const own = (word: Word): void => {
      listener(word);
    };
    this.listeners.add(own);
    for (const word of [...this.newest.values()]) own(word);
    return () => {
      if (this.listeners.delete(own) && this.listeners.size === 0) this.onLeft();
    };
  }

  end(): void {
    this.listeners.clear();
    this.stop();
  }
}
