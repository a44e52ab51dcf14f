/** What a record of each table is called, and what is wrong with one. */
import type { RowFault } from "../domain/store/storeFault";
import type { TableName } from "../domain/store/tableNames";

/** One and many, as a painter calls them. */
export const TABLE_WORDS: Readonly<Record<TableName, readonly [one: string, many: string]>> = {
  settings: ["set of settings", "sets of settings"],
  tubes: ["tube", "tubes"],
  tubePhotos: ["photo of a tube", "photos of tubes"],
  paintings: ["painting", "paintings"],
  pictures: ["picture", "pictures"],
  palettes: ["palette", "palettes"],
  notes: ["note", "notes"],
  recipes: ["recipe", "recipes"],
  piles: ["pile", "piles"],
  readings: ["reading", "readings"],
  matches: ["match", "matches"],
  matchPhotos: ["photo of a match", "photos of matches"],
  turnPhotos: ["photo of a pile", "photos of piles"],
  looks: ["first look", "first looks"],
  timers: ["timer", "timers"],
  benches: ["bench", "benches"],
  grids: ["grid of strings", "grids of strings"],
  layerings: ["plan of layers", "plans of layers"],
  scraps: ["scrap", "scraps"],
  charts: ["chart", "charts"],
  practices: ["practice session", "practice sessions"],
  foundSeries: ["series of found colours", "series of found colours"],
};

/** "12 notes", "1 note". */
export function countWords(table: TableName, count: number): string {
  return `${count.toLocaleString("en-GB")} ${TABLE_WORDS[table][count === 1 ? 0 : 1]}`;
}

export function rowFaultWords(fault: RowFault): string {
  return fault.code === "unreadable"
    ? fault.detail
    : `the ${TABLE_WORDS[fault.to][0]} it speaks of is not there`;
}
