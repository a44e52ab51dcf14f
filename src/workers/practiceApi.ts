/** Questions to practise on, drawn in the palettes' worker: they need thousands of mixtures. */
import type { LabD65 } from "../core/color/types";
import type { ColorModel } from "../core/mixing/colorModel";
import { opaqueModel } from "../core/mixing/opaqueModel";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { benchTarget, drawSession, type SessionRequest } from "../domain/practice/drawSession";
import type { Question } from "../domain/practice/practice";
import { opticsOf, type SolverTube } from "../domain/tube/solverTube";

export type PracticeApi = {
  practiceSession: (tubes: readonly SolverTube[], request: SessionRequest) => readonly Question[];
  /** A colour for the simulated bench; undefined where the tubes give none. */
  benchTarget: (tubes: readonly SolverTube[], seed: number, isGrey: boolean) => LabD65 | undefined;
};

function paletteOf(tubes: readonly SolverTube[]): ColorModel {
  return opaqueModel(tubes.map(opticsOf), VIEWING.D65, PAINT_SURFACE);
}

export function createPracticeApi(): PracticeApi {
  return {
    practiceSession: (tubes, request) => (tubes.length > 0 ? drawSession(paletteOf(tubes), request) : []),
    benchTarget: (tubes, seed, isGrey) =>
      tubes.length > 0 ? benchTarget(paletteOf(tubes), seed, isGrey) : undefined,
  };
}
