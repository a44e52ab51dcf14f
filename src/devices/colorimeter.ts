/**
 * A bench colorimeter behind an interface, and a simulated one that ships in its place.
 *
 * The simulated one reads simulated true paint, which differs from the generic models; so calibration and
 * correction are honestly exercised. It has the habits of a real one: it must be connected and calibrated on
 * its white tile, drifts while its lamp warms up, is a little noisy, is sometimes held unsteadily, and now and
 * then loses its cable.
 */
import { labFromReflectance } from "../core/spectrum/colorimetry";
import { type Film, mixtureReflectance } from "../core/mixing/mixture";
import type { LabD65 } from "../core/color/types";
import {
  type DryingModel,
  dryingModel,
  type Grade,
  type Medium,
  wetFromDry,
} from "../core/drying/dryingShift";
import { createRng, type Rng } from "../core/random/rng";
import { fail, type Result, succeed } from "../core/result";
import type { OpticalModel, Reflectance } from "../core/spectrum/types";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { trueTube } from "./simulatedPaint";

export type ColorimeterFailure =
  | { readonly code: "not-connected" }
  | { readonly code: "not-calibrated" }
  /** Held unsteadily: the same again usually works. */
  | { readonly code: "unsteady" }
  /** The cable came out; connect again. */
  | { readonly code: "disconnected" };

export type ColorimeterReading = {
  readonly reflectance: Reflectance;
  readonly lab: LabD65;
  /** One standard deviation, ΔE00. */
  readonly uncertaintyDeltaE2000: number;
};

/** What lies under the instrument: known paints by id, in volumes. */
export type Specimen = readonly {
  readonly tubeId: string;
  readonly generic: OpticalModel;
  readonly volume: number;
}[];

export type Colorimeter = {
  readonly name: string;
  readonly connect: () => Promise<Result<undefined, ColorimeterFailure>>;
  /** On the white tile that comes with it. */
  readonly calibrate: () => Promise<Result<undefined, ColorimeterFailure>>;
  /**
   * @param wet - of paint that is still wet, its medium and grade: the reading is then of the wet colour, whose
   *   reflectance is not given but that of the dry film.
   * @param film - of a wash: how thin it lies on what.
   */
  readonly measure: (
    specimen: Specimen,
    wet?: { readonly medium: Medium; readonly grade: Grade },
    film?: Film,
  ) => Promise<Result<ColorimeterReading, ColorimeterFailure>>;
  readonly disconnect: () => void;
};

export type SimulationConditions = {
  /** Milliseconds; only differences count. */
  readonly now: () => number;
  /** Lets time pass as a real instrument takes it. */
  readonly wait: (milliseconds: number) => Promise<void>;
  readonly rng: Rng;
  /** Seed of the paints that it reads: the same box gives the same paints. */
  readonly paintSeed: number;
};

/** A cold lamp is so much too dark, as a share of its reading, and warms with this time constant. */
const COLD_DRIFT = 0.02;
const WARMING_MS = 4 * 60_000;
/** One standard deviation of each band, in reflectance, partly common to all. */
const NOISE_PER_BAND = 0.0012;
const NOISE_IN_COMMON = 0.0025;
const UNSTEADY = 0.04;
const CABLE_OUT = 0.01;
const CONNECT_MS = 600;
const CALIBRATE_MS = 900;
const MEASURE_MS = 700;
const STATED_UNCERTAINTY = 0.35;

export function createSimulatedColorimeter({ now, wait, rng, paintSeed }: SimulationConditions): Colorimeter {
  let connectedAt: number | undefined;
  let driftAtCalibration: number | undefined;
  const drift = (): number => {
    const onFor = now() - (connectedAt ?? now());
    return COLD_DRIFT * Math.exp(-onFor / WARMING_MS);
  };
  return {
    name: "simulated colorimeter",
    async connect() {
      await wait(CONNECT_MS);
      connectedAt = now();
      driftAtCalibration = undefined;
      return succeed(undefined);
    },
    async calibrate() {
      if (connectedAt === undefined) return fail({ code: "not-connected" });
      await wait(CALIBRATE_MS);
      driftAtCalibration = drift();
      return succeed(undefined);
    },
    async measure(specimen, wet, film) {
      if (connectedAt === undefined) return fail({ code: "not-connected" });
      if (driftAtCalibration === undefined) return fail({ code: "not-calibrated" });
      await wait(MEASURE_MS);
      if (rng.next() < CABLE_OUT) {
        connectedAt = undefined;
        driftAtCalibration = undefined;
        return fail({ code: "disconnected" });
      }
      if (rng.next() < UNSTEADY) return fail({ code: "unsteady" });
      const truth = mixtureReflectance(
        specimen.map(({ tubeId, generic, volume }) => ({
          optics: trueTube(tubeId, generic, paintSeed),
          volume,
        })),
        PAINT_SURFACE,
        film,
      );
      const scale = (1 - drift()) / (1 - driftAtCalibration);
      const common = NOISE_IN_COMMON * rng.normal();
      const values = Array.from(truth.values, (value) =>
        Math.max(1e-4, Math.min(1, value * scale * (1 + common) + NOISE_PER_BAND * rng.normal())),
      );
      const reflectance = { grid: truth.grid, values };
      const dry = labFromReflectance(reflectance, VIEWING.D65);
      return succeed({
        reflectance,
        lab: wet ? wetFromDry(dry, trueDrying(wet.medium, wet.grade, paintSeed)) : dry,
        uncertaintyDeltaE2000: STATED_UNCERTAINTY,
      });
    },
    disconnect() {
      connectedAt = undefined;
      driftAtCalibration = undefined;
    },
  };
}

/** How far true paint departs from what is usual for its medium: standard deviations in L*, and of a share of chroma. */
const DRYING_DEVIATION = 0.8;
const DULLING_DEVIATION = 0.03;

/** How the simulated paint really dries: oils not at all, others about as is usual, each box in its own way. */
function trueDrying(medium: Medium, grade: Grade, paintSeed: number): DryingModel {
  const usual = dryingModel(medium, grade, []);
  if (medium === "oil") return usual;
  const rng = createRng(paintSeed + medium.length);
  const departed = (
    [first, second]: readonly [number, number],
    deviation: number,
  ): readonly [number, number] => [first + deviation * rng.normal(), second + (deviation * rng.normal()) / 2];
  return {
    ...usual,
    lightness: departed(usual.lightness, DRYING_DEVIATION),
    chroma: departed(usual.chroma, DULLING_DEVIATION),
  };
}
