/** What can be done with the picture, in the order of the work. */
export const TABS = [
  { value: "pick", name: "Pick" },
  { value: "light", name: "Light" },
  { value: "see", name: "See" },
  { value: "families", name: "Families" },
  { value: "palette", name: "Palette" },
  { value: "aims", name: "All notes" },
  { value: "weights", name: "Weights" },
  { value: "grid", name: "Piles" },
] as const;
export type TabName = (typeof TABS)[number]["value"];
