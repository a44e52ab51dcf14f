/** Whether a pile is worth correcting as it lies: what that costs against a new pile, and against scraping it back first. */

export type PaintCost = {
  /** New paint, in the unit of the pile; water is cheap and does not count. */
  readonly volume: number;
  /** How many doses have to be laid down. */
  readonly steps: number;
};

export type Costs = {
  readonly correct: PaintCost;
  readonly startAgain: PaintCost;
  /** With the share of the pile that stays, so that the corrected one is as large as it is meant to be. */
  readonly scrapeBack: PaintCost & { readonly keptShare: number };
};

export type Ways = {
  readonly advice: "add" | "scrape-back" | "start-again";
  /** Why it is not corrected as it lies: that takes more paint than a new one, more than doubles it, or brings it no nearer. */
  readonly why?: "more-paint" | "twice-as-large" | "no-nearer";
  readonly costs: Costs;
};

/** Where scraping back saves less than a third of a new pile's paint, a new pile is cleaner. */
const WORTH_SCRAPING = 2 / 3;

/** How often as large as it lies a pile is meant to be, >= 1. */
export function meantGrowth(volume: number, meantVolume = 0): number {
  return Math.max(1, meantVolume / volume);
}

/**
 * @param full - the whole correction: paint, paint and water together, doses; all paint in the world where there is none.
 * @param pile - what lies there, in the same way; its doses are those of a new one.
 * @param meantVolume - of the pile in the end; as much as lies there if left out.
 */
export function waysOn(
  full: { readonly paint: number; readonly all: number; readonly steps: number },
  pile: { readonly paint: number; readonly all: number; readonly steps: number },
  meantVolume?: number,
): Ways {
  const growth = meantGrowth(pile.all, meantVolume);
  const newPaint = growth * pile.paint;
  const keptShare = Math.min(1, (growth * pile.all) / (pile.all + full.all));
  const scraped = keptShare * full.paint;
  const costs = {
    correct: { volume: full.paint, steps: full.steps },
    startAgain: { volume: newPaint, steps: pile.steps },
    scrapeBack: { volume: scraped, steps: full.steps + 1, keptShare },
  };
  if (full.paint === Number.POSITIVE_INFINITY) return { advice: "start-again", why: "no-nearer", costs };
  const why =
    full.paint > newPaint ? "more-paint" : full.all > growth * pile.all ? "twice-as-large" : undefined;
  if (!why) return { advice: "add", costs };
  return { advice: scraped <= WORTH_SCRAPING * newPaint ? "scrape-back" : "start-again", why, costs };
}
