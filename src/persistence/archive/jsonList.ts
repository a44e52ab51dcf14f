/**
 * A JSON list, one element at a time: the text of a large file never stands in memory whole, nor do values that no row
 * can be.
 */
import { ArchiveRefused, LIMITS } from "./format";

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const COMMA = 0x2c;
const OPENING = new Set([0x5b, 0x7b]);
const CLOSING = new Set([0x5d, 0x7d]);
const BLANK = /^[ \t\r\n]*$/;

/**
 * @param file - what it is called, for what is said when it is refused.
 * @throws {@link ArchiveRefused} when it is no list of JSON, or one element is larger than any row.
 */
export async function* elementsOf(blob: Blob, file: string): AsyncGenerator {
  const list = new ListSplitter(file);
  const reader = blob
    .stream()
    .pipeThrough(new TextDecoderStream("utf-8", { fatal: true }))
    .getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read().catch(() => {
        throw new ArchiveRefused({ code: "no-json", file });
      });
      if (done) break;
      for (const text of list.take(value)) yield parsed(text, file);
    }
  } finally {
    await reader.cancel().catch(() => undefined);
  }
  list.end();
}

function parsed(text: string, file: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new ArchiveRefused({ code: "no-json", file });
  }
}

/** Finds where the elements of the outermost list begin and end; what they are is for the parser to say. */
class ListSplitter {
  private depth = 0;
  private isInString = false;
  private isEscaped = false;
  /** Of the element that is under way. */
  private readonly held: string[] = [];
  private heldLength = 0;
  private state: "before" | "inside" | "after" = "before";
  private hasElements = false;

  constructor(private readonly file: string) {}

  /** @returns the texts of the elements that end in this piece. */
  take(piece: string): readonly string[] {
    const found: string[] = [];
    let from = 0;
    for (let at = 0; at < piece.length; at++) {
      const code = piece.charCodeAt(at);
      if (this.isInString) {
        if (this.isEscaped) this.isEscaped = false;
        else if (code === BACKSLASH) this.isEscaped = true;
        else if (code === QUOTE) this.isInString = false;
        continue;
      }
      if (this.state !== "inside") {
        if (this.state === "before" && code === 0x5b) {
          this.state = "inside";
          this.depth = 1;
          from = at + 1;
        } else if (!BLANK.test(piece.charAt(at)))
          this.refuse(this.state === "before" ? "no-list" : "no-json");
        continue;
      }
      if (code === QUOTE) this.isInString = true;
      else if (OPENING.has(code)) this.depth++;
      else if (CLOSING.has(code)) {
        this.depth--;
        if (this.depth > 0) continue;
        if (code !== 0x5d) this.refuse("no-json");
        const last = this.ended(piece.slice(from, at));
        // An empty list has no element, and a comma needs one behind it.
        if (!BLANK.test(last)) found.push(last);
        else if (this.hasElements) this.refuse("no-json");
        this.state = "after";
        from = at + 1;
      } else if (code === COMMA && this.depth === 1) {
        found.push(this.ended(piece.slice(from, at)));
        this.hasElements = true;
        from = at + 1;
      }
    }
    if (this.state === "inside") this.hold(piece.slice(from));
    return found;
  }

  end(): void {
    if (this.state !== "after") this.refuse("no-json");
  }

  private hold(text: string): void {
    this.heldLength += text.length;
    if (this.heldLength > LIMITS.rowLength) this.refuse("row-too-large");
    this.held.push(text);
  }

  private ended(text: string): string {
    this.hold(text);
    const whole = this.held.join("");
    this.held.length = 0;
    this.heldLength = 0;
    return whole;
  }

  private refuse(code: "no-list" | "no-json" | "row-too-large"): never {
    throw new ArchiveRefused({ code, file: this.file });
  }
}
