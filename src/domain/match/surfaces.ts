/** Whether a match can vanish on its target: two surfaces that shine unlike are told apart from the side. */
import { TARGET_SURFACES, type Note } from "../note/note";
import type { Settings } from "../settings/settings";
import type { TubeMedium } from "../tube/tube";

export type TargetSurface = (typeof TARGET_SURFACES)[number];

export type SurfaceClash =
  | { readonly kind: "differ"; readonly target: TargetSurface; readonly paint: TargetSurface }
  /** Of the paint it was never said. */
  | { readonly kind: "unsaid"; readonly target: TargetSurface };

/** Undefined where they are alike, where nothing is known of the target, or where the match need not vanish. */
export function surfaceClash(
  { surface: target, purpose }: Pick<Note, "surface" | "purpose">,
  medium: TubeMedium,
  paintSurfaces: Settings["paintSurfaces"],
): SurfaceClash | undefined {
  if (purpose !== "vanish" || target === undefined) return undefined;
  const said = paintSurfaces?.[medium];
  if (said === undefined) return { kind: "unsaid", target };
  const paint = said === "varnished" ? "gloss" : said;
  return paint === target ? undefined : { kind: "differ", target, paint };
}
