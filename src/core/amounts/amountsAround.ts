/**
 * The piles beside a pile: each amount one step down, as it is, or one step up. A search for amounts asks for tens of
 * thousands of them, so that nothing is allocated for one, and one that was weighed around the pile before is passed over.
 */
import { type Dosing, WATER_PLACE } from "./dosing";

/** Rounding of steps such as 0.1. */
export const ALMOST_ONE = 1 - 1e-9;
/** No step this way. */
const NONE = Number.NaN;
/** Nearer by less than this is no gain. */
const NO_GAIN = 1e-9;

export type Trial = { readonly volumes: readonly number[]; readonly cost: number };

/** What a pile costs: in ΔE00, paint included. It reads the amounts and keeps nothing of them. */
export type CostOf = (volumes: Float64Array) => number;

/**
 * Where a pile lies from its aim as value, chroma and hue, in ΔE00, and how each amount moves it per unit of its
 * logarithm: three numbers, then three for each place of paint. So a pile beside it can be guessed.
 */
export type WriteOutlook = (out: Float64Array, volumes: Float64Array) => void;

/**
 * A guess is taken for wrong by so much, and by so much of the way that it was moved: one that is further off than that
 * from the best pile found is not weighed.
 */
const GUESS_WRONG = 0.25;
const GUESS_WRONG_OF_WAY = 0.4;

export class AmountsAround {
  private readonly outlook: Float64Array;
  /** Of each place: how one step down and one step up move the pile, three numbers each, and what paint they cost. */
  private readonly moves: Float64Array;
  private nowCost = Number.NaN;
  private nowDistance = Number.NaN;
  private readonly now: Float64Array;
  private readonly trial: Float64Array;
  private readonly best: Float64Array;
  private readonly down: Float64Array;
  private readonly up: Float64Array;
  /** The three amounts of each place around the pile before, and whether there was one. */
  private readonly before: Float64Array;
  private hasBefore = false;
  private bestCost = Number.NaN;

  /**
   * @param places - tubes of the paint table, water last if there is any.
   * @param largestRange - what the largest amount of paint may be.
   * @param mostShare - largest share of the paint by place.
   */
  constructor(
    private readonly places: readonly number[],
    private readonly paintCount: number,
    private readonly dosing: Dosing,
    private readonly largestRange: readonly [number, number],
    private readonly mostShare: readonly number[] | undefined,
    private readonly costOf: CostOf,
    private readonly writeOutlook?: WriteOutlook,
  ) {
    const count = places.length;
    this.outlook = new Float64Array(3 + 3 * count);
    this.moves = new Float64Array(6 * count);
    this.now = new Float64Array(count);
    this.trial = new Float64Array(count);
    this.best = new Float64Array(count);
    this.down = new Float64Array(count);
    this.up = new Float64Array(count);
    this.before = new Float64Array(3 * count);
  }

  /** Moves to the best pile beside it as long as that costs less. @param isAllAround - in all combinations of steps. */
  improve(start: readonly number[], isAllAround: boolean): Trial {
    const { now, best } = this;
    now.set(start);
    this.hasBefore = false;
    let cost = this.costOf(now);
    for (;;) {
      this.bestCost = cost;
      for (let place = 0; place < now.length; place++) {
        this.down[place] = this.stepped(now[place] as number, place, -1);
        this.up[place] = this.stepped(now[place] as number, place, 1);
      }
      this.trial.set(now);
      if (this.writeOutlook) this.lookAhead(this.writeOutlook, cost);
      if (isAllAround) this.visit(0, true, false, 0, 0, 0, 0);
      else this.visitOneByOne();
      if (!(this.bestCost < cost)) return { volumes: Array.from(now), cost };
      this.keepBefore();
      cost = this.bestCost;
      now.set(best);
    }
  }

  /**
   * Every combination, the first place outermost; a move that cannot be is not gone on with.
   *
   * @param light, chroma, hue - where the steps so far are guessed to move the pile. @param added - paint that they add.
   */
  private visit(
    place: number,
    wasWeighed: boolean,
    isMoved: boolean,
    light: number,
    chroma: number,
    hue: number,
    added: number,
  ): void {
    const { trial, now, moves } = this;
    if (place === now.length) {
      if (isMoved && !(this.hasBefore && wasWeighed) && this.isPromising(light, chroma, hue, added))
        this.weigh();
      return;
    }
    const own = now[place] as number;
    this.visit(place + 1, wasWeighed && this.wasThere(place, own), isMoved, light, chroma, hue, added);
    for (let way = 0; way < 2; way++) {
      const next = (way === 0 ? this.down[place] : this.up[place]) as number;
      if (Number.isNaN(next)) continue;
      trial[place] = next;
      const at = 6 * place + 3 * way;
      if (this.canBe())
        this.visit(
          place + 1,
          wasWeighed && this.wasThere(place, next),
          true,
          light + (moves[at] as number),
          chroma + (moves[at + 1] as number),
          hue + (moves[at + 2] as number),
          added + this.paintOf(place, next),
        );
    }
    trial[place] = own;
  }

  private visitOneByOne(): void {
    const { trial, now, moves } = this;
    for (let place = 0; place < now.length; place++) {
      for (let way = 0; way < 2; way++) {
        const next = (way === 0 ? this.down[place] : this.up[place]) as number;
        if (Number.isNaN(next)) continue;
        trial[place] = next;
        const at = 6 * place + 3 * way;
        if (
          this.canBe() &&
          this.isPromising(
            moves[at] as number,
            moves[at + 1] as number,
            moves[at + 2] as number,
            this.paintOf(place, next),
          )
        )
          this.weigh();
      }
      trial[place] = now[place] as number;
    }
  }

  /** What a place then holds more than now; water is no paint. */
  private paintOf(place: number, volume: number): number {
    return place < this.paintCount ? volume - (this.now[place] as number) : 0;
  }

  private lookAhead(write: WriteOutlook, cost: number): void {
    const { outlook, moves, now } = this;
    write(outlook, now);
    const [light = 0, chroma = 0, hue = 0] = outlook;
    this.nowCost = cost;
    this.nowDistance = Math.sqrt(light * light + chroma * chroma + hue * hue);
    for (let place = 0; place < now.length; place++) {
      for (let way = 0; way < 2; way++) {
        const next = (way === 0 ? this.down[place] : this.up[place]) as number;
        const step = Math.log(next / (now[place] as number));
        for (let axis = 0; axis < 3; axis++)
          moves[6 * place + 3 * way + axis] = step * (outlook[3 + 3 * place + axis] as number);
      }
    }
  }

  /** Whether a pile may be the best: where it is guessed to lie, and the guess taken for wrong. */
  private isPromising(light: number, chroma: number, hue: number, added: number): boolean {
    if (!this.writeOutlook) return true;
    const { outlook } = this;
    const l = (outlook[0] as number) + light;
    const c = (outlook[1] as number) + chroma;
    const h = (outlook[2] as number) + hue;
    const way = Math.sqrt(light * light + chroma * chroma + hue * hue);
    const guess =
      this.nowCost +
      Math.sqrt(l * l + c * c + h * h) -
      this.nowDistance +
      this.dosing.deltaEPerUnit * added -
      (GUESS_WRONG + GUESS_WRONG_OF_WAY * way);
    return guess < this.bestCost;
  }

  private weigh(): void {
    const cost = this.costOf(this.trial);
    if (cost >= this.bestCost - NO_GAIN) return;
    this.bestCost = cost;
    this.best.set(this.trial);
  }

  private keepBefore(): void {
    const { before, now, down, up } = this;
    for (let place = 0; place < now.length; place++) {
      before[3 * place] = now[place] as number;
      before[3 * place + 1] = down[place] as number;
      before[3 * place + 2] = up[place] as number;
    }
    this.hasBefore = true;
  }

  private wasThere(place: number, volume: number): boolean {
    const { before } = this;
    return (
      before[3 * place] === volume || before[3 * place + 1] === volume || before[3 * place + 2] === volume
    );
  }

  /** Whether the largest amount is as large as asked for, and of no paint is there more than there is. */
  private canBe(): boolean {
    const { trial, paintCount, mostShare } = this;
    const [least, most] = this.largestRange;
    let largest = 0;
    let whole = 0;
    for (let place = 0; place < paintCount; place++) {
      const volume = trial[place] as number;
      whole += volume;
      if (volume > largest) largest = volume;
    }
    if (largest < least || largest > most) return false;
    return mostShare?.every((share, place) => !((trial[place] ?? 0) > (share / ALMOST_ONE) * whole)) ?? true;
  }

  private stepped(volume: number, place: number, direction: number): number {
    const tube = this.places[place] ?? WATER_PLACE;
    return steppedAmount(this.dosing, volume, tube, direction) ?? NONE;
  }
}

/** An amount one step up or down; undefined where it would be less than the least. */
export function steppedAmount(
  dosing: Dosing,
  volume: number,
  tube: number,
  direction: number,
): number | undefined {
  const next = volume + direction * dosing.step(volume, tube);
  return next < dosing.smallest(tube) * ALMOST_ONE ? undefined : dosing.round(next, tube);
}
