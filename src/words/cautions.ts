/**
 * The usual cautions for paints, by hazard class and medium. They defer to the maker's safety sheet and to local
 * rules, and never call a paint or a mixture harmless.
 */
import { CAUTION_CLASSES, type CautionClass, highestClass } from "../core/safety/hazardClasses";

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
  ],
  gouache: [
    {
      title: "Rinse water",
      text: "Pigment settles in it: no sludge down the sink, and no drinking glass for rinsing.",
    },
  ],
};

export const GENERAL_CAUTIONS: readonly Caution[] = [
  { title: "Food ware", text: "A plate that was a palette never goes back to food." },
  { title: "The mouth", text: "No pointing a brush with the lips, no tasting." },
  {
    title: "Spraying",
    text: "Only with the right filter and extraction, and never with cadmium, cobalt, lead, manganese or nickel.",
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

/** For a tube, or for a recipe of several: the highest class first, then what the media ask for. */
export function cautionsFor(classes: readonly CautionClass[], media: readonly string[]): Caution[] {
  const highest = highestClass(classes);
  const others = CAUTION_CLASSES.filter(
    (name) => name !== highest && name !== "low" && name !== "dust" && classes.includes(name),
  );
  return [
    ...[highest, ...others].map((name) => BY_CLASS[name]),
    ...[...new Set(media)].flatMap((medium) => BY_MEDIUM[medium] ?? []),
  ];
}
