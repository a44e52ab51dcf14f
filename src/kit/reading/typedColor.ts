/** A colour typed as hex or CIELAB, with words for what is wrong. */
import { parseHex } from "../../core/color/hex";
import { labFromSrgb } from "../../core/color/srgb";
import { type LabD65, labD65 } from "../../core/color/types";
import { fail, type Result, succeed } from "../../core/result";

const LARGEST_AXIS = 128;

/** "#4a7d80", "4a7d80", "46 -15 -13", "L 46, a -15, b -13", "Lab(46, -15, -13)". */
export function parseTypedColor(text: string): Result<LabD65, string> {
  const trimmed = text.trim();
  if (trimmed === "") return fail("Type a hex colour such as #4a7d80, or CIELAB such as 46 -15 -13.");
  const numbers = trimmed
    .replace(/^(?:cie)?-?lab/i, " ")
    .replace(/[()*,;:=]|[lab](?=[\s*:=]*[-−+]?\d)/gi, " ")
    .replace(/−/g, "-")
    .trim()
    .split(/\s+/);
  if (
    !trimmed.startsWith("#") &&
    numbers.length === 3 &&
    numbers.every((part) => /^[-+]?\d+(?:\.\d+)?$/.test(part))
  ) {
    const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = numbers.map(Number);
    if (l < 0 || l > 100) return fail(`L* runs from 0 (black) to 100 (white); ${l} lies outside.`);
    if (Math.abs(a) > LARGEST_AXIS || Math.abs(b) > LARGEST_AXIS) {
      return fail(
        `a* and b* of a paint lie between −${LARGEST_AXIS} and ${LARGEST_AXIS}. Check the signs and the decimal point.`,
      );
    }
    return succeed(labD65(l, a, b));
  }
  const hex = parseHex(trimmed);
  if (hex.ok) return succeed(labFromSrgb(hex.value));
  return fail(`“${trimmed}” is neither hex (#4a7d80) nor three CIELAB numbers (46 -15 -13).`);
}
