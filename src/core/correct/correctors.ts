/**
 * One thing changed on purpose: which tube, or which two, take a pile so much lighter, darker, duller or
 * brighter with the least change of the rest. Ranked by the side effect, so that a painter can choose which
 * one to live with.
 *
 * Of a change of chroma the side effect is |ΔL*| + |Δh|, h in degrees; of a change of value it is |Δh| + |ΔC*|/10, since
 * value can hardly change without chroma; of a change of hue it is |ΔL*| + |ΔC*|.
 */
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { type ThreeWayDifference, threeWayDifference } from "../describe/difference";
import { type HueName, readHue } from "../describe/huePlaces";
import { labIn } from "../mixing/mixedLab";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ColorModel } from "../mixing/colorModel";
import { bisected, cheapestBetween } from "../optimize/narrow";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { type PileAndTubes, pileModel } from "./pileModel";
import { zeros } from "../numbers";

/** Where the pile is a wash, the place after the last tube is water: it can be added too. */
export type CorrectorQuery = PileAndTubes & {
  readonly axis: "value" | "chroma" | "hue";
  /** Signed, in L*, C*ab or ΔH*; not zero. */
  readonly change: number;
  /** Two tubes at once are tried as well. */
  readonly maxTubes: 1 | 2;
};

export type Corrector = {
  /** Tubes by their place in the query; volumes per unit volume of the pile. */
  readonly parts: readonly { readonly tube: number; readonly volume: number }[];
  readonly predicted: LabD65;
  readonly change: ThreeWayDifference;
  readonly hueTurnDegrees: number;
  readonly sideEffect: number;
  /** The hue that it turns to, when that is further than a painter lets pass and there is a hue left to see. */
  readonly turnsTo: HueName | undefined;
};

/** Degrees of hue that count as another hue. */
const OTHER_HUE_DEGREES = 8;
const GREY_CHROMA = 3;
/** Degrees of hue that weigh as much as one C* where value is changed: family shades go before black. */
const CHROMA_WITH_VALUE = 0.1;
/** Additions from a trace to a hundred times the pile, as scaled by strength. */
const SMALLEST = 1e-5;
const LARGEST = 100;
const SCAN_STEPS = 32;
const BISECTIONS = 26;
const REACHED = 1e-3;
/** Ratios of two tubes that are scanned, and golden sections between the best and its neighbours. */
const RATIOS = 11;
const GOLDEN_STEPS = 16;

/**
 * Every way that reaches the change, least side effect first.
 *
 * @throws RangeError when the wanted change is zero or not finite.
 */
export function correctors(
  query: CorrectorQuery,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): Corrector[] {
  if (!Number.isFinite(query.change) || query.change === 0)
    throw new RangeError(`The wanted change must be finite and not zero, got ${query.change}`);
  const mover = new Mover(query, view, surface);
  const places = [...query.tubes.keys(), ...(query.wash ? [query.tubes.length] : [])];
  const found = places.flatMap((tube) => mover.reach([tube], 1) ?? []);
  if (query.maxTubes === 2) {
    for (const first of places) {
      for (const second of places) {
        const best = second > first ? mover.bestOfPair(first, second) : undefined;
        if (best) found.push(best);
      }
    }
  }
  return found.sort((a, b) => a.sideEffect - b.sideEffect || a.parts.length - b.parts.length);
}

class Mover {
  private readonly mixer: ColorModel;
  private readonly start: LabD65;
  private readonly out = zeros(3);
  private readonly places = new Uint8Array(3);
  private readonly volumes = zeros(3);

  constructor(
    private readonly query: CorrectorQuery,
    view: ViewingWeights<"D65">,
    surface: SurfaceConstants,
  ) {
    this.mixer = pileModel(query, view, surface);
    this.start = this.labAfter([], 1, 0);
  }

  /**
   * The smallest addition of a tube, or of two in a ratio, that brings the wanted change.
   *
   * @param share - the first tube's part of the addition as scaled by strength, [0, 1].
   */
  reach(tubes: readonly number[], share: number): Corrector | undefined {
    const excess = (amount: number): number => {
      const after = this.labAfter(tubes, share, amount);
      return movedAlong(this.query.axis, this.start, after) - this.query.change;
    };
    const side = -Math.sign(this.query.change);
    const step = (LARGEST / SMALLEST) ** (1 / SCAN_STEPS);
    let low = 0;
    for (let high = SMALLEST; high <= LARGEST; high *= step) {
      if (Math.sign(excess(high)) !== side) {
        const amount = bisected((place) => Math.sign(excess(place)) === side, low, high, BISECTIONS);
        // A hue that passes its opposite jumps over the wanted change without ever having it.
        return Math.abs(excess(amount)) < REACHED ? this.corrector(tubes, share, amount) : undefined;
      }
      low = high;
    }
    return undefined;
  }

  bestOfPair(first: number, second: number): Corrector | undefined {
    const at = (share: number): Corrector | undefined => this.reach([first, second], share);
    const scanned = Array.from({ length: RATIOS }, (_, i) => at((i + 1) / (RATIOS + 1)));
    const cost = (corrector: Corrector | undefined): number =>
      corrector?.sideEffect ?? Number.POSITIVE_INFINITY;
    const place = scanned.reduce((best, next, i) => (cost(next) < cost(scanned[best]) ? i : best), 0);
    const around = [place / (RATIOS + 1), (place + 2) / (RATIOS + 1)] as const;
    return scanned[place] && cheapestBetween(at, cost, around, GOLDEN_STEPS, scanned[place]);
  }

  private labAfter(tubes: readonly number[], share: number, amount: number): LabD65 {
    this.places[0] = 0;
    this.volumes[0] = 1;
    tubes.forEach((tube, i) => {
      this.places[i + 1] = tube + 1;
      this.volumes[i + 1] = this.volumeOf(tube, i === 0 ? share : 1 - share, amount);
    });
    this.mixer.writeLab(this.out, this.places, this.volumes, tubes.length + 1);
    return labIn(this.out);
  }

  private volumeOf(tube: number, share: number, amount: number): number {
    return (share * amount * this.mixer.strengthOf(0)) / this.mixer.strengthOf(tube + 1);
  }

  private corrector(tubes: readonly number[], share: number, amount: number): Corrector {
    const parts = tubes.map((tube, i) => ({
      tube,
      volume: this.volumeOf(tube, i === 0 ? share : 1 - share, amount),
    }));
    return correctorOf(this.query.axis, this.start, parts, this.labAfter(tubes, share, amount));
  }
}

/** What an addition does to a pile, seen from the axis that was to be changed. */
export function correctorOf(
  axis: CorrectorQuery["axis"],
  start: LabD65,
  parts: Corrector["parts"],
  predicted: LabD65,
): Corrector {
  const change = threeWayDifference(start, predicted);
  const [, chroma, hue] = lchFromLab(start);
  const [, chromaAfter, hueAfter] = lchFromLab(predicted);
  const hueTurnDegrees = hueDifferenceDegrees(hue, hueAfter);
  const { place } = readHue(hue);
  const isSeen = Math.min(chroma, chromaAfter) >= GREY_CHROMA && Math.abs(hueTurnDegrees) > OTHER_HUE_DEGREES;
  return {
    parts,
    predicted,
    change,
    hueTurnDegrees,
    sideEffect: sideEffectOf(axis, change, hueTurnDegrees),
    turnsTo: isSeen ? (hueTurnDegrees > 0 ? place.leanUp : place.leanDown) : undefined,
  };
}

/** Signed, in L*, C*ab or ΔH*. */
export function movedAlong(axis: CorrectorQuery["axis"], start: LabD65, after: LabD65): number {
  const { deltaLightness, deltaChroma, deltaHue } = threeWayDifference(start, after);
  return axis === "value" ? deltaLightness : axis === "chroma" ? deltaChroma : deltaHue;
}

function sideEffectOf(
  axis: CorrectorQuery["axis"],
  { deltaLightness, deltaChroma }: ThreeWayDifference,
  hueTurnDegrees: number,
): number {
  switch (axis) {
    case "value":
      return Math.abs(hueTurnDegrees) + CHROMA_WITH_VALUE * Math.abs(deltaChroma);
    case "chroma":
      return Math.abs(hueTurnDegrees) + Math.abs(deltaLightness);
    case "hue":
      return Math.abs(deltaLightness) + Math.abs(deltaChroma);
  }
}
