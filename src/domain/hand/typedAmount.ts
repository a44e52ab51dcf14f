/** An amount of a tube as a painter types it: in parts, or in any of the measures that amounts are said in. */
import { fail, type Result } from "../../core/result";
import { AMOUNT } from "../pile/amountRange";
import { type NumberFailure, parseNumber } from "../reading/typedNumber";
import type { Settings } from "../settings/settings";
import { densityOf } from "../tube/density";
import type { Tube } from "../tube/tube";

const MEASURED = /^(.*?)\s*(touch|speck|drop|gram|g|ml)(?:e?s)?\.?$/i;
const ABOUT = /^(?:about|ca\.?|~)\s*/i;

/**
 * "2", "1½ parts", "a touch", "half a touch", "3 specks", "2.5 g", "4 ml", "12 drops".
 *
 * @param text - as typed. @param tube - whose density turns grams into a volume; without it they are not understood.
 * @returns parts, above 0.
 */
export function parseAmount(
  text: string,
  { sizes, partMl, dropMl }: Pick<Settings, "sizes" | "partMl" | "dropMl">,
  tube: Tube | undefined,
): Result<number, NumberFailure> {
  const bare = text.trim().replace(ABOUT, "");
  const [, said = "", measure = ""] = MEASURED.exec(bare) ?? [];
  const gramsPerPart = tube && densityOf(tube) * partMl;
  const perUnit: Readonly<Record<string, number | undefined>> = {
    touch: sizes.touchParts,
    speck: sizes.speckParts,
    drop: dropMl / partMl,
    ml: 1 / partMl,
    g: gramsPerPart && 1 / gramsPerPart,
    gram: gramsPerPart && 1 / gramsPerPart,
  };
  const parts = perUnit[measure.toLowerCase()];
  if (parts === undefined) return parseNumber(figureOf(bare), AMOUNT);
  // "Touch" alone is one.
  const count = parseNumber(said === "" ? "1" : figureOf(said), { least: 0, most: Number.POSITIVE_INFINITY });
  if (!count.ok) return count;
  const value = count.value * parts;
  return value > AMOUNT.least && value <= AMOUNT.most
    ? { ok: true, value }
    : fail({ code: "outside", value });
}

/** "a touch" is one of them. */
function figureOf(said: string): string {
  return said
    .trim()
    .replace(/^half(?:\s+an?)?\b/i, "½")
    .replace(/^(?:an?|one)\b/i, "1");
}
