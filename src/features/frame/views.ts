/** The views in the order of the work. Only what exists is listed. */
export const VIEWS = [
  { path: "/", name: "Table" },
  { path: "/tubes", name: "Tubes" },
  { path: "/palette", name: "Palette" },
  { path: "/subject", name: "Subject" },
  { path: "/mix", name: "Mix" },
  { path: "/strings", name: "Strings" },
  { path: "/charts", name: "Charts" },
  { path: "/layers", name: "Layers" },
  { path: "/practice", name: "Practice" },
  { path: "/log", name: "Log" },
  { path: "/settings", name: "Settings" },
] as const;

/** So many fit under the thumb on a phone; the others are one touch away. */
export const UNDER_THE_THUMB = 5;
