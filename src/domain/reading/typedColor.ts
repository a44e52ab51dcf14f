/** A colour typed by a person, as hex or CIELAB. */
import { parseHex } from "../../core/color/hex";
import { labFromLch } from "../../core/color/cieLab";
import { labFromSrgb } from "../../core/color/srgb";
import { type LabD65, labD65, lchUnder } from "../../core/color/types";
import { fail, type Result, succeed } from "../../core/result";

/** No paint lies further out on a* or b*. */
export const LARGEST_AXIS = 128;

export function isPaintAxis(value: number): boolean {
  return Math.abs(value) <= LARGEST_AXIS;
}

export type ColorFailure =
  | { readonly code: "empty" }
  | { readonly code: "not-a-colour"; readonly text: string }
  | { readonly code: "lightness-outside"; readonly lightness: number }
  | { readonly code: "axis-outside" };

/** Some of these, such as "7a6a58", would also do for numbers with letters between them. */
const HEX = /^(?:(?:#|0x).*|[\da-f]{3}|[\da-f]{6})$/i;
/** Written like this, without commas, it is that of style sheets, which is for another white. */
const STYLE_SHEET = /^l(?:ab|ch)\([^,;]*\)$/;
const BY_HUE = /^(?:cie)?-?lch|^l[^a-z]*\d[^a-z]*c[^a-z]*\d[^a-z]*h/i;

/**
 * "#4a7d80", "4a7d80", "46 -15 -13", "46,5 -15,2 -13", "L 46, a -15, b -13", "46/-15/-13", "Lab(46, -15, -13)"; and by chroma and
 * hue "LCh 46 20 221", "L 46 C 20 h 221°".
 */
export function parseHexOrLab(text: string): Result<LabD65, ColorFailure> {
  const trimmed = text.trim();
  if (trimmed === "") return fail({ code: "empty" });
  if (STYLE_SHEET.test(trimmed)) return fail({ code: "not-a-colour", text: trimmed });
  const isByHue = BY_HUE.test(trimmed);
  const numbers = HEX.test(trimmed)
    ? undefined
    : threeNumbers(trimmed, isByHue ? /^(?:cie)?-?lch(?:ab)?/i : /^(?:cie)?-?lab/i);
  if (numbers) {
    const [l, ...rest] = numbers;
    // A chroma below 0 would be the opposite colour.
    if (isByHue && rest[0] < 0) return fail({ code: "axis-outside" });
    const [, a, b] = isByHue ? labFromLch(lchUnder<"D65">(l, ...rest)) : numbers;
    if (l < 0 || l > 100) return fail({ code: "lightness-outside", lightness: l });
    if (!isPaintAxis(a) || !isPaintAxis(b)) return fail({ code: "axis-outside" });
    return succeed(labD65(l, a, b));
  }
  const hex = parseHex(trimmed.replace(/^0x/i, "#"));
  return hex.ok ? succeed(labFromSrgb(hex.value)) : fail({ code: "not-a-colour", text: trimmed });
}

function threeNumbers(text: string, name: RegExp): readonly [number, number, number] | undefined {
  const bare = text
    .replace(name, " ")
    .replace(/[()*:=°]|[labch](?=[\s*:=]*[-−+]?\d)/gi, " ")
    .replace(/−/g, "-")
    .trim();
  // A comma inside a number is a decimal comma where something else stands between the numbers.
  return (
    threeOf(bare.split(/[\s;/]+/), /^[-+]?\d+(?:[.,]\d+)?$/) ??
    threeOf(bare.split(/[\s;,/]+/), /^[-+]?\d+(?:\.\d+)?$/)
  );
}

function threeOf(parts: readonly string[], form: RegExp): readonly [number, number, number] | undefined {
  if (parts.length !== 3 || !parts.every((part) => form.test(part))) return undefined;
  const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = parts.map((part) =>
    Number(part.replace(",", ".")),
  );
  return [l, a, b];
}
