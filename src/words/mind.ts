/** What to mind of paint: stirring, fading, cautions, rags. */
import { FADES } from "../domain/tube/kinds";
import type { Tube } from "../domain/tube/tube";
import { cautionsFor } from "./cautions";
import { tubeName } from "./doses";

/** One line each; none for paint of which there is nothing to say. */
export function mindWords(tubes: readonly Tube[]): readonly string[] {
  const granulating = tubes.filter((tube) => tube.granulates === true);
  const fading = tubes.filter((tube) => FADES.includes(tube.lightfastness));
  const [hazard, ...others] = cautionsFor(
    tubes.map((tube) => tube.hazard),
    tubes.map((tube) => tube.medium),
    tubes.flatMap((tube) => tube.colourIndexNames),
  );
  // Of what the medium asks for, the first line is the one that cannot wait: rags of oil.
  const byMedium = tubes.length > 0 ? others.find(({ title }) => title === "Oily rags") : undefined;
  return [
    granulating.length > 0 ? `Stir before each dip: ${namesOf(granulating)} granulates.` : undefined,
    fading.length > 0 ? `Will not last in light: ${namesOf(fading)}.` : undefined,
    ...[hazard, byMedium].map((caution) =>
      caution && caution.title !== "Any paint"
        ? `${caution.title}: ${caution.text} The maker's safety sheet and local rules go first.`
        : undefined,
    ),
  ].filter((line) => line !== undefined);
}

function namesOf(tubes: readonly Tube[]): string {
  return tubes.map(tubeName).join(", ");
}
