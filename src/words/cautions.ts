/**
 * The usual cautions for paints, by hazard class and medium. They defer to the maker's safety sheet and to local
 * rules, and never call a paint or a mixture harmless.
 */
import { CAUTION_CLASSES, type CautionClass, highestClass } from "../core/safety/hazardClasses";

/** The words of a label, which promise less than they seem to. */
export const NON_TOXIC = "“Non-toxic” on a label";

export type Caution = {
  readonly title: string;
  readonly text: string;
};

const BY_CLASS: Readonly<Record<CautionClass, Caution>> = {
  lead: {
    title: "Lead",
    text: "Toxic. Keep it off the skin and out of the mouth, wash hands, wipe up wet, never sand it dry, never spray it. Not for children, and not in pregnancy.",
  },
  cadmium: {
    title: "Cadmium",
    text: "Do not breathe its dust or mist: no spraying, no dry sanding. Keep it out of the mouth. Rules differ by region.",
  },
  "cobalt-nickel": {
    title: "Cobalt and nickel",
    text: "Can make the skin and the lungs sensitive. No spraying, no dry sanding, and gloves where the skin is cut.",
  },
  cobalt: {
    title: "Cobalt",
    text: "Can make the skin and the lungs sensitive. No spraying, no dry sanding, and gloves where the skin is cut.",
  },
  nickel: {
    title: "Nickel",
    text: "Can make the skin sensitive. No spraying, no dry sanding, and gloves where the skin is cut.",
  },
  manganese: {
    title: "Manganese",
    text: "Harmful as dust: no spraying, no dry sanding. Umbers hold some of it.",
  },
  unknown: {
    title: "Unknown pigment",
    text: "Treat it with the care of the worst it might be until the maker's sheet says more: no spraying, no dry sanding, out of the mouth.",
  },
  dust: {
    title: "Fine dust",
    text: "Do not breathe the dust of the dry paint: sand it wet if at all.",
  },
  low: {
    title: "Any paint",
    text: "No eating at the palette, no brush in the mouth, hands washed afterwards.",
  },
};

const BY_MEDIUM: Readonly<Record<string, readonly Caution[]>> = {
  oil: [
    {
      title: "Oily rags",
      text: "Rags and paper with oil can heat up by themselves and burn: spread them flat outdoors to dry, or keep them under water in a lidded metal can. Never bunch them in a bin.",
    },
    {
      title: "Solvents",
      text: "Odourless spirit is still a solvent: air the room, keep the jar small and lidded, away from heat, and pour nothing into the sink.",
    },
  ],
  other: [
    {
      title: "Old house paint",
      text: "Paint out of old tins, and old coats on walls and furniture, may hold lead: do not use, sand or burn it before it is tested.",
    },
  ],
  acrylic: [
    {
      title: "Rinse water",
      text: "Let it settle, pour off the clear part, dry the sludge and dispose of it by local rules. Sand dry acrylic only wet.",
    },
  ],
  watercolour: [
    {
      title: "Rinse water",
      text: "Pigment settles in it: no sludge down the sink, and no drinking glass for rinsing.",
    },
    {
      title: "Masking fluid",
      text: "Most of it holds latex and ammonia: air the room, keep it off the skin, and leave it alone if latex makes you ill.",
    },
  ],
  gouache: [
    {
      title: "Rinse water",
      text: "Pigment settles in it: no sludge down the sink, and no drinking glass for rinsing.",
    },
  ],
};

/** Of single pigments, by Colour Index name; what is graver than any class of the box stands first. */
const BY_PIGMENT: readonly {
  readonly codes: readonly string[];
  readonly isGravest: boolean;
  readonly caution: Caution;
}[] = [
  {
    codes: ["PR106"],
    isGravest: true,
    caution: {
      title: "Mercury",
      text: "Genuine vermilion holds mercury. Toxic: never heat it, sand it or spray it, keep it off the skin and out of the mouth, and gather its remains apart. Not for children, and not in pregnancy.",
    },
  },
  {
    codes: ["PB27"],
    isGravest: false,
    caution: {
      title: "Prussian blue",
      text: "Never heat it strongly and never bring it together with strong acid: both can set a poisonous gas free.",
    },
  },
];

export const GENERAL_CAUTIONS: readonly Caution[] = [
  { title: "Food ware", text: "A plate that was a palette never goes back to food." },
  { title: "The mouth", text: "No pointing a brush with the lips, no tasting." },
  {
    title: "Spraying",
    text: "Only with the right filter and extraction, and never with cadmium, cobalt, lead, manganese or nickel.",
  },
  {
    title: "Dry pigment",
    text: "Powder is breathed in before it is seen: weigh and wet it under extraction or with the right mask, and wipe up wet.",
  },
  {
    title: "Children",
    text: "They put things in their mouths and are poisoned by less. Give them paint that is made and labelled for children, and put the rest away.",
  },
  {
    title: NON_TOXIC,
    text: "On a label it says that painting with it as meant is not expected to poison. It says nothing of its dust, of spraying, heating or swallowing it.",
  },
  {
    title: "Remains",
    text: "Leftover paint, sludge and rags go where local rules for hazardous waste say. Many colours can be gathered into one grey instead.",
  },
  {
    title: "The maker's sheet",
    text: "The maker's own safety sheet and local rules come before anything said here.",
  },
];

/**
 * For a tube, or for a recipe of several: the gravest first, then what the media ask for.
 *
 * @param codes - Colour Index names of the pigments.
 */
export function cautionsFor(
  classes: readonly CautionClass[],
  media: readonly string[],
  codes: readonly string[] = [],
): Caution[] {
  const ofPigments = BY_PIGMENT.filter((one) => one.codes.some((code) => codes.includes(code)));
  const highest = highestClass(classes);
  const others = CAUTION_CLASSES.filter(
    (name) => name !== highest && name !== "low" && name !== "dust" && classes.includes(name),
  );
  return [
    ...ofPigments.filter(({ isGravest }) => isGravest).map(({ caution }) => caution),
    ...[highest, ...others].map((name) => BY_CLASS[name]),
    ...ofPigments.filter(({ isGravest }) => !isGravest).map(({ caution }) => caution),
    ...[...new Set(media)].flatMap((medium) => BY_MEDIUM[medium] ?? []),
  ];
}
