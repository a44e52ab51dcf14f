/** What scraps say of tubes: a film of known paint over a known ground, as thick as one's own films are. */
import { deltaE2000 } from "../../core/color/ciede2000";
import type { PileEvidence } from "../../core/learning/learnBox";
import type { WetAndDry } from "../mixture/drying";
import { labOfVolumes } from "../mixture/color";
import { type GroundContext, seenOfGround } from "../ground/seenGround";
import { labFromStored } from "../reading/storedColor";
import { evidenceUncertainty } from "../reading/uncertainty";
import { genericOpticsOf } from "../tube/optics";
import type { Tube } from "../tube/tube";
import { type HabitOf, opticsOfAmounts, thicknessOf, wordOfShare } from "./film";
import type { Scrap } from "./layering";

export type ScrapEvidence = {
  readonly scrapId: string;
  /** All that was read from one photo shares its light. */
  readonly photoId?: string;
  readonly readAt: number;
  readonly tubeIds: readonly string[];
  /** Its tubes count from 0 within `tubeIds`. */
  readonly evidence: PileEvidence;
};

/** Thickness from film to film, as a logarithm, beside what is not known of the habit. */
const FROM_FILM_TO_FILM = 0.1;

/** One for each reading; none for several layers, a dry brush or paint that is not known. */
export function scrapEvidence(
  { id, layers, readings, readAt }: Scrap,
  tubeById: ReadonlyMap<string, Tube>,
  habitOf: HabitOf,
  context: GroundContext,
): readonly ScrapEvidence[] {
  const [layer, ...more] = layers;
  const optics = layer && opticsOfAmounts(layer.amounts, tubeById);
  if (!optics || more.length > 0 || layer.coverShare < 1 || layer.takenUpShare > 0) return [];
  const tubeIds = layer.amounts.map(({ tubeId }) => tubeId);
  // What was never generic paint cannot be learned from there.
  if (!tubeIds.every((tubeId) => genericOpticsOfId(tubeId, tubeById))) return [];
  const habit = habitOf(layer.amounts);
  const thickness = layer.passes * thicknessOf(layer.thinnerShare, habit);
  const spread = Math.hypot(habit.spreads[wordOfShare(layer.thinnerShare)], FROM_FILM_TO_FILM);
  return readings.flatMap(({ ground, color, film }) => {
    if (film === "wet") return [];
    const seen = seenOfGround(ground, context);
    if (!seen) return [];
    const at = (factor: number) =>
      labOfVolumes([{ optics, volume: 1 }], { thickness: factor * thickness, ground: seen });
    // What is not known of the thickness must not be taken for the paint's strength.
    const doubt = deltaE2000(at(1), at(Math.exp(spread)));
    return [
      {
        scrapId: id,
        readAt,
        tubeIds,
        evidence: {
          parts: layer.amounts.map(({ parts: volume }, tube) => ({ tube, volume })),
          lab: labFromStored(color),
          uncertaintyDeltaE2000: Math.hypot(evidenceUncertainty(color), doubt),
          film: { thickness, ground: seen },
        },
      },
    ];
  });
}

/** Each ground on which the topmost layer was read both wet and dry; the newest of each. */
export function wetAndDryOf({ layers, readings }: Pick<Scrap, "layers" | "readings">): readonly WetAndDry[] {
  const top = layers.at(-1);
  if (!top) return [];
  return readings
    .filter(({ film }) => film === "wet")
    .flatMap(({ ground, color: wet }) => {
      const dry = readings.findLast((one) => one.film !== "wet" && one.ground.name === ground.name);
      return dry ? [{ contents: top.amounts, wet, dry: dry.color }] : [];
    });
}

function genericOpticsOfId(tubeId: string, tubeById: ReadonlyMap<string, Tube>): boolean {
  const tube = tubeById.get(tubeId);
  return tube !== undefined && genericOpticsOf(tube) !== undefined;
}
