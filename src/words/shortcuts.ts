/** Every key that does something, where it does it. */
type Shortcut = { readonly keys: readonly string[]; readonly isHeld?: boolean; readonly does: string };

export const SHORTCUTS: readonly {
  readonly where: string;
  /** Paths of the views where they act; without them, on every view. */
  readonly views?: readonly string[];
  readonly keys: readonly Shortcut[];
}[] = [
  {
    where: "Everywhere",
    keys: [
      { keys: ["F", "Ctrl K", "⌘ K"], does: "find anything, or do it" },
      { keys: ["?"], does: "this sheet" },
      { keys: ["Ctrl Z", "⌘ Z"], does: "take back what was done last" },
      { keys: ["R"], does: "the next room: light, middle, dark" },
      { keys: ["G"], isHeld: true, does: "all paint as greys of its value" },
      { keys: ["B"], isHeld: true, does: "squint: edges gone, the large masses left" },
      { keys: ["Esc"], does: "put a sheet away" },
    ],
  },
  {
    where: "Where two colours are compared",
    views: ["/mix", "/log"],
    keys: [
      { keys: ["B"], isHeld: true, does: "squint" },
      { keys: ["E"], isHeld: true, does: "both at one value, to judge the hue alone" },
      { keys: ["N"], isHeld: true, does: "both among their neighbours" },
      { keys: ["D"], isHeld: true, does: "the pile as a dab" },
      { keys: ["X"], does: "swap sides" },
      { keys: ["U"], does: "undo what was done last" },
      { keys: ["Y"], does: "do it again" },
    ],
  },
  {
    where: "On a picture",
    views: ["/subject"],
    keys: [
      { keys: ["B"], isHeld: true, does: "squint at it" },
      { keys: ["M"], does: "mirror it" },
      { keys: ["T"], does: "turn it over" },
      { keys: ["←", "↑", "→", "↓"], does: "move the circle, with Shift in small steps" },
      { keys: ["+", "−", "0"], does: "nearer, farther, the whole picture" },
    ],
  },
  {
    where: "Over layers",
    views: ["/layers"],
    keys: [{ keys: ["L"], isHeld: true, does: "the top layer off" }],
  },
  {
    where: "In practice",
    views: ["/practice"],
    keys: [
      { keys: ["1", "2", "3", "4", "5"], does: "the answer of that number" },
      { keys: ["N"], does: "the next question" },
      { keys: ["←", "↑", "→", "↓"], does: "move the mark on the plan" },
    ],
  },
  {
    where: "In lists, on rails and in the palette",
    keys: [
      { keys: ["←", "→"], does: "the next choice, or a step on a rail" },
      { keys: ["Space"], does: "take a tube or a layer up to move it, and put it down" },
    ],
  },
];
