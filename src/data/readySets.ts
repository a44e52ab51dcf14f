/** Boxes to begin with, by colour name. */
export type ReadySet = {
  readonly name: string;
  readonly paintIds: readonly string[];
  /** Only where white lightens. */
  readonly isOpaque: boolean;
};

const WHITE = "titanium-white";

export const READY_SETS: readonly ReadySet[] = [
  {
    name: "Three primaries and white",
    paintIds: [WHITE, "arylide-yellow", "quinacridone-rose", "phthalo-blue-gs"],
    isOpaque: true,
  },
  {
    name: "Earths and white",
    paintIds: [WHITE, "yellow-ochre", "red-oxide", "raw-umber", "ivory-black"],
    isOpaque: true,
  },
  {
    name: "A warm and a cool of each",
    paintIds: [
      WHITE,
      "hansa-yellow-light",
      "cadmium-yellow-medium",
      "cadmium-red-light",
      "alizarin-crimson",
      "ultramarine-blue",
      "phthalo-blue-gs",
    ],
    isOpaque: true,
  },
  {
    name: "Figure and landscape",
    paintIds: [
      WHITE,
      "yellow-ochre",
      "cadmium-yellow-light",
      "cadmium-red-light",
      "alizarin-crimson",
      "burnt-sienna",
      "raw-umber",
      "ultramarine-blue",
      "viridian",
    ],
    isOpaque: true,
  },
  {
    name: "Three transparent primaries",
    paintIds: ["nickel-azo-yellow", "quinacridone-rose", "phthalo-blue-gs"],
    isOpaque: false,
  },
  {
    name: "Six for washes",
    paintIds: [
      "hansa-yellow-light",
      "nickel-azo-yellow",
      "quinacridone-rose",
      "burnt-sienna",
      "ultramarine-blue",
      "phthalo-green-bs",
    ],
    isOpaque: false,
  },
];
