/** A tube in words: what it is, what it does, what it is like beside the others. */
import type { ImpossibleReading } from "../core/learning/calibrateTube";
import { lchFromLab } from "../core/color/cieLab";
import { correctors } from "../core/correct/correctors";
import { comparisonWords } from "../core/describe/comparison";
import { WORKING_TOLERANCE } from "../core/describe/difference";
import { valueText } from "../core/describe/valueScale";
import { blendOptics } from "../core/mixing/mixture";
import { GRID_10NM, type OpticalModel } from "../core/spectrum/types";
import {
  chromaPeak,
  filmLab,
  type LadderStep,
  lightenedChip,
  tintingStrength,
  tintLab,
} from "../core/tube/character";
import { LOOK_ALIKE_BELOW } from "../core/tube/compareTubes";
import { deltaE2000 } from "../core/color/ciede2000";
import { VIEWING } from "../data/standardViewing";
import type { SurfaceConstants } from "../core/mixing/saunderson";
import { PAINT_SURFACE } from "../data/surface";
import { WHITE_BENCH } from "../data/testWhite";
import type { Settings } from "../domain/settings/settings";
import type { Tube } from "../domain/tube/tube";
import { genericOpticsOf, opticsOfTube } from "../domain/tube/optics";
import { ladderOfTube } from "../domain/tube/smear";
import { describeLab } from "./colors";

/** White cartridge paper, and a film scraped as thin as a knife leaves it. */
const PAPER = { grid: GRID_10NM, values: new Array<number>(GRID_10NM.count).fill(0.86) };
export const THIN_FILM = 0.12;

export function thinFilmLab(optics: OpticalModel) {
  return filmLab(optics, THIN_FILM, PAPER, WHITE_BENCH);
}

const OPACITY_WORDS = {
  opaque: "opaque",
  "semi-opaque": "semi-opaque",
  "semi-transparent": "semi-transparent",
  transparent: "transparent",
  unknown: undefined,
} as const;

const GRADE_WORDS = {
  artist: "artists’ grade",
  student: "students’ grade",
  children: "for children",
  unknown: undefined,
} as const;

/** "PB27, oil, transparent, stains, light-fast I to II". */
export function propertyWords(tube: Tube): string {
  const { colourIndexNames, staining, lightfastness } = tube;
  return [
    colourIndexNames.join(" + ") || undefined,
    colourIndexNames.length > 1 ? "a mixture" : undefined,
    tube.medium,
    GRADE_WORDS[tube.grade],
    OPACITY_WORDS[tube.opacity],
    staining !== undefined && staining >= 2 ? "stains" : undefined,
    tube.granulates ? "granulates" : undefined,
    lightfastness === "unknown" ? undefined : `light-fast ${lightfastness.replace("-", " to ")}`,
  ]
    .filter((word) => word !== undefined)
    .join(", ");
}

const DARK = 30;

/** The tube in two or three sentences. */
export function characterSentences(
  optics: OpticalModel,
  others: readonly OpticalModel[],
  settings: Settings,
): string {
  const masstone = tintLab(optics, 0, WHITE_BENCH);
  const peak = chromaPeak(optics, WHITE_BENCH);
  const [masstoneL, masstoneC] = lchFromLab(masstone);
  const [peakL, peakC] = lchFromLab(peak.lab);
  const strength = strengthWords(optics, others);
  const opening =
    masstoneL < DARK
      ? `Nearly black on the board. In white it opens to ${aHue(describeLab(peak.lab, settings).hue)}`
      : `On the board ${aHue(describeLab(masstone, settings).hue)}, value ${valueText(masstoneL, settings.scale)}`;
  const brightest =
    peakC > masstoneC + 2
      ? `, brightest around value ${valueText(peakL, settings.scale)}.`
      : masstoneC < COLOURED
        ? "."
        : "; white only takes brightness from it.";
  return `${opening}${brightest}${strength ? ` ${strength}` : ""}`;
}

function aHue(words: string): string {
  return /^(near|grey)/.test(words) ? words : `${/^[aeiou]/.test(words) ? "an" : "a"} ${words}`;
}

/** Beside the middle of the other tubes. */
export function strengthWords(optics: OpticalModel, others: readonly OpticalModel[]): string | undefined {
  const own = strengthOf(optics);
  const known = others
    .map(strengthOf)
    .filter((strength) => strength !== undefined)
    .sort((a, b) => a - b);
  const middle = known[Math.floor(known.length / 2)];
  if (own === undefined || middle === undefined) return undefined;
  const ratio = own / middle;
  if (ratio >= 3) return `${times(ratio)} as strong as the middle of your box: measure it in touches.`;
  if (ratio >= 1.3) return `Stronger than the middle of your box, ${ratio.toFixed(1)} times.`;
  if (ratio <= 1 / 3) return `Weak: the middle of your box is ${times(1 / ratio).toLowerCase()} as strong.`;
  if (ratio <= 1 / 1.3) return `Weaker than the middle of your box, ${ratio.toFixed(1)} times as strong.`;
  return "About as strong as the middle of your box.";
}

/** Found by bisection, so it is worth keeping; tubes of one generic model share it. */
const strengths = new WeakMap<OpticalModel, { readonly strength: number | undefined }>();

function strengthOf(optics: OpticalModel): number | undefined {
  const known = strengths.get(optics);
  if (known) return known.strength;
  const strength = tintingStrength(optics, WHITE_BENCH);
  strengths.set(optics, { strength });
  return strength;
}

function times(ratio: number): string {
  const whole = Math.round(ratio);
  const words = ["", "", "Twice", "Three times", "Four times", "Five times", "Six times"];
  return words[whole] ?? `${whole} times`;
}

/** Where differences from the generic model are looked at: one part in so many of white. */
const JUDGED_IN = 9;

/** What readings moved: strength, and how the tint differs from the generic one's, in words. */
export function movedWords(tube: Tube, settings: Settings): string | undefined {
  const generic = genericOpticsOf(tube);
  const believed = opticsOfTube(tube);
  if (!generic || !believed || tube.optics.calibrations.length === 0) return undefined;
  return changeWords(generic, believed, settings);
}

export function changeWords(from: OpticalModel, to: OpticalModel, settings: Settings): string {
  const [before, after] = [strengthOf(from), strengthOf(to)];
  const ratio = before === undefined || after === undefined ? undefined : after / before;
  const changes = comparisonWords(
    tintLab(from, JUDGED_IN, WHITE_BENCH),
    tintLab(to, JUDGED_IN, WHITE_BENCH),
    WORKING_TOLERANCE,
    settings.scale,
  );
  const strength =
    ratio === undefined || Math.abs(ratio - 1) < 0.05
      ? "about as strong"
      : `${Math.round(Math.abs(ratio - 1) * 100)} % ${ratio > 1 ? "stronger" : "weaker"}`;
  return [strength, ...(changes.length > 0 ? changes : ["its tints look the same"])].join(", ");
}

/** C* from which a tube is called bright at all. */
const COLOURED = 5;

export type Fact = { readonly name: string; readonly words: string };

/** What it does, row by row. */
export function factsOf(tube: Tube, box: readonly Tube[], settings: Settings): Fact[] {
  const optics = opticsOfTube(tube);
  if (!optics) return [];
  const others = box.flatMap((other) => {
    const known = other.id === tube.id ? undefined : opticsOfTube(other);
    return known ? [{ tube: other, optics: known }] : [];
  });
  const chip = lightenedChip(optics, WHITE_BENCH);
  const peak = chromaPeak(optics, WHITE_BENCH);
  const black = others.find((other) => other.tube.optics.modelIds.includes("ivory-black"));
  const facts: (Fact | undefined)[] = [
    chip && {
      name: `in ${partsWords(chip.whiteParts)} of white`,
      words: describeLab(chip.lab, settings).sentence,
    },
    brightestFact(peak),
    {
      name: "scraped thin on white paper",
      words: describeLab(thinFilmLab(optics), settings).sentence,
    },
    black && {
      name: `half and half with ${black.tube.label}`,
      words: describeLab(
        tintLab(
          blendOptics([
            { optics, volume: 1 },
            { optics: black.optics, volume: 1 },
          ]),
          0,
          WHITE_BENCH,
        ),
        settings,
      ).sentence,
    },
    quietedBy(optics, distinctPaints(others)),
    lookAlikeFact(optics, others),
  ];
  return facts.filter((fact) => fact !== undefined);
}

/** A white has no chroma to speak of, however it is mixed. */
function brightestFact({ whiteParts, lab }: LadderStep): Fact | undefined {
  const chroma = lchFromLab(lab)[1];
  if (chroma < COLOURED) return undefined;
  return {
    name: "brightest",
    words:
      whiteParts < 0.05
        ? "as it comes from the tube"
        : `at 1 to ${roundedParts(whiteParts)} of white, chroma ${Math.round(chroma)}`,
  };
}

type OtherTube = { readonly tube: Tube; readonly optics: OpticalModel };

/** One tube of each paint: a second tube of the same generic model does the same. */
function distinctPaints(others: readonly OtherTube[]): OtherTube[] {
  return [...new Map([...others].reverse().map((other) => [other.optics, other])).values()].reverse();
}

/** The tube of the box that takes half of its chroma with the least change of value and hue. */
function quietedBy(optics: OpticalModel, others: readonly OtherTube[]): Fact | undefined {
  const peak = chromaPeak(optics, WHITE_BENCH);
  const chroma = lchFromLab(peak.lab)[1];
  if (chroma < 12 || others.length === 0) return undefined;
  const pile = blendOptics([
    { optics, volume: 1 },
    { optics: WHITE_BENCH.white, volume: peak.whiteParts },
  ]);
  const [best] = correctors(
    {
      pile,
      tubes: others.map((other) => other.optics),
      axis: "chroma",
      change: -chroma / 2,
      maxTubes: 1,
    },
    VIEWING.D65,
    PAINT_SURFACE,
  );
  const part = best?.parts[0];
  const partner = part && others[part.tube];
  if (!part || !partner) return undefined;
  const share = part.volume * (1 + peak.whiteParts);
  return {
    name: "quieted with least harm by",
    words: `${partner.tube.label}, 1 to ${roundedParts(1 / share)}`,
  };
}

const MOST_NAMED = 4;

function lookAlikeFact(optics: OpticalModel, others: readonly OtherTube[]): Fact | undefined {
  const masstone = tintLab(optics, 0, WHITE_BENCH);
  const alike = others.filter(
    (other) => deltaE2000(masstone, ladderOfTube(other.tube)[0] ?? masstone) < LOOK_ALIKE_BELOW,
  );
  return alike.length === 0
    ? undefined
    : {
        name: "looks on the board like",
        words:
          alike
            .slice(0, MOST_NAMED)
            .map((other) => other.tube.label)
            .join(", ") + (alike.length > MOST_NAMED ? ` and ${alike.length - MOST_NAMED} more` : ""),
      };
}

export function partsWords(parts: number): string {
  return parts === 0.5 ? "half a part" : `${roundedParts(parts)} ${parts === 1 ? "part" : "parts"}`;
}

function roundedParts(parts: number): string {
  return String(Number(parts >= 10 ? Math.round(parts) : parts.toPrecision(2)));
}

/** "the tube alone", "1 part in 9 of white". */
export function dabWords(whiteParts: number): string {
  return whiteParts === 0 ? "the tube alone" : `1 part in ${roundedParts(whiteParts)} of white`;
}

/** Why readings of a tube cannot be true, and what to do. */
export function impossibleReadingWords(fault: ImpossibleReading): string {
  switch (fault.code) {
    case "no-number":
      return "A reading needs three numbers: L*, a* and b*.";
    case "white-parts":
      return "The parts of white must be a number that is not below zero.";
    case "lightness":
      return `No paint reads L* ${fault.lightness.toFixed(1)}: it must lie between ${fault.least} and ${fault.most}. Was the light right, and the tile clean? Read it again.`;
    case "chroma":
      return `No paint is as bright as chroma ${Math.round(fault.chroma)}. Check the numbers and read it again.`;
    case "darkened": {
      const { reading, before } = fault;
      return `${dabWords(reading.whiteParts)} reads darker (L* ${reading.lab[0].toFixed(1)}) than ${dabWords(before.whiteParts)} (L* ${before.lab[0].toFixed(1)}). More white cannot darken a paint: check which dab is which and read both again.`;
    }
  }
}

/** Outer reflection, [0, 1], below which a film looks glossy, and above which it looks matt. */
const GLOSSY_BELOW = 0.021;
const MATT_ABOVE = 0.03;

/** What was learned of the surface of dry paint. */
export function surfaceWords({ k1, k2 }: SurfaceConstants): string {
  const look = k1 < GLOSSY_BELOW ? "glossy" : k1 > MATT_ABOVE ? "matt" : "satin";
  return `The dry paint reads as ${look}: its surface throws back ${(100 * k1).toFixed(1)} % of the light that falls on it, and ${Math.round(100 * k2)} % of what comes from inside. Darks depend on it most.`;
}
