/** A colour typed or pasted by a person: hex, CIELAB, or as style sheets write it. */
import {
  converter,
  modeHsl,
  modeHwb,
  modeLab,
  modeLab65,
  modeLch,
  modeOklab,
  modeOklch,
  modeP3,
  modeRgb,
  parse,
  useMode as addMode,
} from "culori/fn";
import { labFromSrgb } from "../../core/color/srgb";
import { type LabD65, labD65, srgb } from "../../core/color/types";
import { type Result, succeed } from "../../core/result";
import { type ColorFailure, isPaintAxis, parseHexOrLab } from "../../domain/reading/typedColor";

for (const mode of [modeRgb, modeHsl, modeHwb, modeLab, modeLch, modeOklab, modeOklch, modeP3, modeLab65])
  addMode(mode);
const toRgb = converter("rgb");
const toLab = converter("lab65");

/**
 * What {@link parseHexOrLab} reads, and "rgb(74, 125, 128)", "RGB 74 125 128", "hsl(183 27% 40%)", "oklch(0.56 0.05 200)",
 * "color(display-p3 0.3 0.5 0.5)", "teal".
 */
export function parseColor(text: string): Result<LabD65, ColorFailure> {
  const read = parseHexOrLab(bareOf(text));
  if (read.ok || read.failure.code !== "not-a-colour") return read;
  const lab = styleColor(read.failure.text);
  return lab ? succeed(lab) : read;
}

/** What stands in quotes, or behind the name of a property in a style sheet. */
function bareOf(text: string): string {
  return text
    .trim()
    .replace(/^(?:color|background|background-color|fill|stroke|--[\w-]+)\s*:\s*/i, "")
    .replace(/^["'“”„«]+|["'“”„»;]+$/g, "");
}

/** As style sheets write it; paint is not transparent, and no channel of a screen is brighter than full. */
function styleColor(text: string): LabD65 | undefined {
  const written = text
    .toLowerCase()
    .replace(/;$/, "")
    .trim()
    .replace(/^rgb[\s:]+([^()]+)$/, "rgb($1)");
  const parsed = parse(written.replace(/^rgb\(([\d.]+)[,;\s]+([\d.]+)[,;\s]+([\d.]+)\)$/, "rgb($1 $2 $3)"));
  if (!parsed || (parsed.alpha ?? 1) < 1) return undefined;
  const { r, g, b } = toRgb(parsed);
  if ([r, g, b].every((channel) => channel >= 0 && channel <= 1)) return labFromSrgb(srgb(r, g, b));
  if (parsed.mode === "rgb" || (parsed.mode === "p3" && !isFull(parsed))) return undefined;
  // Wider than a usual screen.
  const wide = toLab(parsed);
  const isPaint = wide.l >= 0 && wide.l <= 100 && isPaintAxis(wide.a) && isPaintAxis(wide.b);
  return isPaint ? labD65(wide.l, wide.a, wide.b) : undefined;
}

function isFull({ r, g, b }: { readonly r: number; readonly g: number; readonly b: number }): boolean {
  return [r, g, b].every((channel) => channel >= 0 && channel <= 1);
}
