/**
 * What piles beside a pile look like, guessed from how each amount of it moves the colour, to second order: so close that of
 * a hundred piles two or three have to be worked out. Of opaque paint a kernel does the same (kernel/lay.ts).
 */
import { AIM_RESIDUALS } from "../color/aimDistance";
import type { PileToLay } from "../mixing/colorModel";
import { squareOf, sumOf } from "../numbers";
import { type Ladder, nextOn } from "./ladder";
import type { Ranking } from "./ranking";
import { ALMOST_ONE } from "./steps";

/** Nearer by less than this is no gain. */
export const NO_GAIN = 1e-9;
/** What a unit more or less than may be costs: more than any colour. */
const BREACH = 1e6;
/** How far an amount is moved to learn what it does: about a step of a hand, see {@link PileGuess.wayOf}. */
const WIDE = 0.25;
const MOST_STEPS = 24;

/** Writes how far a pile is from its aim (../color/aimDistance). It reads the amounts and keeps nothing of them. */
export type WriteResiduals = (out: Float64Array, volumes: Float64Array) => void;

export class PileGuess {
  /** The pile whose neighbours are guessed. */
  readonly now: Float64Array;
  /** The pile from which they are guessed, in any size. */
  readonly from: Float64Array;
  private readonly count: number;
  private readonly trial: Float64Array;
  /** Residuals: of the pile that is guessed from, of one that is worked out, of the pile now. */
  private readonly here = new Float64Array(AIM_RESIDUALS);
  private readonly worked = new Float64Array(AIM_RESIDUALS);
  private readonly base = new Float64Array(AIM_RESIDUALS);
  /** Of each place: residuals a way up, slopes there and at the pile now. */
  private readonly up: Float64Array;
  private readonly slopes: Float64Array;
  private readonly slopesNow: Float64Array;
  /** Of each two places: what they do together; of one place half its curvature. */
  private readonly together: Float64Array;
  /** The amounts around which was looked, how far they are from where they are guessed from; those beside them, and the moves. */
  private readonly seen: Float64Array;
  private readonly wayNow: Float64Array;
  private readonly next: Float64Array;
  private readonly moves: Float64Array;
  /** What each amount of a trial was moved by. */
  private readonly moved: Float64Array;
  /** The main paint last: where a total is given it is what is left. */
  private readonly order: readonly number[];
  private readonly isRest: boolean;
  private isMainStill = false;
  private size = 1;
  private mostTotal: number;
  private into: Ranking | undefined;

  constructor(
    private readonly pile: PileToLay,
    private readonly writeResiduals: WriteResiduals,
  ) {
    const { exact, main } = pile;
    this.count = exact.length;
    this.now = new Float64Array(this.count);
    this.from = new Float64Array(this.count).fill(Number.NaN);
    this.trial = new Float64Array(this.count);
    this.up = new Float64Array(AIM_RESIDUALS * this.count);
    this.slopes = new Float64Array(AIM_RESIDUALS * this.count);
    this.slopesNow = new Float64Array(AIM_RESIDUALS * this.count);
    this.together = new Float64Array(AIM_RESIDUALS * this.count * this.count);
    this.next = new Float64Array(2 * this.count);
    this.moves = new Float64Array(2 * this.count);
    this.moved = new Float64Array(this.count);
    this.seen = new Float64Array(this.count);
    this.wayNow = new Float64Array(this.count);
    this.order = [...exact.keys()].sort((one, other) => Number(one === main) - Number(other === main));
    this.isRest = !Number.isNaN(pile.total);
    [, this.mostTotal] = pile.totalRange;
  }

  /** The least doses of many tubes can be more than was wanted: then at least it does not grow. */
  begin(volumes: Float64Array): void {
    this.now.set(volumes);
    this.mostTotal = Math.max(this.pile.totalRange[1], sumOf(volumes));
  }

  /** From now on piles are guessed from this one. @param isMainStill - its main paint is not going to move. */
  guessFrom(volumes: Float64Array, isMainStill: boolean): void {
    const { from, trial, here, worked, up, slopes, together, count } = this;
    const { main } = this.pile;
    this.isMainStill = isMainStill;
    from.set(volumes);
    trial.set(volumes);
    this.writeResiduals(here, trial);
    slopes.fill(0);
    together.fill(0);
    for (let place = 0; place < count; place++) {
      if (isMainStill && place === main) continue;
      const at = AIM_RESIDUALS * place;
      const own = at * count + at;
      this.work(place, -WIDE);
      for (let r = 0; r < AIM_RESIDUALS; r++) slopes[at + r] = worked[r] as number;
      this.work(place, WIDE);
      for (let r = 0; r < AIM_RESIDUALS; r++) {
        const less = slopes[at + r] as number;
        const more = worked[r] as number;
        up[at + r] = more;
        slopes[at + r] = (more - less) / (2 * WIDE);
        together[own + r] = (more + less - 2 * (here[r] as number)) / (2 * WIDE * WIDE);
      }
      for (let other = 0; other < place; other++) {
        if (isMainStill && other === main) continue;
        const to = AIM_RESIDUALS * other;
        this.work(other, WIDE);
        trial[other] = from[other] as number;
        for (let r = 0; r < AIM_RESIDUALS; r++) {
          const alone = (up[at + r] as number) + (up[to + r] as number);
          const both = ((worked[r] as number) - alone + (here[r] as number)) / (WIDE * WIDE);
          together[at * count + to + r] = both;
          together[to * count + at + r] = both;
        }
      }
      trial[place] = from[place] as number;
    }
  }

  /** From its aim, ΔE00. */
  missOf(volumes: Float64Array): number {
    this.trial.set(volumes);
    this.writeResiduals(this.worked, this.trial);
    return Math.sqrt(squareOf(this.worked));
  }

  /** What a pile costs that is worked out. */
  costOf(volumes: Float64Array): number {
    return this.cost(this.missOf(volumes));
  }

  /** What the paint of a pile costs, ΔE00. */
  paintCostOf(volumes: Float64Array): number {
    return this.pile.deltaEPerUnit * sumOf(volumes, this.pile.paintCount);
  }

  /**
   * Moves to the pile beside the one now that is guessed to be the best, as long as there is a better one.
   *
   * @param size - so many times larger than the pile that is guessed from. @param mostMoved - amounts that may move at once.
   * @param into - gets the best on the way. @param limit - what costs as much does not count; infinite: the first does.
   */
  walk(size: number, mostMoved: number, into: Ranking, limit: number): void {
    this.size = size;
    this.into = into;
    into.begin(limit);
    this.seen.fill(Number.NaN);
    this.lookAround();
    if (limit === Number.POSITIVE_INFINITY) into.offer(this.cost(Math.sqrt(squareOf(this.base))), this.now);
    for (let step = 0; step < MOST_STEPS; step++) {
      const before = into.count > 0 ? (into.costs[0] as number) : limit;
      const [r0 = 0, r1 = 0, r2 = 0, r3 = 0] = this.base;
      this.visit(0, mostMoved, r0, r1, r2, r3, sumOf(this.now, this.pile.paintCount));
      if (into.count === 0 || !((into.costs[0] as number) < before - NO_GAIN)) return;
      this.now.set(into.row(0));
      this.lookAround();
    }
  }

  private work(place: number, way: number): void {
    const root = 1 + way / 2;
    this.trial[place] = (this.from[place] as number) * root * root;
    this.writeResiduals(this.worked, this.trial);
  }

  /** The measure of a move: small amounts colour by their root, and larger ones nearly so. */
  private wayOf(place: number, volume: number): number {
    return 2 * (Math.sqrt(volume / ((this.from[place] as number) * this.size)) - 1);
  }

  /** How much more or less there is in the trial than may be. */
  private breach(): number {
    const { trial, mostTotal } = this;
    const { paintCount, mostShares, largestRange, totalRange } = this.pile;
    const paint = sumOf(trial, paintCount);
    const sum = sumOf(trial);
    let breach = Math.max(0, totalRange[0] - sum) + Math.max(0, sum - mostTotal);
    let largest = 0;
    for (let place = 0; place < paintCount; place++) {
      const volume = trial[place] as number;
      if (volume > largest) largest = volume;
      const over = volume - (mostShares[place] as number) * paint;
      if (over > 0) breach += over;
    }
    return breach + Math.max(0, largestRange[0] - largest) + Math.max(0, largest - largestRange[1]);
  }

  /** Of the trial, so far from the aim. */
  private cost(miss: number): number {
    return miss + this.paintCostOf(this.trial) + BREACH * this.breach();
  }

  /** The steps of an amount that was not looked at. */
  private lookBeside(place: number): void {
    const own = this.now[place] as number;
    if (own === this.seen[place]) return;
    this.seen[place] = own;
    const way = this.wayOf(place, own);
    this.wayNow[place] = way;
    for (let side = 0; side < 2; side++) {
      const volume = nextOn(this.pile.ladders[place] as Ladder, own, 2 * side - 1);
      this.next[2 * place + side] = volume;
      this.moves[2 * place + side] = this.wayOf(place, volume) - way;
    }
  }

  /** Guesses the pile now, and what its amounts do there. */
  private lookAround(): void {
    const { wayNow, base, slopes, slopesNow, together, count } = this;
    for (let place = 0; place < count; place++) this.lookBeside(place);
    base.set(this.here);
    for (let place = 0; place < count; place++) {
      const at = AIM_RESIDUALS * place;
      const own = wayNow[place] as number;
      for (let r = 0; r < AIM_RESIDUALS; r++) {
        const bend = own * (together[at * count + at + r] as number);
        let before = 0;
        let after = 0;
        for (let other = 0; other < count; other++) {
          const both =
            (wayNow[other] as number) * (together[at * count + AIM_RESIDUALS * other + r] as number);
          if (other < place) before += both;
          else if (other > place) after += both;
        }
        const slope = (slopes[at + r] as number) + bend + before;
        slopesNow[at + r] = slope + bend + after;
        base[r] = (base[r] as number) + own * slope;
      }
    }
    this.moved.fill(0);
    this.trial.set(this.now);
  }

  /** Every combination of moves. @param left - so many amounts more may move. @param r0 - residuals so far, to `r3`. */
  private visit(
    depth: number,
    left: number,
    r0: number,
    r1: number,
    r2: number,
    r3: number,
    paint: number,
  ): void {
    const { count, isRest } = this;
    const last = count - 1;
    const from = left === 0 && depth < last ? (isRest ? last : count) : depth;
    if (from === count || (from === last && this.isMainStill)) {
      this.weigh(Math.sqrt(r0 * r0 + r1 * r1 + r2 * r2 + r3 * r3), paint);
      return;
    }
    const place = this.order[from] as number;
    const isLeft = isRest && from === last;
    if (isLeft && !this.leave(place)) return;
    if (!isLeft) this.visit(from + 1, left, r0, r1, r2, r3, paint);
    if (!isLeft && left === 0) return;
    const { trial, moved, moves, next, slopesNow, together, order } = this;
    const own = this.now[place] as number;
    const at = AIM_RESIDUALS * place;
    for (let step = 2 * place; step < (isLeft ? 2 * place + 1 : 2 * place + 2); step++) {
      const volume = next[step] as number;
      if (Number.isNaN(volume)) continue;
      const d = moves[step] as number;
      trial[place] = volume;
      moved[place] = d;
      const bend = at * count + at;
      let s0 = (slopesNow[at] as number) + d * (together[bend] as number);
      let s1 = (slopesNow[at + 1] as number) + d * (together[bend + 1] as number);
      let s2 = (slopesNow[at + 2] as number) + d * (together[bend + 2] as number);
      let s3 = (slopesNow[at + 3] as number) + d * (together[bend + 3] as number);
      for (let before = 0; before < from; before++) {
        const other = order[before] as number;
        const e = moved[other] as number;
        if (e === 0) continue;
        const both = at * count + AIM_RESIDUALS * other;
        s0 += e * (together[both] as number);
        s1 += e * (together[both + 1] as number);
        s2 += e * (together[both + 2] as number);
        s3 += e * (together[both + 3] as number);
      }
      const added = place < this.pile.paintCount ? volume - own : 0;
      this.visit(from + 1, left - 1, r0 + d * s0, r1 + d * s1, r2 + d * s2, r3 + d * s3, paint + added);
    }
    trial[place] = own;
    moved[place] = 0;
  }

  /** The main paint becomes what is left of the total; false where that is less than its smallest dose. */
  private leave(main: number): boolean {
    const { trial, pile } = this;
    const rest = pile.total - (sumOf(trial) - (trial[main] as number));
    this.next[2 * main] = rest;
    this.moves[2 * main] = this.wayOf(main, rest) - (this.wayNow[main] as number);
    return rest >= (pile.ladders[main] as Ladder).smallest * ALMOST_ONE;
  }

  private weigh(miss: number, paint: number): void {
    const { into, trial, pile } = this;
    // Most are left here.
    if (into && miss + pile.deltaEPerUnit * paint < into.worst) into.offer(this.cost(miss), trial);
  }
}
