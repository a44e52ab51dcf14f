/**
 * The distance from an aim near it as a plain quadratic form, without rotation and wedge: for finding the nearest of
 * thousands of colours before any of them is compared exactly.
 */
import type { DeltaE2000Factors } from "./ciede2000";
import type { LabD65 } from "./types";
import { zeros } from "../numbers";

/** Weights of L*, of chroma along the colour's hue, and of hue across it. */
export type LocalMetric = {
  readonly light: number;
  readonly alongA: number;
  readonly alongB: number;
  readonly acrossA: number;
  readonly acrossB: number;
};

export function localMetric([l, a, b]: LabD65, { kL, kC, kH }: DeltaE2000Factors): LocalMetric {
  const chroma = Math.hypot(a, b);
  const l50 = (l - 50) ** 2;
  const sC = kC * (1 + 0.045 * chroma);
  const sH = kH * (1 + 0.015 * chroma);
  const ua = chroma > 0 ? a / chroma : 1;
  const ub = chroma > 0 ? b / chroma : 0;
  return {
    light: 1 / (kL * (1 + (0.015 * l50) / Math.sqrt(20 + l50))),
    alongA: ua / sC,
    alongB: ub / sC,
    acrossA: -ub / sH,
    acrossB: ua / sH,
  };
}

/**
 * Squared distance of the colour at three numbers from `at`.
 *
 * @param labs - triplets of L*, a*, b*.
 */
export function localSquare(
  metric: LocalMetric,
  target: LabD65,
  labs: Float64Array | Float32Array,
  at: number,
): number {
  const dl = ((labs[at] as number) - target[0]) * metric.light;
  const da = (labs[at + 1] as number) - target[1];
  const db = (labs[at + 2] as number) - target[2];
  const along = metric.alongA * da + metric.alongB * db;
  const across = metric.acrossA * da + metric.acrossB * db;
  return dl * dl + along * along + across * across;
}

/** Which one, and about how many ΔE00 it is away. */
export type Nearest = { readonly place: number; readonly distance: number };

/** The first of the nearest of many colours. @param labs - triplets, at least one. */
export function nearestOf(metric: LocalMetric, target: LabD65, labs: Float64Array | Float32Array): Nearest {
  let nearest = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let at = 0; at < labs.length; at += 3) {
    const square = localSquare(metric, target, labs, at);
    if (square >= least) continue;
    least = square;
    nearest = at;
  }
  return { place: nearest / 3, distance: Math.sqrt(least) };
}

/** Of each of many sets which colour, and about how many ΔE00 it is away. */
export type NearestPlaces = { readonly places: Float64Array; readonly distances: Float64Array };

/** The first of the nearest of each of so many sets. @param labs - triplets, set by set; all sets are as long as each other. */
export function nearestOfEach(
  labs: Float32Array,
  sets: number,
  metric: LocalMetric,
  target: LabD65,
): NearestPlaces {
  const places = zeros(sets);
  const distances = zeros(sets);
  const each = labs.length / sets;
  for (let set = 0; set < sets; set++) {
    const { place, distance } = nearestOf(metric, target, labs.subarray(set * each, (set + 1) * each));
    places[set] = place;
    distances[set] = distance;
  }
  return { places, distances };
}
