/** What the tubes that a string may use reach: its ends, its most chroma. Kept for the next string of the same tubes. */
import { chromaOf } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import { NearestMixture, type NearestColor } from "../palette/nearestMixture";
import { samplesWithin } from "../recipe/mixtureSamples";
import { mostChroma } from "../palette/reachProfile";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { Wash } from "../mixing/washMixer";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { TO_COMPARE } from "./setMixer";

const ONLY_VALUE: DeltaE2000Factors = { kL: 0.1, kC: 50, kH: 50 };
const BLACK = labD65(0, 0, 0);
const WHITE = labD65(100, 0, 0);

/** Samples of a palette are fine enough for a part of it that has at most so many times fewer tubes. */
const MOST_OF_ALL = 1.5;

export class StringReach {
  private readonly nearestBySet = new Map<string, NearestMixture>();
  private readonly edges = new Map<string, number>();
  private readonly found = new Map<string, NearestColor>();

  constructor(
    private readonly optics: readonly OpticalModel[],
    private readonly view: ViewingWeights<"D65">,
    private readonly surface: SurfaceConstants,
    private readonly wash: Wash | undefined,
  ) {}

  /** Before another string, whose aims are others: only what its tubes reach stays. */
  forgetNearest(): void {
    this.found.clear();
  }

  /** Nearest mixture of some of the tubes; shares are by place among all of them, water left out. */
  nearest(
    tubes: readonly number[],
    target: LabD65,
    factors: DeltaE2000Factors = REFERENCE_FACTORS,
  ): NearestColor {
    const { kL, kC, kH } = factors;
    const key = `${tubes.join()} ${target.join()} ${kL} ${kC} ${kH}`;
    const known = this.found.get(key) ?? this.search(tubes, target, factors);
    this.found.set(key, known);
    return known;
  }

  private search(tubes: readonly number[], target: LabD65, factors: DeltaE2000Factors): NearestColor {
    const found = this.of(tubes).to(target, factors, undefined, TO_COMPARE);
    const shares = this.optics.map((_, place) => {
      const own = tubes.indexOf(place);
      return own < 0 ? 0 : (found.shares[own] ?? 0);
    });
    return { ...found, shares };
  }

  /** Darkest and lightest L* */
  ends(tubes: readonly number[]): readonly [number, number] {
    const nearest = this.of(tubes);
    return [nearest.to(BLACK, ONLY_VALUE).lab[0], nearest.to(WHITE, ONLY_VALUE).lab[0]];
  }

  /** C*ab; 0 where the tubes have no such hue at that value. */
  mostChroma(tubes: readonly number[], hueDegrees: number, lightness: number): number {
    const key = `${tubes.join()} ${hueDegrees} ${lightness}`;
    const known = this.edges.get(key);
    if (known !== undefined) return known;
    const edge = mostChroma(this.of(tubes), hueDegrees, lightness);
    const chroma = edge ? chromaOf(edge.lab) : 0;
    this.edges.set(key, chroma);
    return chroma;
  }

  private of(tubes: readonly number[]): NearestMixture {
    const key = tubes.join();
    const known = this.nearestBySet.get(key);
    if (known) return known;
    const { optics, view, surface, wash } = this;
    const all = this.nearestBySet.get([...optics.keys()].join());
    const isMost = MOST_OF_ALL * tubes.length >= optics.length;
    // Water is the last place.
    const places = wash ? [...tubes, optics.length] : tubes;
    const nearest = new NearestMixture(
      tubes.flatMap((place) => optics[place] ?? []),
      view,
      surface,
      wash,
      all && isMost ? samplesWithin(all.samples, places) : undefined,
    );
    this.nearestBySet.set(key, nearest);
    return nearest;
  }
}
