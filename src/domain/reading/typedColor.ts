/** A colour typed or pasted by a person: hex, CIELAB, or as style sheets write it. */
import { converter, modeHsl, modeHwb, modeRgb, parse, useMode as addMode } from "culori/fn";
import { parseHex } from "../../core/color/hex";
import { labFromSrgb } from "../../core/color/srgb";
import { type LabD65, labD65, type Srgb, srgb } from "../../core/color/types";
import { fail, type Result, succeed } from "../../core/result";

/** No paint lies further out on a* or b*. */
export const LARGEST_AXIS = 128;

export type ColorFailure =
  | { readonly code: "empty" }
  | { readonly code: "not-a-colour"; readonly text: string }
  | { readonly code: "lightness-outside"; readonly lightness: number }
  | { readonly code: "axis-outside" };

for (const mode of [modeRgb, modeHsl, modeHwb]) addMode(mode);
const toRgb = converter("rgb");

/**
 * "#4a7d80", "4a7d80", "46 -15 -13", "46,5 -15,2 -13", "L 46, a -15, b -13", "Lab(46, -15, -13)", "rgb(74, 125, 128)",
 * "hsl(183 27% 40%)", "teal".
 */
export function parseColor(text: string): Result<LabD65, ColorFailure> {
  const trimmed = text.trim();
  if (trimmed === "") return fail({ code: "empty" });
  const numbers = trimmed.startsWith("#") ? undefined : threeNumbers(trimmed);
  if (numbers) {
    const [l, a, b] = numbers;
    if (l < 0 || l > 100) return fail({ code: "lightness-outside", lightness: l });
    if (Math.abs(a) > LARGEST_AXIS || Math.abs(b) > LARGEST_AXIS) return fail({ code: "axis-outside" });
    return succeed(labD65(l, a, b));
  }
  const hex = parseHex(trimmed);
  const screen = hex.ok ? hex.value : screenColor(trimmed);
  return screen ? succeed(labFromSrgb(screen)) : fail({ code: "not-a-colour", text: trimmed });
}

/** As style sheets write it; paint is not transparent, and no channel is brighter than full. */
function screenColor(text: string): Srgb | undefined {
  const parsed = toRgb(parse(text.toLowerCase().replace(/;$/, "").trim()));
  if (!parsed || (parsed.alpha ?? 1) < 1) return undefined;
  const { r, g, b } = parsed;
  return [r, g, b].every((channel) => channel >= 0 && channel <= 1) ? srgb(r, g, b) : undefined;
}

function threeNumbers(text: string): readonly [number, number, number] | undefined {
  const bare = text
    .replace(/^(?:cie)?-?lab/i, " ")
    .replace(/[()*:=]|[lab](?=[\s*:=]*[-−+]?\d)/gi, " ")
    .replace(/−/g, "-")
    .trim();
  // A comma inside a number is a decimal comma where something else stands between the numbers.
  return (
    threeOf(bare.split(/[\s;]+/), /^[-+]?\d+(?:[.,]\d+)?$/) ??
    threeOf(bare.split(/[\s;,]+/), /^[-+]?\d+(?:\.\d+)?$/)
  );
}

function threeOf(parts: readonly string[], form: RegExp): readonly [number, number, number] | undefined {
  if (parts.length !== 3 || !parts.every((part) => form.test(part))) return undefined;
  const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = parts.map((part) =>
    Number(part.replace(",", ".")),
  );
  return [l, a, b];
}
