/** A colour typed or pasted by a person: hex, CIELAB, or as style sheets write it. */
import { converter, modeHsl, modeHwb, modeRgb, parse, useMode as addMode } from "culori/fn";
import { labFromSrgb } from "../../core/color/srgb";
import { type LabD65, type Srgb, srgb } from "../../core/color/types";
import { type Result, succeed } from "../../core/result";
import { type ColorFailure, parseHexOrLab } from "../../domain/reading/typedColor";

for (const mode of [modeRgb, modeHsl, modeHwb]) addMode(mode);
const toRgb = converter("rgb");

/** What {@link parseHexOrLab} reads, and "rgb(74, 125, 128)", "hsl(183 27% 40%)", "teal". */
export function parseColor(text: string): Result<LabD65, ColorFailure> {
  const read = parseHexOrLab(text);
  if (read.ok || read.failure.code !== "not-a-colour") return read;
  const screen = screenColor(read.failure.text);
  return screen ? succeed(labFromSrgb(screen)) : read;
}

/** As style sheets write it; paint is not transparent, and no channel is brighter than full. */
function screenColor(text: string): Srgb | undefined {
  const parsed = toRgb(parse(text.toLowerCase().replace(/;$/, "").trim()));
  if (!parsed || (parsed.alpha ?? 1) < 1) return undefined;
  const { r, g, b } = parsed;
  return [r, g, b].every((channel) => channel >= 0 && channel <= 1) ? srgb(r, g, b) : undefined;
}
