/**
 * Seeded pseudo-random numbers, so that any result can be repeated from its seed.
 *
 * Generator: mulberry32, a 32-bit counter with an avalanche step; period 2^32.
 * Good enough for sampling and simulation, not for secrets.
 * Normal deviates: Box-Muller, G. E. P. Box and M. E. Muller, Ann. Math. Stat. 29 (1958) 610-611.
 */
export type Rng = {
  /** Uniform in [0, 1). */
  next: () => number;
  /** Uniform in [low, high). */
  between: (low: number, high: number) => number;
  /** Whole number in [0, count). */
  below: (count: number) => number;
  /** Normal with mean 0 and standard deviation 1. */
  normal: () => number;
};

/** @param seed - any 32-bit whole number; the same seed gives the same sequence. */
export function createRng(seed: number): Rng {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    below: (count) => Math.floor(next() * count),
    // 1 - next() keeps the logarithm away from zero.
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
