/** Names that painters use for paints, beside those of the generic models. Common studio names only, no makes. */

export const OTHER_NAMES: Readonly<Record<string, readonly string[]>> = {
  "titanium-white": ["white", "titan white", "PW6"],
  "zinc-white": ["chinese white", "mixing white"],
  "lead-white": ["flake white", "cremnitz white", "stack white"],
  "unbleached-titanium": ["unbleached white", "buff titanium", "titan buff", "parchment"],
  "ivory-black": ["bone black"],
  "mars-black": ["iron black", "oxide black"],
  "lamp-black": ["carbon black", "soot black"],
  "ultramarine-blue": ["french ultramarine", "ultra", "ultramarine deep"],
  "phthalo-blue-gs": ["phthalo blue", "thalo blue", "monastral blue", "phthalo cyan", "primary blue"],
  "phthalo-blue-rs": ["phthalo blue red shade", "thalo blue red shade"],
  "cobalt-blue": ["cobalt"],
  "cerulean-blue": ["coeruleum", "sky blue"],
  "cobalt-teal": ["cobalt turquoise", "turquoise", "teal"],
  "prussian-blue": ["iron blue", "paris blue", "milori blue"],
  "indanthrone-blue": ["indanthrene blue", "delft blue"],
  "phthalo-green-bs": ["phthalo green", "thalo green", "phthalo emerald"],
  "phthalo-green-ys": ["phthalo green yellow shade", "thalo green yellow shade"],
  viridian: ["hydrated chromium oxide", "viridian green"],
  "chromium-oxide-green": ["oxide of chromium", "chrome oxide green"],
  "cadmium-yellow-light": ["cad yellow light", "cadmium lemon", "cadmium yellow pale"],
  "cadmium-yellow-medium": ["cad yellow", "cadmium yellow"],
  "cadmium-yellow-deep": ["cad yellow deep", "cadmium yellow dark"],
  "arylide-yellow": ["hansa yellow medium", "azo yellow medium", "primary yellow"],
  "hansa-yellow-light": ["lemon yellow", "azo yellow light", "arylide yellow light"],
  "diarylide-yellow": ["warm azo yellow", "hansa yellow deep", "azo yellow deep", "indian yellow hue"],
  "bismuth-yellow": ["bismuth vanadate"],
  "nickel-azo-yellow": ["azo gold", "transparent golden yellow"],
  "yellow-ochre": ["ochre", "yellow oxide", "yellow iron oxide", "mars yellow"],
  "transparent-yellow-oxide": [
    "transparent gold oxide",
    "transparent iron oxide yellow",
    "gold ochre transparent",
  ],
  "raw-sienna": ["sienna natural"],
  "raw-umber": ["umber natural"],
  "burnt-umber": ["umber burnt"],
  "burnt-sienna": ["sienna burnt"],
  "transparent-red-oxide": ["transparent oxide red", "transparent iron oxide", "transparent brown oxide"],
  "red-oxide": ["venetian red", "indian red", "english red", "mars red", "iron oxide red"],
  "light-red": ["light red oxide", "red ochre"],
  "cadmium-orange": ["cad orange"],
  "pyrrole-orange": ["pyrrol orange"],
  "benzimidazolone-orange": ["permanent orange", "azo orange", "hansa orange"],
  "cadmium-red-light": ["cad red", "cad red light", "cadmium red", "cadmium scarlet"],
  "cadmium-red-deep": ["cad red deep", "cadmium red dark", "cadmium red purple"],
  "pyrrole-red": ["pyrrol red", "permanent red"],
  "quinacridone-rose": ["permanent rose", "quin rose", "rose"],
  "quinacridone-magenta": ["quin magenta", "primary magenta", "magenta"],
  "alizarin-crimson": ["alizarin", "crimson", "madder lake"],
  "anthraquinone-red": ["permanent alizarin", "alizarin hue", "permanent crimson"],
  "dioxazine-violet": ["dioxazine purple", "carbazole violet", "purple"],
  "cobalt-violet": ["cobalt violet deep", "cobalt violet light"],
  "manganese-violet": ["mineral violet"],
};

export type StandIn = {
  readonly id: string;
  readonly label: string;
  readonly codes: readonly string[];
  readonly modelIds: readonly string[];
  readonly names: readonly string[];
  readonly word: string;
};

export const STAND_INS: readonly StandIn[] = [
  {
    id: "mix-paynes-grey",
    label: "Payne's grey",
    codes: ["PBk9", "PB29"],
    modelIds: ["ivory-black", "ultramarine-blue"],
    names: ["paynes gray", "payne grey", "blue grey"],
    word: "Computed as black and ultramarine, equally strong. Labels differ: test one tint.",
  },
  {
    id: "mix-hookers-green",
    label: "Hooker's green",
    codes: ["PG36", "PY150"],
    modelIds: ["phthalo-green-ys", "nickel-azo-yellow"],
    names: ["hookers green"],
    word: "Computed as phthalo green and azo yellow, equally strong. Labels differ: test one tint.",
  },
  {
    id: "mix-sap-green",
    label: "Sap green",
    codes: ["PG7", "PY150", "PR101"],
    modelIds: ["phthalo-green-bs", "nickel-azo-yellow", "transparent-red-oxide"],
    names: ["olive green"],
    word: "Computed as phthalo green, azo yellow and red oxide, equally strong. Labels differ: test one tint.",
  },
  {
    id: "mix-quinacridone-gold",
    label: "Quinacridone gold, hue",
    codes: ["PY150", "PR101"],
    modelIds: ["nickel-azo-yellow", "transparent-red-oxide"],
    names: ["quin gold", "gold hue", "green gold brown"],
    word: "Computed as azo yellow and transparent red oxide, equally strong. Labels differ: test one tint.",
  },
  {
    id: "mix-cyan",
    label: "Cyan with white",
    codes: ["PB15:3", "PW6"],
    modelIds: ["phthalo-blue-gs", "titanium-white"],
    names: ["primary cyan", "process cyan", "cerulean hue", "cyan"],
    word: "Computed as phthalo blue and white, equally strong. Labels differ: test one tint.",
  },
  {
    id: "mix-naples-yellow",
    label: "Naples yellow, hue",
    codes: ["PW6", "PY42", "PO20"],
    modelIds: ["titanium-white", "yellow-ochre"],
    names: ["naples yellow light", "jaune brillant"],
    word: "Computed as white and ochre, equally strong. Labels differ: test one tint.",
  },
  {
    id: "hue-vermilion",
    label: "Vermilion, hue",
    codes: ["PR106"],
    modelIds: ["cadmium-red-light"],
    names: ["vermillion", "cinnabar", "scarlet vermilion"],
    word: "Genuine PR106 holds mercury, and Gaman has no model of it. Cadmium red light stands in for the usual hue: test one tint, and read the maker's safety sheet.",
  },
  {
    id: "hue-indigo",
    label: "Indigo, hue",
    codes: ["PB15:3", "PBk9"],
    modelIds: ["phthalo-blue-gs", "ivory-black"],
    names: ["indigo"],
    word: "Computed as phthalo blue and black, equally strong. Labels differ: test one tint.",
  },
];

export const OUTSIDE_THE_MODEL: readonly { readonly names: readonly string[]; readonly word: string }[] = [
  {
    names: ["fluorescent rose", "opera rose", "opera pink", "neon pink", "fluorescent red", "BV10"],
    word: "Fluorescent rose sends out more red than falls on it, and fades. No recipe can be worked out with it.",
  },
  {
    names: [
      "metallic gold",
      "gold paint",
      "silver paint",
      "bronze",
      "copper paint",
      "aluminium",
      "PM1",
      "iridescent",
      "pearl",
    ],
    word: "Metallic and pearl paints change with the angle of the light. No recipe can be worked out with them.",
  },
];
