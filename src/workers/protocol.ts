/** What the solver worker understands: plain data both ways, so that it survives cloning. */
import type { LabD65 } from "../core/color/types";
import type { LaidCorrectorQuery, LaidCorrectors } from "../core/correct/laidCorrectors";
import type { Corrector } from "../core/correct/correctors";
import type { GreenCures } from "../core/correct/greenCures";
import type { FamilyQuery, Variant } from "../core/correct/lightenAndShade";
import type { NextAddition } from "../core/correct/nextAddition";
import type { NearestTube } from "../core/recipe/nearestTube";
import type { LightCheck } from "../core/spectrum/metamerism";
import type { Belief, BeliefRequest } from "../domain/pile/belief";
import type { AdditionRequest, WashRequest } from "../domain/pile/additionRequest";
import type { RecipeRequest } from "../domain/recipe/recipeRequest";
import type { MixtureRequest } from "../domain/mixture/mixtureRequest";
import type { Lightening } from "../domain/palette/medium";
import type { SolverTube } from "../domain/tube/solverTube";
import type { PaletteTableOptions, TablePart } from "../core/picture/paletteTable";
import type { PaletteAnswer } from "../core/recipe/paletteMixer";
import type { TubeCalibration, TubeReading } from "../core/learning/calibrateTube";
import type { LearnedBox, LearningTube, PileEvidence } from "../core/learning/learnBox";
import type { TeachingQuestion, TeachingSheet } from "../core/learning/teachingSheet";
import type { MinuteReading } from "../core/learning/minuteReading";

/** What a hand can lay, and which tubes are white. */
export type PileWays = Pick<LaidCorrectorQuery, "dosing" | "whites">;

export type SolverApi = {
  searchRecipes: (request: RecipeRequest) => PaletteAnswer;
  /** Fits a tube to readings of it alone and in white. Throws, in words, when a reading cannot be true. */
  calibrateTube: (tube: SolverTube, readings: readonly TubeReading[]) => TubeCalibration;
  /** Fits all tubes to recorded piles and their tests; seconds for a hundred piles. */
  learnBox: (tubes: readonly LearningTube[], piles: readonly PileEvidence[]) => LearnedBox;
  /** The small sheet of mixtures that teaches most about them. */
  sheetForBox: (
    tubes: readonly LearningTube[],
    piles: readonly PileEvidence[],
    asked: Omit<TeachingQuestion, "tubes" | "evidence">,
  ) => TeachingSheet;
  /** The one dab of these tubes that tells most; undefined where none tells much. */
  minuteReading: (
    tubes: readonly (LearningTube & { readonly isWhite: boolean })[],
    uncertaintyDeltaE2000: number,
  ) => MinuteReading | undefined;
  /** What the readings of a pile say of its tubes. */
  believe: (request: BeliefRequest) => Omit<Belief, "pileId" | "tubes"> & {
    readonly tubes: readonly Omit<SolverTube, "isBlack">[];
  };
  /** The next addition to a pile, with alternatives and what each way costs. */
  nextAddition: (request: AdditionRequest) => NextAddition;
  /** The same for a wash: water and paint over paper. The place after the last tube is water. */
  washAddition: (request: WashRequest) => NextAddition;
  /** Ways to change one thing of a pile, least side effect first. */
  waysToMove: (
    pile: MixtureRequest,
    way: PileWays & Pick<LaidCorrectorQuery, "axis" | "change" | "mayLighten">,
  ) => LaidCorrectors;
  /** Ways to a neutral grey, least colour left first. */
  waysToNeutral: (pile: MixtureRequest, way: PileWays) => readonly Corrector[];
  /** A ready-made green warmer, and duller without warming; undefined for any other colour. */
  greenCures: (pile: MixtureRequest, way: PileWays) => GreenCures | undefined;
  /** The same strength of each tube, and what it would do. @param share - of the pile's strength. */
  oneTouchOfEach: (pile: MixtureRequest, share: number) => readonly Corrector[];
  /** A match lighter and darker, within its family. */
  lightenAndShade: (match: MixtureRequest, steps: FamilySteps) => readonly Variant[];
  /** The tube to begin with; undefined without tubes. */
  nearestTube: (
    target: LabD65,
    tubes: readonly SolverTube[],
    white: number | undefined,
    /** "white" where paint may not be thinned over paper. */
    thinned: Lightening,
  ) => NearestTube | undefined;
  /**
   * Of tubes that are not on the board, by their place in the request, the one with which the search comes closest;
   * undefined where none comes closer by much.
   */
  closingTube: (
    request: RecipeRequest,
    others: readonly number[],
  ) => { readonly tube: number; readonly deltaE2000: number } | undefined;
  /** Whether a mixture holds under other lights beside the smoothest surface of the target's colour. */
  lightCheck: (target: LabD65, mixture: MixtureRequest) => LightCheck | undefined;
  /** Some layers of the table, or all of it. Takes seconds; tells the share that is done. */
  paletteTable: (
    tubes: readonly SolverTube[],
    asked: Omit<PaletteTableOptions, "onProgress">,
    lightening: Lightening,
    onProgress: (share: number) => void,
  ) => TablePart;
};

/** Which of the tubes are whites and blacks, and how far to go in L*. */
export type FamilySteps = {
  readonly whites: readonly number[];
  readonly blacks: readonly number[];
  readonly lighterBy: number;
  readonly darkerBy: number;
  readonly laid?: FamilyQuery["laid"];
};
