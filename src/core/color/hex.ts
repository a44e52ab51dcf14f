/** Hexadecimal sRGB, the form in which colours come from the web and from picture editors. */
import { fail, type Result, succeed } from "../result";
import { type Srgb, srgb } from "./types";

export type HexFailure = { readonly code: "not-hex"; readonly text: string };

/** Reads `#rgb`, `#rrggbb`, with or without the hash. Transparency is refused: paint has none. */
export function parseHex(text: string): Result<Srgb, HexFailure> {
  const digits = text.trim().replace(/^#/, "");
  if (!/^(?:[0-9a-f]{3}|[0-9a-f]{6})$/i.test(digits)) return fail({ code: "not-hex", text });
  const full = digits.length === 3 ? digits.replaceAll(/./g, "$&$&") : digits;
  const channel = (index: number): number => Number.parseInt(full.slice(2 * index, 2 * index + 2), 16) / 255;
  return succeed(srgb(channel(0), channel(1), channel(2)));
}

/** `#rrggbb`. Throws on a non-finite channel, which would otherwise print as a believable colour. */
export function hexFromSrgb(rgb: Srgb): string {
  if (!rgb.every((value) => value >= 0 && value <= 1)) {
    throw new RangeError(`hexFromSrgb needs channels in [0, 1], got ${rgb.join(", ")}`);
  }
  return `#${rgb
    .map((value) =>
      Math.round(value * 255)
        .toString(16)
        .padStart(2, "0"),
    )
    .join("")}`;
}
