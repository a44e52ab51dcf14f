import { describe, expect, it } from "vitest";
import { contentsOf, meantVolumeOf, volumeOf } from "./contents";
import type { Addition, Scrape } from "./pile";

const dose = (turn: number, parts: number): Addition => ({ tubeId: "white", parts, turn, addedAt: turn });
const scrape = (turn: number, keptShare: number, more: Partial<Scrape> = {}): Scrape => ({
  turn,
  at: turn,
  keptShare,
  ...more,
});

describe("what a pile is meant to have", () => {
  it("is what lies there while nothing was scraped away", () => {
    expect(meantVolumeOf({ additions: [dose(1, 8), dose(2, 2)] })).toBe(10);
  });

  it("is what lay there before it was scraped back, until it is larger again", () => {
    const scraped = { additions: [dose(1, 8), dose(3, 1)], scrapes: [scrape(2, 0.25)] };
    expect(volumeOf(contentsOf(scraped))).toBe(3);
    expect(meantVolumeOf(scraped)).toBe(8);
    expect(meantVolumeOf({ ...scraped, additions: [...scraped.additions, dose(4, 9)] })).toBe(12);
    const twice = { ...scraped, scrapes: [...scraped.scrapes, scrape(4, 0.5)] };
    expect(volumeOf(contentsOf(twice))).toBe(1.5);
    expect(meantVolumeOf(twice)).toBe(8);
  });

  it("is not what other piles took of it", () => {
    const given = { additions: [dose(1, 8)], scrapes: [scrape(2, 0.25, { intoPileId: "other" })] };
    expect(meantVolumeOf(given)).toBe(2);
  });
});
