/** What each view is for and how painters use it, in words that a painter with little English reads right. */

export type ViewHelp = {
  readonly path: string;
  readonly purpose: string;
  /** What is done there, in the order of the work. */
  readonly use: readonly string[];
  /** Words of the glossary that stand in this view. */
  readonly words: readonly string[];
};

export const VIEW_HELP: readonly ViewHelp[] = [
  {
    path: "/",
    purpose: "The Table shows one painting: what to mix next, what is drying, what is done.",
    use: [
      "Start a painting: say which paint and which tubes you have.",
      "The first line of the list is the next thing to do. Press its button.",
      "When paint is dry, look at it beside your subject, and say if it is still right.",
    ],
    words: ["note", "board", "dry check"],
  },
  {
    path: "/tubes",
    purpose: "Tubes is your box: what each tube does when it is thin, in white, or beside black.",
    use: [
      "Add the tubes that you own, by colour name or by the code on the label.",
      "Test a tube: make a dab of it in white and say what you see. Recipes get better at once.",
      "Read the cautions of a tube before you sand, spray or thin it.",
    ],
    words: ["box", "tube", "tint", "undertone", "tinting strength"],
  },
  {
    path: "/palette",
    purpose: "Palette shows what a few tubes can reach together, before any paint is laid out.",
    use: [
      "Make a palette, or take one of the painting’s own.",
      "Look at the field: your notes lie inside it or outside it. Outside cannot be mixed.",
      "Let Gaman choose tubes for your notes, and see what each tube is worth.",
    ],
    words: ["palette", "chroma", "complement", "board"],
  },
  {
    path: "/subject",
    purpose: "Subject finds the colours to mix: in a picture, by eye, typed, or with an instrument.",
    use: [
      "Open a photo, or paste or drop one anywhere.",
      "Touch a colour in the picture. The panel says what it is. Keep it as a note.",
      "Squint, or hold grey, to see values before hues.",
    ],
    words: ["note", "value", "hue", "chroma"],
  },
  {
    path: "/mix",
    purpose: "Mix is the bench: target and pile side by side, what to lay down, what to add next.",
    use: [
      "Lay the amounts on your palette in the order of the list, then press “All added”.",
      "Mix them, hold the knife beside your subject, and say how it looks: on the rails, in words, or “Looks the same”.",
      "Add what is shown, look again, and keep the match when it is close enough.",
      "Everything can be taken back: “undo”, or Ctrl Z.",
    ],
    words: ["ΔE", "pile", "part", "touch", "speck", "addition", "value", "chroma", "hue"],
  },
  {
    path: "/strings",
    purpose:
      "Strings plans piles that are mixed before painting: families of colour, side by side on the same values.",
    use: [
      "Add a string: tap a tube on the board, or take a note or a pile. Its members go from light to dark.",
      "Piles in one row have the same value. Hold for grey: each row is an even band.",
      "Tap a pile to see what goes into it, and to mix it at the bench.",
      "Tap a value to change it for all strings. Print the plan, and lay the piles out.",
      "A photo of the laid-out palette tells which pile is off, missing or in another’s place.",
    ],
    words: ["string", "grid", "value", "chroma", "part", "pile"],
  },
  {
    path: "/charts",
    purpose: "Charts shows what your tubes give together, and prints blanks to paint.",
    use: [
      "Choose a kind of chart and its tubes. Every cell is shown at once.",
      "Tap a cell to see what goes into it, or to mix its colour.",
      "Print the blank and paint it. When it is dry, photograph it: the page is found by its marks.",
      "Or tap each cell and say or measure what came out.",
      "Learn from the chart: what moves is shown before you keep it.",
    ],
    words: ["chart", "tube", "tint", "part", "reading"],
  },
  {
    path: "/layers",
    purpose: "Layers shows washes, glazes and scumbles before they touch the painting.",
    use: [
      "Choose what lies there: paper, a toned ground, a note, a match. Then add a layer.",
      "Each band is what is seen after that layer: over your ground, and over a white, a grey and a black card.",
      "Move the rail to thin the paint. Drag the bands to change the order.",
      "Ask for a colour: Gaman proposes films that reach it, or says that it is better mixed.",
      "Try it on a scrap, read it when it is dry: then your own films are known.",
    ],
    words: ["ground", "layer", "glaze", "scumble", "wash"],
  },
  {
    path: "/practice",
    purpose: "Practice trains the eye and the hand in minutes, without paint, and shows what it comes to.",
    use: [
      "Check the screen once: what it does not show it cannot teach.",
      "Choose tubes and minutes, and begin. Answer by touch, or with the keys 1 to 4; N goes on.",
      "After each answer both colours touch, and one sentence says why.",
      "Break it off whenever you like: it goes on where you were.",
      "On the simulated bench you match hidden paint; found colours are said first, then mixed for real.",
    ],
    words: ["value", "chroma", "hue", "ΔE", "addition"],
  },
  {
    path: "/log",
    purpose: "Log is your memory: every match and pile, found again by words, and mixed again.",
    use: [
      "Type what you remember: a colour, a tube, a painting.",
      "Open a record to see each step, and press “mix it again”.",
      "Statistics show where your eye goes wrong, and how much paint was used.",
    ],
    words: ["match", "pile", "reading"],
  },
  {
    path: "/settings",
    purpose: "Settings fit Gaman to your studio: room light, school, measures, keys, and your data.",
    use: [
      "Choose the room that is as bright as yours.",
      "Choose a school: it changes the order and the words, never the recipes.",
      "Save an archive now and then. It is the only copy outside this browser.",
    ],
    words: ["room", "school", "scale"],
  },
];

/** One hint of the first match: where it points, and what it says. */
export type Hint = {
  /** Of the control, by its `data-guide`. */
  readonly at: string;
  readonly words: string;
  /** It goes on when the control is pressed; others go on with a button. */
  readonly isPressed: boolean;
};

export const FIRST_MATCH: readonly Hint[] = [
  {
    at: "note",
    words: "Each field below is a note: one colour to mix. Press the framed one.",
    isPressed: true,
  },
  {
    at: "pair",
    words:
      "Left is the colour you want. Right is what the recipe will give. ΔE says how far apart they are: below 2 you would hardly see it.",
    isPressed: false,
  },
  {
    at: "ways",
    words:
      "These are ways to mix it with your tubes, in parts. The first one is chosen. You may choose another.",
    isPressed: false,
  },
  {
    at: "lay",
    words: "Lay the amounts on your palette in this order, mix them, then press “All added”.",
    isPressed: true,
  },
  {
    at: "look",
    words:
      "Hold your mixture beside the subject. If it looks the same, press the framed button. If not, move the markers on the rails.",
    isPressed: true,
  },
  { at: "keep", words: "It is close enough. Keep it: recipe and colour stay in the log.", isPressed: true },
];

export const FIRST_MATCH_DONE =
  "That was a first match. Now start a painting with your own tubes. This help is always behind the question mark.";
