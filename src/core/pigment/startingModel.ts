/** What to believe of a tube before it is measured: a generic, a blend of generics, or the nearest of a family. */
import { deltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { blendOptics, mixtureReflectance } from "../mixing/mixture";
import type { SurfaceConstants } from "../mixing/saunderson";
import { num, sumOf } from "../numbers";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { PigmentLibrary } from "./library";
import type { PigmentModel } from "./types";

/** Readings of the tube: alone, and as one part in so many parts of white. */
export type TubeReadings = {
  readonly masstone?: LabD65;
  readonly tint?: { readonly whiteParts: number; readonly lab: LabD65 };
};

export type StartingModel = {
  /** "generic": its one pigment is known; "blend": a mixture of several; "nearest": taken from a look-alike. */
  readonly basis: "generic" | "blend" | "nearest";
  readonly models: readonly PigmentModel[];
  readonly optics: OpticalModel;
};

export type Likeness = {
  readonly model: PigmentModel;
  /** ΔE00 of the generic's masstone and tint from the readings; undefined where nothing was read. */
  readonly masstoneDeltaE2000: number | undefined;
  readonly tintDeltaE2000: number | undefined;
  /** Mean of those that there are. */
  readonly deltaE2000: number;
};

export type Bench = {
  readonly white: OpticalModel;
  readonly view: ViewingWeights<"D65">;
  readonly surface: SurfaceConstants;
};

/** Generic models by how like the readings they are, nearest first. Throws when nothing was read. */
export function nearestGenerics(
  models: readonly PigmentModel[],
  { masstone, tint }: TubeReadings,
  { white, view, surface }: Bench,
): Likeness[] {
  if (!masstone && !tint) throw new RangeError("Comparing tubes needs a masstone or a tint");
  return models
    .map((model) => {
      const alone = labFromReflectance(
        mixtureReflectance([{ optics: model.optics, volume: 1 }], surface),
        view,
      );
      const tinted =
        tint &&
        labFromReflectance(
          mixtureReflectance(
            [
              { optics: model.optics, volume: 1 },
              { optics: white, volume: tint.whiteParts },
            ],
            surface,
          ),
          view,
        );
      const masstoneDeltaE2000 = masstone && deltaE2000(masstone, alone);
      const tintDeltaE2000 = tint && tinted && deltaE2000(tint.lab, tinted);
      const all = [masstoneDeltaE2000, tintDeltaE2000].filter((miss) => miss !== undefined);
      return {
        model,
        masstoneDeltaE2000,
        tintDeltaE2000,
        deltaE2000: sumOf(all) / all.length,
      };
    })
    .sort((a, b) => a.deltaE2000 - b.deltaE2000);
}

/**
 * Where the learning of a tube starts.
 *
 * @param colourIndexNames - as printed on the tube; unknown ones are passed over.
 * @param family - used when no pigment is known: "blue", "earth", as in the library.
 * @returns undefined when neither pigment, family nor reading says anything.
 */
export function startingModel(
  library: PigmentLibrary,
  colourIndexNames: readonly string[],
  family: string | undefined,
  readings: TubeReadings,
  bench: Bench,
): StartingModel | undefined {
  const isRead = readings.masstone !== undefined || readings.tint !== undefined;
  const likest = (models: readonly PigmentModel[]): PigmentModel | undefined =>
    isRead ? nearestGenerics(models, readings, bench)[0]?.model : models[0];
  const known = colourIndexNames
    .map((name) => library.byColourIndex(name))
    .filter((models) => models.length > 0);
  if (known.length === 1) {
    const model = likest(known[0] ?? []);
    return model && { basis: "generic", models: [model], optics: model.optics };
  }
  if (known.length > 1) {
    // The reading is of the blend, so it cannot choose among namesakes one by one.
    const models = known.flatMap(([first]) => (first ? [first] : []));
    return { basis: "blend", models, optics: blendByStrength(models.map((model) => model.optics)) };
  }
  const relatives = library.all.filter((model) => family === undefined || model.family === family);
  const nearest = relatives.length > 0 && (isRead || family !== undefined) ? likest(relatives) : undefined;
  return nearest && { basis: "nearest", models: [nearest], optics: nearest.optics };
}

/** Equal colouring power of each pigment: what a maker who balances a mixture comes near. */
export function blendByStrength(paints: readonly OpticalModel[]): OpticalModel {
  return blendOptics(
    paints.map((optics) => {
      let strength = 0;
      for (let band = 0; band < optics.grid.count; band++)
        strength += num(optics.absorption[band]) + num(optics.scattering[band]);
      return { optics, volume: optics.grid.count / strength };
    }),
  );
}
