/** The amount with the lowest cost, where amounts run over several powers of ten and costs may have more than one valley. */
import { cheapestBetween } from "./narrow";

const SCAN_STEPS = 64;
const GOLDEN_STEPS = 30;

/**
 * Scanned by equal ratios, then narrowed between the neighbours of the best by golden sections.
 *
 * @param least - smallest amount, above zero; @param most - largest.
 * @throws RangeError unless the amounts run upwards from above zero.
 */
export function bestAmount(cost: (amount: number) => number, least: number, most: number): number {
  if (!(least > 0) || !(most > least)) throw new RangeError(`Amounts must run upwards from above zero`);
  const ratio = (most / least) ** (1 / SCAN_STEPS);
  const at = (amount: number): { readonly amount: number; readonly cost: number } => ({
    amount,
    cost: cost(amount),
  });
  const scanned = Array.from({ length: SCAN_STEPS + 1 }, (_, step) => at(least * ratio ** step));
  const best = scanned.reduce((cheapest, next) => (next.cost < cheapest.cost ? next : cheapest));
  const around = [Math.max(least, best.amount / ratio), Math.min(most, best.amount * ratio)] as const;
  return cheapestBetween(at, (found) => found.cost, around, GOLDEN_STEPS, best).amount;
}
