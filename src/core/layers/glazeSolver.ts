/**
 * From what lies there to a wanted colour by thin films: which paints, how thick, in which order.
 *
 * Every paint is tried at steps of equal ratio, alone and in every ordered pair; the best of each are narrowed down on
 * ΔE00 itself. A third film is tried in every place of the best pairs. Deterministic; not reentrant.
 */
import { deltaE2000 } from "../color/ciede2000";
import { labF } from "../color/cieLab";
import { labD65, type LabD65 } from "../color/types";
import type { SurfaceConstants } from "../mixing/saunderson";
import { num, sumOf, upTo, zeros } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import { type FilmResponse, filmResponse, layOver } from "./filmResponse";
import { insideOf } from "./stack";

export type Glaze = {
  /** Place among the paints. */
  readonly paint: number;
  /** Dry; 1 where titanium white has S·X = 1 at 550 nm. */
  readonly thickness: number;
};

export type GlazePlan = {
  /** Lowest first. */
  readonly glazes: readonly Glaze[];
  /** What is seen after each of them; the last is the result. */
  readonly after: readonly LabD65[];
  readonly deltaE2000: number;
  /** ΔE00 by which the result moves when every film is 30 % thicker or thinner, whichever is more. */
  readonly filmDoubt: number;
};

export type GlazeQuestion = {
  /** As it is seen. */
  readonly base: Reflectance;
  readonly target: LabD65;
  /** Films at most. */
  readonly most: 1 | 2 | 3;
};

export type FilmRange = { readonly thinnest: number; readonly thickest: number };

const STEPS = 24;
/** So many pairs, and triples, are narrowed down. */
const MOST_NARROWED = 24;
const MOST_TRIPLES = 12;
const BEAM = 8;
/** Of the logarithm of a thickness: first and last step of the narrowing. */
const FIRST_STEP = 0.2;
const LAST_STEP = 0.002;
/** What a hand does to a film's thickness without meaning to. */
const FILM_ERROR = 0.3;
/** Orders within this ΔE00 are alike: then the transparent one lies below. */
const ALIKE = 0.3;
/** One film more has to bring the colour nearer by this much, ΔE00. */
export const WORTH_A_GLAZE = 0.5;

export class GlazeSolver {
  private readonly responses: readonly (readonly FilmResponse[])[];
  private readonly thicknesses: readonly number[];
  private readonly surfaces: readonly SurfaceConstants[];
  private readonly inner: Float64Array;

  /** @throws RangeError unless the range runs upwards from above zero. */
  constructor(
    private readonly paints: readonly OpticalModel[],
    private readonly view: ViewingWeights<"D65">,
    surface: SurfaceConstants,
    private readonly range: FilmRange,
  ) {
    const { thinnest, thickest } = range;
    if (!(thinnest > 0 && thickest > thinnest))
      throw new RangeError("Films must run upwards from above zero");
    const ratio = (thickest / thinnest) ** (1 / (STEPS - 1));
    this.thicknesses = Array.from({ length: STEPS }, (_, step) => thinnest * ratio ** step);
    this.responses = paints.map((paint) => this.thicknesses.map((x) => filmResponse(paint, x)));
    this.surfaces = paints.map((paint) => paint.surface ?? surface);
    this.inner = zeros(view.grid.count);
  }

  /** The best plan of one film, then of more where they bring the colour nearer by what a film is worth. */
  solve({ base, target, most }: GlazeQuestion): readonly GlazePlan[] {
    const grounds = this.surfaces.map((surface) => insideOf(base, surface));
    const narrow = (glazes: readonly Glaze[]): GlazePlan => this.narrowed(glazes, grounds, target);
    const singles = this.paints.map((_, paint) => this.bestSingle(paint, grounds, target));
    const plans = [singles.map((one) => narrow([one]))];
    if (most >= 2 && this.paints.length > 1) plans.push(this.bestPairs(grounds, target).map(narrow));
    if (most >= 3 && this.paints.length > 1)
      plans.push(this.bestTriples(plans[1] ?? [], grounds, target).map(narrow));
    const answers: GlazePlan[] = [];
    for (const all of plans) {
      const best = this.transparentFirst(all);
      const last = answers.at(-1);
      if (best && (!last || best.deltaE2000 < last.deltaE2000 - WORTH_A_GLAZE)) answers.push(best);
    }
    return answers;
  }

  /** What is seen after each film of a stack over a base. */
  seenAfter(glazes: readonly Glaze[], base: Reflectance): readonly LabD65[] {
    const grounds = this.surfaces.map((surface) => insideOf(base, surface));
    return glazes.map((_, i) => this.labOf(glazes.slice(0, i + 1), grounds));
  }

  private bestSingle(paint: number, grounds: readonly Float64Array[], target: LabD65): Glaze {
    let best = 0;
    let nearest = Number.POSITIVE_INFINITY;
    (this.responses[paint] ?? []).forEach((response, step) => {
      const miss = this.missAfter(response, grounds[paint] as Float64Array, paint, target);
      if (miss < nearest) [best, nearest] = [step, miss];
    });
    return { paint, thickness: this.thicknesses[best] ?? this.range.thinnest };
  }

  private bestPairs(grounds: readonly Float64Array[], target: LabD65): readonly (readonly Glaze[])[] {
    const below = zeros(this.view.grid.count);
    const found: { readonly glazes: readonly Glaze[]; readonly miss: number }[] = [];
    this.paints.forEach((_, first) => {
      const nearest = this.paints.map(() => ({ miss: Number.POSITIVE_INFINITY, first: 0, second: 0 }));
      (this.responses[first] ?? []).forEach((lower, x) => {
        layOver(below, lower, grounds[first] as Float64Array);
        this.responses.forEach((uppers, second) => {
          const best = nearest[second];
          if (second === first || !best) return;
          uppers.forEach((upper, y) => {
            const miss = this.missAfter(upper, below, second, target);
            if (miss < best.miss) Object.assign(best, { miss, first: x, second: y });
          });
        });
      });
      nearest.forEach((best, second) => {
        if (Number.isFinite(best.miss))
          found.push({
            miss: best.miss,
            glazes: [
              { paint: first, thickness: num(this.thicknesses[best.first]) },
              { paint: second, thickness: num(this.thicknesses[best.second]) },
            ],
          });
      });
    });
    return found
      .sort((one, other) => one.miss - other.miss)
      .slice(0, MOST_NARROWED)
      .map(({ glazes }) => glazes);
  }

  private bestTriples(
    pairs: readonly GlazePlan[],
    grounds: readonly Float64Array[],
    target: LabD65,
  ): readonly (readonly Glaze[])[] {
    const found: { readonly glazes: readonly Glaze[]; readonly miss: number }[] = [];
    const beam = [...pairs].sort((one, other) => one.deltaE2000 - other.deltaE2000).slice(0, BEAM);
    for (const { glazes } of beam)
      for (let place = 0; place <= glazes.length; place++)
        this.paints.forEach((_, paint) => {
          if (glazes.some((glaze) => glaze.paint === paint)) return;
          let best = { glazes, miss: Number.POSITIVE_INFINITY };
          for (let step = 0; step < STEPS; step += 3) {
            const thickness = num(this.thicknesses[step]);
            const more = [...glazes.slice(0, place), { paint, thickness }, ...glazes.slice(place)];
            const miss = deltaE2000(target, this.labOf(more, grounds));
            if (miss < best.miss) best = { glazes: more, miss };
          }
          found.push(best);
        });
    return found
      .sort((one, other) => one.miss - other.miss)
      .slice(0, MOST_TRIPLES)
      .map(({ glazes }) => glazes);
  }

  /** A search by steps along each thickness and along pairs of them, halved when none helps. */
  private narrowed(start: readonly Glaze[], grounds: readonly Float64Array[], target: LabD65): GlazePlan {
    const at = (logs: readonly number[]): readonly Glaze[] =>
      start.map(({ paint }, i) => ({ paint, thickness: Math.exp(num(logs[i])) }));
    const [low, high] = [Math.log(this.range.thinnest), Math.log(this.range.thickest)];
    let logs = start.map(({ thickness }) => Math.log(thickness));
    let miss = deltaE2000(target, this.labOf(at(logs), grounds));
    const ways = directions(start.length);
    for (let step = FIRST_STEP; step > LAST_STEP; ) {
      let hasMoved = false;
      for (const way of ways) {
        const next = logs.map((log, i) => Math.min(high, Math.max(low, log + step * (way[i] ?? 0))));
        const now = deltaE2000(target, this.labOf(at(next), grounds));
        if (now < miss) {
          [logs, miss, hasMoved] = [next, now, true];
        }
      }
      if (!hasMoved) step /= 2;
    }
    const glazes = at(logs);
    const after = glazes.map((_, i) => this.labOf(glazes.slice(0, i + 1), grounds));
    const result = after.at(-1) ?? target;
    const filmDoubt = Math.max(
      ...[1 - FILM_ERROR, 1 + FILM_ERROR].map((factor) =>
        deltaE2000(
          result,
          this.labOf(
            glazes.map(({ paint, thickness }) => ({ paint, thickness: factor * thickness })),
            grounds,
          ),
        ),
      ),
    );
    return { glazes, after, deltaE2000: miss, filmDoubt };
  }

  /** The nearest; of orders that are alike, the one whose transparent paint lies below. */
  private transparentFirst(plans: readonly GlazePlan[]): GlazePlan | undefined {
    const best = plans.reduce<GlazePlan | undefined>(
      (nearest, plan) => (nearest && nearest.deltaE2000 <= plan.deltaE2000 ? nearest : plan),
      undefined,
    );
    if (!best) return undefined;
    const own = paintsOf(best);
    return plans
      .filter((plan) => paintsOf(plan) === own && plan.deltaE2000 <= best.deltaE2000 + ALIKE)
      .reduce((first, plan) => (this.isRising(plan) && !this.isRising(first) ? plan : first), best);
  }

  /** Whether each film hides more than the one below. */
  private isRising({ glazes }: GlazePlan): boolean {
    const hidden = glazes.map(({ paint }) => hidingOf(this.paints[paint]));
    return hidden.every((hides, i) => i === 0 || hides >= (hidden[i - 1] ?? 0));
  }

  private missAfter(response: FilmResponse, below: Float64Array, paint: number, target: LabD65): number {
    layOver(this.inner, response, below);
    const [l, a, b] = this.labOfInner(this.surfaces[paint] as SurfaceConstants);
    // The plain distance sorts as well among near colours, and is many times cheaper.
    return Math.hypot(l - target[0], a - target[1], b - target[2]);
  }

  private labOf(glazes: readonly Glaze[], grounds: readonly Float64Array[]): LabD65 {
    const [first] = glazes;
    const last = glazes.at(-1);
    if (!first || !last) throw new RangeError("A plan has one film or more");
    this.inner.set(grounds[first.paint] as Float64Array);
    for (const { paint, thickness } of glazes)
      layOver(this.inner, filmResponse(this.paints[paint] as OpticalModel, thickness), this.inner);
    return this.labOfInner(this.surfaces[last.paint] as SurfaceConstants);
  }

  private labOfInner({ k1, k2 }: SurfaceConstants): LabD65 {
    const { x: wx, y: wy, z: wz, white, grid } = this.view;
    const through = (1 - k1) * (1 - k2);
    let [x, y, z] = [0, 0, 0];
    for (let band = 0; band < grid.count; band++) {
      const inner = this.inner[band] as number;
      const seen = k1 + (through * inner) / (1 - k2 * inner);
      x += (wx[band] as number) * seen;
      y += (wy[band] as number) * seen;
      z += (wz[band] as number) * seen;
    }
    const [fx, fy, fz] = [labF(x / white[0]), labF(y / white[1]), labF(z / white[2])];
    return labD65(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz));
  }
}

function paintsOf({ glazes }: GlazePlan): string {
  return glazes
    .map(({ paint }) => paint)
    .sort((one, other) => one - other)
    .join();
}

/** How much a paint hides: its mean scattering. */
function hidingOf(paint: OpticalModel | undefined): number {
  const rows = Array.from(paint?.scattering ?? []);
  return sumOf(rows) / rows.length;
}

/** Up and down along each axis and along every two of them together. */
function directions(count: number): readonly (readonly number[])[] {
  const ways: number[][] = [];
  const axes = upTo(count);
  for (const one of axes)
    for (const sign of [1, -1]) {
      ways.push(axes.map((axis) => (axis === one ? sign : 0)));
      for (const other of axes.slice(one + 1))
        for (const second of [sign, -sign])
          ways.push(axes.map((axis) => (axis === one ? sign : axis === other ? second : 0)));
    }
  return ways;
}
