/** The views in the order of the work. Only what exists is listed. */
export const VIEWS = [
  { path: "/", name: "Table" },
  { path: "/tubes", name: "Tubes" },
  { path: "/subject", name: "Subject" },
  { path: "/mix", name: "Mix" },
  { path: "/log", name: "Log" },
  { path: "/settings", name: "Settings" },
] as const;
