/** What can be done with the picture: the steps of the work in their order, then what helps now and then. */
export const TABS = [
  { value: "light", name: "Light", step: 1 },
  { value: "see", name: "See", step: 2 },
  { value: "pick", name: "Pick", step: 3 },
  { value: "aims", name: "All notes", step: 4 },
  { value: "families", name: "Families", step: undefined },
  { value: "palette", name: "Palette", step: undefined },
  { value: "weights", name: "Weights", step: undefined },
  { value: "grid", name: "Piles", step: undefined },
] as const;
export type TabName = (typeof TABS)[number]["value"];
