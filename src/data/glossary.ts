/**
 * Studio words with the one meaning that each has in Gaman. Where painters use a word for two things, `asks` names
 * them, and the search offers both before it explains.
 */
export type GlossaryWord = {
  readonly word: string;
  readonly meaning: string;
  /** What else painters mean by it, each with the word that Gaman has for it. */
  readonly asks?: readonly { readonly meant: string; readonly word: string }[];
};

export const GLOSSARY: readonly GlossaryWord[] = [
  { word: "addition", meaning: "What is added to a pile in one go. Paint is never taken out again." },
  {
    word: "aim",
    meaning:
      "The colour that is mixed now: the note's colour, moved when wet paint has to look different from dry.",
  },
  { word: "board", meaning: "Where the palette's tubes lie, in the order of your own board." },
  { word: "box", meaning: "All the tubes that you own." },
  {
    word: "bright",
    meaning: "Of high chroma: far from grey. A light colour need not be bright.",
    asks: [
      { meant: "far from grey", word: "chroma" },
      { meant: "light", word: "value" },
    ],
  },
  { word: "chart", meaning: "A planned sheet of mixtures with predicted colours and room for painted ones." },
  {
    word: "chroma",
    meaning: "How far a colour is from the grey of the same value, as a word and as CIELAB C*.",
  },
  {
    word: "complement",
    meaning:
      "The paint of yours that takes a colour nearest to grey at the value you want; worked out, not read off a wheel.",
  },
  {
    word: "cooler",
    meaning: "Nearer to blue than another colour that is named. No colour is cool by itself.",
  },
  {
    word: "dry check",
    meaning: "A person looking at the dry paint beside the target. Only that confirms a match.",
  },
  { word: "glaze", meaning: "A thin film of transparent paint over dry paint. It darkens what is light." },
  { word: "grid", meaning: "Strings beside each other, with equal values in a row." },
  { word: "ground", meaning: "What a film lies on: paper, canvas, a toned ground, an earlier layer." },
  {
    word: "hue",
    meaning:
      "Which colour it is: one of twelve places round the wheel, with a lean such as “orange leaning red”.",
  },
  {
    word: "intensity",
    meaning: "Not used here. Gaman says chroma for the distance from grey.",
    asks: [
      { meant: "far from grey", word: "chroma" },
      { meant: "how strongly a tube colours others", word: "tinting strength" },
    ],
  },
  { word: "layer", meaning: "A film of paint over a ground: which paint, how thin, how many passes." },
  { word: "lean", meaning: "The neighbour that a hue is drawn to." },
  { word: "masstone", meaning: "A tube's colour laid thick, with nothing added." },
  { word: "match", meaning: "A note and a pile with a verdict: provisional until a dry check." },
  {
    word: "miss",
    meaning: "How far a pile is from its target: in value, chroma and hue, and as one number, ΔE00.",
  },
  {
    word: "mud",
    meaning: "Not used here. A dull colour is not a fault; Gaman says which of value, chroma and hue is off.",
  },
  {
    word: "neutral",
    meaning: "Without chroma that the eye can tell: C* below 5.",
    asks: [
      { meant: "without chroma", word: "chroma" },
      { meant: "neither warm nor cool", word: "warmer" },
    ],
  },
  {
    word: "note",
    meaning: "A target colour of a painting, with where it was found and what lies beside it.",
  },
  {
    word: "palette",
    meaning: "The few tubes chosen for one painting.",
    asks: [
      { meant: "the tubes of a painting", word: "palette" },
      { meant: "the thing that you mix on", word: "board" },
    ],
  },
  { word: "part", meaning: "A measure of volume of your own choice; set in Settings how large it is." },
  {
    word: "pile",
    meaning: "Paint mixed on the board now: what went in, in which order, and how it was read.",
  },
  {
    word: "pure",
    meaning: "As far from grey as paint gets, where you have chosen “greyed to pure” as words for chroma.",
    asks: [
      { meant: "far from grey", word: "chroma" },
      { meant: "of one pigment only", word: "tube" },
    ],
  },
  {
    word: "reading",
    meaning: "One look at a colour, with its source, its light, wet or dry, and how sure it is.",
  },
  { word: "recipe", meaning: "Proportions that should give a note, in parts by volume." },
  {
    word: "room",
    meaning: "The grey around everything: light, middle or dark, nearest to your studio wall.",
  },
  {
    word: "saturation",
    meaning: "Not used here. Gaman says chroma, which does not change when a colour is only lit less.",
    asks: [
      { meant: "far from grey", word: "chroma" },
      { meant: "the most that this palette reaches", word: "strength" },
    ],
  },
  {
    word: "scale",
    meaning:
      "Your own numbers for value. Whether the high end is white or black is set in Settings, so that “a high value” is never in doubt.",
  },
  {
    word: "school",
    meaning: "A way of working. It changes order, advice and defaults, never what paint does.",
  },
  {
    word: "scumble",
    meaning: "A thin film of paint with white in it, drawn over darker paint. It lightens and cools.",
  },
  {
    word: "shade",
    meaning: "A colour made darker with black or a dark tube.",
    asks: [
      { meant: "made darker", word: "shade" },
      { meant: "any variety of a colour", word: "hue" },
    ],
  },
  {
    word: "speck",
    meaning: "The least that a knife can pick up: a sixty-fourth of a part, unless you set it otherwise.",
  },
  {
    word: "strength",
    meaning: "Chroma as a share of the most that this palette reaches at that hue and value.",
  },
  { word: "string", meaning: "Piles of one family at chosen values, from light to dark." },
  {
    word: "tertiary",
    meaning: "Not used here, since painters mean opposite things by it.",
    asks: [
      { meant: "a primary with its neighbour, bright", word: "hue" },
      { meant: "a mixture dulled by its opposite", word: "complement" },
    ],
  },
  {
    word: "tint",
    meaning: "A colour with white in it.",
    asks: [
      { meant: "made lighter with white", word: "tint" },
      { meant: "a lean of its hue", word: "lean" },
    ],
  },
  { word: "tinting strength", meaning: "How little of a tube is enough to change another." },
  {
    word: "tone",
    meaning: "Not used here. Gaman says value for light and dark.",
    asks: [
      { meant: "light and dark", word: "value" },
      { meant: "made duller with grey", word: "chroma" },
    ],
  },
  { word: "touch", meaning: "A sixteenth of a part, unless you set it otherwise." },
  {
    word: "tube",
    meaning:
      "One paint as you bought it: its label, its pigments (one or several), its medium, and how it behaves.",
  },
  {
    word: "undertone",
    meaning: "A tube's colour laid thin or in white, where it differs from the masstone.",
    asks: [
      { meant: "its colour when thin", word: "undertone" },
      { meant: "a lean of its hue", word: "lean" },
    ],
  },
  { word: "value", meaning: "How light a colour is, on your own scale. Stored as CIELAB L*." },
  {
    word: "warmer",
    meaning: "Nearer to orange than another colour that is named. No colour is warm by itself.",
  },
  { word: "wash", meaning: "Paint thinned with water over paper, which lightens it in place of white." },
  {
    word: "ΔE",
    meaning:
      "How far two colours are apart to the eye (CIEDE2000). Below 1 nobody sees it; about 2 is a difference you would just see side by side; above 5 it is seen at a glance.",
  },
];
