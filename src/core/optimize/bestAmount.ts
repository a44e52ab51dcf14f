/** The amount with the lowest cost, where amounts run over several powers of ten and costs may have more than one valley. */

const SCAN_STEPS = 64;
const GOLDEN_STEPS = 30;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * Scanned by equal ratios, then narrowed between the neighbours of the best by golden sections.
 *
 * @param least - smallest amount, above zero; @param most - largest.
 * @throws RangeError unless the amounts run upwards from above zero.
 */
export function bestAmount(cost: (amount: number) => number, least: number, most: number): number {
  if (!(least > 0) || !(most > least)) throw new RangeError(`Amounts must run upwards from above zero`);
  const ratio = (most / least) ** (1 / SCAN_STEPS);
  let best = least;
  let bestCost = cost(least);
  for (let step = 1; step <= SCAN_STEPS; step++) {
    const amount = least * ratio ** step;
    const now = cost(amount);
    if (now < bestCost) {
      best = amount;
      bestCost = now;
    }
  }
  let low = Math.max(least, best / ratio);
  let high = Math.min(most, best * ratio);
  for (let step = 0; step < GOLDEN_STEPS; step++) {
    const left = high - GOLDEN * (high - low);
    const right = low + GOLDEN * (high - low);
    if (cost(left) <= cost(right)) high = right;
    else low = left;
  }
  const middle = (low + high) / 2;
  return cost(middle) < bestCost ? middle : best;
}
