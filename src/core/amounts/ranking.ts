/** The first few piles of what is offered, by what they cost; of equal ones the first. Nothing is allocated for an offer. */
export class Ranking {
  readonly costs: Float64Array;
  count = 0;
  private readonly rows: readonly Float64Array[];
  private limit = Number.POSITIVE_INFINITY;

  constructor(room: number, width: number) {
    this.costs = new Float64Array(room);
    this.rows = Array.from({ length: room }, () => new Float64Array(width));
  }

  /** @param limit - what costs as much is not taken. */
  begin(limit = Number.POSITIVE_INFINITY): void {
    this.count = 0;
    this.limit = limit;
  }

  row(place: number): Float64Array {
    return this.rows[place] as Float64Array;
  }

  /** What costs as much is not taken. */
  get worst(): number {
    return this.count < this.costs.length ? this.limit : (this.costs[this.count - 1] as number);
  }

  offer(cost: number, volumes: Float64Array): void {
    if (!(cost < this.worst)) return;
    const { costs } = this;
    let place = this.count < costs.length ? this.count++ : this.count - 1;
    for (; place > 0 && (costs[place - 1] as number) > cost; place--) {
      costs[place] = costs[place - 1] as number;
      this.row(place).set(this.row(place - 1));
    }
    costs[place] = cost;
    this.row(place).set(volumes);
  }
}
