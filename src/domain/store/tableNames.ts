/** What the store keeps, a table each. */
export const TABLE_NAMES = [
  "settings",
  "tubes",
  "tubePhotos",
  "paintings",
  "pictures",
  "palettes",
  "notes",
  "recipes",
  "piles",
  "readings",
  "matches",
  "matchPhotos",
  "turnPhotos",
  "looks",
  "timers",
  "benches",
  "grids",
  "layerings",
  "scraps",
  "charts",
] as const;
export type TableName = (typeof TABLE_NAMES)[number];
