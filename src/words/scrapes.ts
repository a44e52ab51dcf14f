/** "scraped back to 41 %"; of a wash "poured off but for 41 %". @param keptShare - of the pile, (0, 1]. */
export function scrapedWords(keptShare: number, isWash: boolean): string {
  const share = `${Math.round(100 * keptShare)} %`;
  return isWash ? `poured off but for ${share}` : `scraped back to ${share}`;
}
