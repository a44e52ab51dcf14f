import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { elementsOf } from "./jsonList";
import { ArchiveRefused } from "./format";

async function listed(text: string | Uint8Array<ArrayBuffer>): Promise<unknown[]> {
  const list: unknown[] = [];
  for await (const value of elementsOf(new Blob([text]), "rows/notes-1.json")) list.push(value);
  return list;
}

async function codeOf(text: string | Uint8Array<ArrayBuffer>): Promise<string> {
  try {
    await listed(text);
    return "taken";
  } catch (error) {
    if (error instanceof ArchiveRefused) return error.fault.code;
    throw error;
  }
}

describe("a list of JSON, element by element", () => {
  it("is what the whole is, however it is written", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.jsonValue()), fc.constantFrom(0, 1, 3), async (values, indent) => {
        const text = JSON.stringify(values, null, indent);
        expect(await listed(text)).toEqual(JSON.parse(text));
      }),
    );
  });

  it("is refused exactly when the whole is no list", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.jsonValue(), { maxLength: 4 }),
        fc.nat(),
        fc.constantFrom("", ",", "[", "]", "{", "}", '"', "\\", " ", "0", "x"),
        async (values, at, put) => {
          const text = JSON.stringify(values);
          const place = at % (text.length + 1);
          const changed = text.slice(0, place) + put + text.slice(place + (put === "" ? 1 : 0));
          let whole: unknown;
          try {
            whole = JSON.parse(changed);
          } catch {
            whole = undefined;
          }
          if (Array.isArray(whole)) expect(await listed(changed)).toEqual(whole);
          else expect(await codeOf(changed)).toMatch(/^no-(list|json)$/);
        },
      ),
      { numRuns: 400 },
    );
  });

  it("goes over the ends of pieces, within letters of several bytes too", async () => {
    const values = Array.from({ length: 40_000 }, (_, i) => ({ i, text: `“é\\"${"𝒳".repeat(i % 7)}` }));
    expect(await listed(JSON.stringify(values))).toEqual(values);
  });

  it("refuses what is no text, and an element that no row can be", async () => {
    expect(await codeOf(Uint8Array.from([0x5b, 0xff, 0x5d]))).toBe("no-json");
    expect(await codeOf("")).toBe("no-json");
    expect(await codeOf(`[${"[],".repeat(20)}[${"[],".repeat(1_500_000)}[]]]`)).toBe("row-too-large");
    expect(await codeOf(`["${"x".repeat(4_000_001)}"]`)).toBe("row-too-large");
  });
});
