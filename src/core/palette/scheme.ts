/**
 * A colour scheme mixed from a palette: its hues at one value, which mixtures of its members leave it, and the
 * same scheme in a darker key with black and a lighter one with white.
 *
 * Steps between hues are places of the painters' circle of twelve, whose places are uneven in degrees; a hue
 * between two places moves along.
 */
import { chromaOf, hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { NEUTRAL_CHROMA } from "../describe/chromaWords";
import { HUE_PLACES } from "../describe/huePlaces";
import { blendOptics, mixtureReflectance } from "../mixing/mixture";
import { num, volumeOf } from "../numbers";
import { bisected } from "../optimize/narrow";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { Wash } from "../mixing/washMixer";
import type { OpticalModel } from "../spectrum/types";
import type { TestWhite } from "../tube/character";
import { meanStrength } from "../mixing/strength";
import { pathOf } from "./mixturePath";
import type { NearestMixture } from "./nearestMixture";
import { type EdgeColor, mostChroma } from "./reachProfile";

/** Places of the circle from the first hue. */
export const SCHEMES = {
  complementary: [0, 6],
  "split complementary": [0, 5, 7],
  analogous: [0, 1, 11],
  triad: [0, 4, 8],
} as const satisfies Readonly<Record<string, readonly number[]>>;
export type SchemeName = keyof typeof SCHEMES;

export type SchemeMember = {
  readonly hueDegrees: number;
  /** The brightest mixture of that hue at the scheme's value; undefined when the palette has none. */
  readonly color: EdgeColor | undefined;
};

/** Two members whose mixtures on the way show a hue that is none of the scheme's. */
export type StrayMixture = {
  /** Places among the members. */
  readonly first: number;
  readonly second: number;
  /** Share of the second where the stray hue is brightest. */
  readonly share: number;
  readonly lab: LabD65;
};

export type KeyMember = {
  /** Parts of black, or of white, to one of the pile. */
  readonly parts: number;
  readonly lab: LabD65;
  /** Degrees by which the hue has turned on the way. */
  readonly hueTurnDegrees: number;
};

export type MixedScheme = {
  readonly members: readonly SchemeMember[];
  readonly strays: readonly StrayMixture[];
};

const PLACES = HUE_PLACES.length;
/** A mixture belongs to the scheme within this of one of its hues. */
const SECTOR_DEGREES = 25;
/** Duller than this a stray hue is not noticed. */
const STRAY_CHROMA = 2 * NEUTRAL_CHROMA;
const BISECTIONS = 50;
const MOST_PARTS = 200;
const SAME_VALUE = 0.1;

/** Hue angles of a scheme from its first hue, degrees. */
export function schemeHues(scheme: SchemeName, firstDegrees: number): number[] {
  const from = placeOf(firstDegrees);
  return SCHEMES[scheme].map((steps) => (steps === 0 ? firstDegrees : degreesOf(from + steps)));
}

/** Where on the circle of twelve a hue lies, [0, 12). */
function placeOf(hueDegrees: number): number {
  for (const [place, { centreDegrees }] of HUE_PLACES.entries()) {
    const next = num(HUE_PLACES[(place + 1) % PLACES]?.centreDegrees);
    const width = hueDifferenceDegrees(centreDegrees, next);
    const offset = hueDifferenceDegrees(centreDegrees, hueDegrees);
    if (offset >= 0 && offset < width) return place + offset / width;
  }
  throw new RangeError(`A hue angle must be finite, got ${hueDegrees}`);
}

function degreesOf(place: number): number {
  const low = Math.floor(place);
  const from = num(HUE_PLACES[low % PLACES]?.centreDegrees);
  const next = num(HUE_PLACES[(low + 1) % PLACES]?.centreDegrees);
  return (from + (place - low) * hueDifferenceDegrees(from, next) + 360) % 360;
}

/** A mixture as it is laid: opaque, or a wash. */
export type SchemePile = {
  /** Optics of its paint, per unit of volume. */
  readonly optics: OpticalModel;
  /** Paint in one volume of it, (0, 1]; the rest is water. */
  readonly paintShare: number;
};

/**
 * @param tubes - the palette's tubes, same order as in `palette`; of washes without the water.
 * @param hues - CIELAB hue angles of the members, degrees.
 * @param lightness - L* of all members, 0 to 100.
 */
export function mixScheme(
  palette: NearestMixture,
  tubes: readonly OpticalModel[],
  hues: readonly number[],
  lightness: number,
  bench: TestWhite,
  wash?: Wash,
): MixedScheme {
  const members = hues.map((hueDegrees) => ({
    hueDegrees,
    color: mostChroma(palette, hueDegrees, lightness),
  }));
  const strays: StrayMixture[] = [];
  const piles = members.map(({ color }) => color && pileOf(tubes, color.shares));
  for (const [first, one] of piles.entries()) {
    for (const [second, other] of piles.entries()) {
      if (second <= first || !one || !other) continue;
      const stray = brightestStray(one, other, hues, bench, wash);
      if (stray) strays.push({ first, second, ...stray });
    }
  }
  return { members, strays };
}

function brightestStray(
  one: SchemePile,
  other: SchemePile,
  hues: readonly number[],
  bench: TestWhite,
  wash: Wash | undefined,
): { readonly share: number; readonly lab: LabD65 } | undefined {
  const strengthIn = ({ optics, paintShare }: SchemePile): number => paintShare * meanStrength(optics);
  const path = pathOf(
    (share) =>
      labOfPiles(
        [
          { pile: one, volume: 1 - share },
          { pile: other, volume: share },
        ],
        0,
        bench,
        wash,
      ),
    strengthIn(one) / strengthIn(other),
  );
  const strays = path.points.filter(({ lab }) => {
    const [, chroma, hue] = lchFromLab(lab);
    return (
      chroma >= STRAY_CHROMA && hues.every((own) => Math.abs(hueDifferenceDegrees(own, hue)) > SECTOR_DEGREES)
    );
  });
  return strays.reduce<(typeof strays)[number] | undefined>(
    (best, point) => (!best || chromaOf(point.lab) > chromaOf(best.lab) ? point : best),
    undefined,
  );
}

/** CIELAB of piles together, and so much water more. */
function labOfPiles(
  parts: readonly { readonly pile: SchemePile; readonly volume: number }[],
  water: number,
  bench: TestWhite,
  wash: Wash | undefined,
): LabD65 {
  const laid = parts.filter(({ volume }) => volume > 0);
  const paints = laid.map(({ pile, volume }) => ({ optics: pile.optics, volume: volume * pile.paintShare }));
  const whole = laid.reduce((sum, { volume }) => sum + volume, water);
  const paint = volumeOf(paints);
  const film = wash && { thickness: (wash.undilutedThickness * paint) / whole, ground: wash.paper };
  return labFromReflectance(mixtureReflectance(paints, bench.surface, film), bench.view);
}

/**
 * @param shares - by volume, one for each tube of the palette, and of a wash the water's; they sum to 1.
 */
export function pileOf(tubes: readonly OpticalModel[], shares: readonly number[]): SchemePile {
  const paints = shares.flatMap((volume, place) => {
    const optics = tubes[place];
    return optics && volume > 0 ? [{ optics, volume }] : [];
  });
  return {
    optics: blendOptics(paints),
    paintShare: volumeOf(paints),
  };
}

/**
 * A member of a scheme in another key: so much black or white, of washes black or water, as brings the pile to a
 * value. Undefined when it does not get there, or is there already.
 *
 * @param added - a tube, or water. @param lightness - L* that it is brought to, 0 to 100.
 */
export function inKey(
  pile: SchemePile,
  added: OpticalModel | "water",
  lightness: number,
  bench: TestWhite,
  wash?: Wash,
): KeyMember | undefined {
  const isWater = added === "water";
  const other = { optics: isWater ? pile.optics : added, paintShare: 1 };
  const labAt = (parts: number): LabD65 =>
    labOfPiles(
      [
        { pile, volume: 1 },
        { pile: other, volume: isWater ? 0 : parts },
      ],
      isWater ? parts : 0,
      bench,
      wash,
    );
  const start = labAt(0);
  const isDarker = lightness < start[0];
  const isPast = (lab: LabD65): boolean => (isDarker ? lab[0] <= lightness : lab[0] >= lightness);
  if (Math.abs(start[0] - lightness) < SAME_VALUE || !isPast(labAt(MOST_PARTS))) return undefined;
  const parts = bisected((some) => !isPast(labAt(some)), 0, MOST_PARTS, BISECTIONS);
  const lab = labAt(parts);
  return { parts, lab, hueTurnDegrees: hueDifferenceDegrees(lchFromLab(start)[2], lchFromLab(lab)[2]) };
}
