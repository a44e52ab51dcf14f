/**
 * Learning the tubes from recorded piles: each pile with a reading speaks of all its tubes at once, and what was
 * read in tube tests speaks beside it. See ../learning/learnTubes for the estimate.
 */
import { deltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { num } from "../numbers";
import type { LearningConditions } from "./boxModel";
import type { Evidence, MixPart } from "./evidence";
import { type LearnedTubes, learnTubes } from "./learnTubes";
import { type SurfaceBelief, USUAL_SURFACE_PRIOR } from "./surfaceModel";
import { USUAL_PRIOR } from "./tubeModel";
import { type Film, mixtureReflectance } from "../mixing/mixture";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { TINT_PROBES, type TubeReading } from "./calibrateTube";
import type { TestWhite } from "../tube/character";
import { tubeAt } from "../tube/tubeAt";

export type LearningTube = {
  /** Before any reading. */
  readonly generic: OpticalModel;
  /** As predictions take it now. */
  readonly believed: OpticalModel;
  /** Of its tests, which go on counting. */
  readonly readings: readonly TubeReading[];
  /** Paint of one medium has one surface; of another one it is learned apart. One box where it is left out. */
  readonly medium?: string | undefined;
  /** What is thought of that surface before anything was read; the usual where it is left out. */
  readonly surface?: SurfaceBelief | undefined;
};

export type PileEvidence = {
  /** Indices into the tubes. */
  readonly parts: readonly MixPart[];
  readonly lab: LabD65;
  /** One standard deviation, ΔE00, > 0. */
  readonly uncertaintyDeltaE2000: number;
  /** Of value, chroma and hue each, where they are not equally sure. */
  readonly axisUncertainties?: readonly [number, number, number];
  /** One standard deviation of each part's dose, as a share of it. */
  readonly doseErrors?: readonly number[];
  /** Which photo it was read from, counted from 0; all readings of one share its light. */
  readonly photo?: number;
  /** Of a wash or a glaze: how thick it lies on what. */
  readonly film?: Film;
};

export type LearnedBox = {
  readonly tubes: readonly {
    readonly optics: OpticalModel;
    /** One standard deviation of its tints, ΔE00, without any reading and now. */
    readonly spreadGeneric: number;
    readonly spreadAfter: number;
  }[];
  readonly piles: readonly {
    /** ΔE00 of the reading from the prediction, as believed before and now. */
    readonly missBefore: number;
    readonly missAfter: number;
    /** True when the pile speaks so much against all the others that it hardly counted. */
    readonly isDoubted: boolean;
  }[];
};

/** Below this weight a pile counts less than a third of one that fits. */
const DOUBTED_BELOW = 0.5;

/** Throws a RangeError when a pile has no paint, no colour, or a tube that is not there. */
export function learnBox(
  tubes: readonly LearningTube[],
  piles: readonly PileEvidence[],
  bench: TestWhite,
): LearnedBox {
  const groups = groupsOf(tubes, piles);
  const learned = groups.map(({ places, own }) => {
    const at = new Map(places.map((place, i) => [place, i]));
    return learnOneMedium(
      places.flatMap((place) => tubes[place] ?? []),
      own.flatMap((pile) => {
        const evidence = piles[pile];
        return evidence
          ? [
              {
                ...evidence,
                // A tube that is not there is refused where it is looked for.
                parts: evidence.parts.map((part) => ({ ...part, tube: at.get(part.tube) ?? Number.NaN })),
              },
            ]
          : [];
      }),
      bench,
    );
  });
  const tubeOf = new Map(
    groups.flatMap(({ places }, g) => places.map((place, i) => [place, learned[g]?.tubes[i]] as const)),
  );
  const pileOf = new Map(
    groups.flatMap(({ own }, g) => own.map((pile, i) => [pile, learned[g]?.piles[i]] as const)),
  );
  return {
    tubes: tubes.flatMap((_, place) => tubeOf.get(place) ?? []),
    piles: piles.flatMap((_, pile) => pileOf.get(pile) ?? []),
  };
}

/** Tubes by medium, with the piles of each; all together where a pile holds paint of two. */
function groupsOf(
  tubes: readonly LearningTube[],
  piles: readonly PileEvidence[],
): readonly { readonly places: readonly number[]; readonly own: readonly number[] }[] {
  const all = [...tubes.keys()];
  const everything = [{ places: all, own: [...piles.keys()] }];
  const mediumOf = (place: number): string => tubes[place]?.medium ?? "";
  const isMixed = piles.some(
    ({ parts }) => new Set(parts.map(({ tube }) => (tubes[tube] ? mediumOf(tube) : "?"))).size > 1,
  );
  const isUnknown = piles.some(({ parts }) => parts.length === 0 || parts.some(({ tube }) => !tubes[tube]));
  const media = [...new Set(all.map(mediumOf))];
  if (isMixed || isUnknown || media.length < 2) return everything;
  return media.map((medium) => ({
    places: all.filter((place) => mediumOf(place) === medium),
    own: [...piles.keys()].filter((pile) => mediumOf(piles[pile]?.parts[0]?.tube ?? -1) === medium),
  }));
}

function learnOneMedium(
  tubes: readonly LearningTube[],
  piles: readonly PileEvidence[],
  bench: TestWhite,
): LearnedBox {
  const generic = [...tubes.map((tube) => tube.generic), bench.white];
  const { conditions, tint, tests } = testsOf(tubes, bench);
  const evidence = [...piles, ...tests];
  // Of the others nothing was read, their surface neither.
  const isHeld = new Set(evidence.flatMap(({ parts }) => parts.map(({ tube }) => tube)));
  const learned = learnTubes(generic, evidence, conditions);
  const untaught = learnTubes(generic, [], conditions);
  const spreadOf = (of: LearnedTubes, tube: number): number =>
    TINT_PROBES.reduce<number>((sum, whiteParts) => sum + of.spreadOf(tint(tube, whiteParts)), 0) /
    TINT_PROBES.length;
  const believedLab = ({ parts, film }: PileEvidence): LabD65 =>
    labFromReflectance(
      mixtureReflectance(
        parts.map(({ tube, volume }) => ({ optics: tubeAt(tubes, tube).believed, volume })),
        bench.surface,
        film,
      ),
      bench.view,
    );
  return {
    tubes: tubes.map((tube, i) => ({
      optics: (isHeld.has(i) ? learned.tubes[i] : undefined) ?? tube.generic,
      spreadGeneric: spreadOf(untaught, i),
      spreadAfter: spreadOf(learned, i),
    })),
    piles: piles.map((pile, i) => ({
      missBefore: deltaE2000(pile.lab, believedLab(pile)),
      missAfter: num(learned.missAfter[i]),
      isDoubted: (learned.weights[i] ?? 0) < DOUBTED_BELOW,
    })),
  };
}

/** The tube tests of a box as evidence; the place after the last tube is the white that they were made with. */
export function testsOf(
  tubes: readonly Pick<LearningTube, "readings" | "surface">[],
  bench: TestWhite,
): {
  readonly conditions: LearningConditions;
  readonly tint: (tube: number, whiteParts: number) => MixPart[];
  readonly tests: readonly Evidence[];
} {
  const white = tubes.length;
  const surface = tubes.find((tube) => tube.surface)?.surface;
  const tint = (tube: number, whiteParts: number): MixPart[] =>
    whiteParts > 0
      ? [
          { tube, volume: 1 },
          { tube: white, volume: whiteParts },
        ]
      : [{ tube, volume: 1 }];
  return {
    conditions: {
      view: bench.view,
      surface: surface?.centre ?? bench.surface,
      surfacePrior: surface?.prior ?? USUAL_SURFACE_PRIOR,
      prior: USUAL_PRIOR,
      fixed: [white],
    },
    tint,
    tests: tubes.flatMap(({ readings }, tube) =>
      readings.map(
        ({ whiteParts, lab, uncertaintyDeltaE2000, spectrum }): Evidence => ({
          parts: tint(tube, whiteParts),
          lab,
          uncertaintyDeltaE2000,
          ...(spectrum && { spectrum }),
        }),
      ),
    ),
  };
}
