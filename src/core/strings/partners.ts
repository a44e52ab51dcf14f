/**
 * Which tubes carry a string up and down: the lightener and the darkener of each way.
 *
 * The family's shade is the darker tube that turns the hue least on the way down by 20 L*; black is one of those that are
 * tried, since for a cool red it is the shade of the family.
 */
import { chromaOf, hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { bisected } from "../optimize/narrow";
import { tubeAt } from "../tube/tubeAt";
import type { DarkenWay, LightenWay } from "./types";

/** What is known of each tube, in daylight. */
export type StringTube = {
  readonly isBlack: boolean;
  readonly isWhite: boolean;
  /** Alone, and where it is most vivid with white. */
  readonly masstone: LabD65;
  readonly vivid: LabD65;
};

/** What is asked of the paints themselves. */
export type PairColors = {
  /** CIELAB of the base with a share of a tube, both as scaled by strength: 0 is the base, 1 the tube. */
  readonly mixed: (tube: number, share: number) => LabD65;
};

const SHADE_STEP = 20;
/** A shade that gets no further down than this is none. */
const LEAST_SHADE = 6;
const LIGHTER_BY = 8;
/** A lighter tube further round the circle belongs to another family. */
const SAME_SIDE_DEGREES = 50;
const WARM_DEGREES = [40, 105] as const;
const LEAST_WARM_CHROMA = 20;
const GREY_CHROMA = 3;
const SHARES = 24;
const BISECTIONS = 30;

/**
 * @param held - places of the base's own tubes, which can be no partner.
 * @returns places of the tubes; empty where the palette has none of that kind.
 */
export function lightenersOf(
  way: LightenWay,
  local: LabD65,
  held: readonly number[],
  tubes: readonly StringTube[],
): readonly number[] {
  const white = tubes.findIndex(({ isWhite }) => isWhite);
  const whites = white < 0 ? [] : [white];
  if (way === "water") return [];
  if (way === "white") return whites;
  const others = places(tubes, (tube, place) => !tube.isWhite && !tube.isBlack && !held.includes(place));
  if (way === "warm-white") {
    const warm = others
      .filter((place) => {
        const [lightness, chroma, hue] = lchFromLab(tubeAt(tubes, place).vivid);
        return (
          chroma >= LEAST_WARM_CHROMA &&
          hue >= WARM_DEGREES[0] &&
          hue <= WARM_DEGREES[1] &&
          lightness > local[0]
        );
      })
      .sort((one, other) => tubeAt(tubes, other).vivid[0] - tubeAt(tubes, one).vivid[0])[0];
    return warm === undefined ? whites : [...whites, warm];
  }
  const hue = lchFromLab(local)[2];
  const turnOf = (place: number): number =>
    Math.abs(hueDifferenceDegrees(lchFromLab(tubeAt(tubes, place).vivid)[2], hue));
  const lighter = others
    .filter(
      (place) =>
        tubeAt(tubes, place).masstone[0] >= local[0] + LIGHTER_BY && turnOf(place) <= SAME_SIDE_DEGREES,
    )
    .sort((one, other) => turnOf(one) - turnOf(other))[0];
  return lighter === undefined ? [] : [lighter];
}

/** @param held - places of the base's own tubes. @returns as {@link lightenersOf}. */
export function darkenersOf(
  way: DarkenWay,
  local: LabD65,
  held: readonly number[],
  tubes: readonly StringTube[],
  { mixed }: PairColors,
): readonly number[] {
  const free = (isOne: (tube: StringTube) => boolean): readonly number[] =>
    places(tubes, (tube, place) => isOne(tube) && !tube.isWhite && !held.includes(place));
  const least = (among: readonly number[], costOf: (place: number) => number): readonly number[] => {
    let best: number | undefined;
    let cost = Number.POSITIVE_INFINITY;
    for (const place of among) {
      const own = costOf(place);
      if (own < cost) [best, cost] = [place, own];
    }
    return best === undefined ? [] : [best];
  };
  const turnOf = (place: number): number => hueTurn(local, mixed, place);
  switch (way) {
    case "black":
      return least(
        free((tube) => tube.isBlack),
        turnOf,
      );
    case "dark":
      return least(
        free((tube) => !tube.isBlack),
        (place) => tubeAt(tubes, place).masstone[0],
      );
    case "family":
      return least(
        free((tube) => tube.masstone[0] < local[0]),
        turnOf,
      );
    case "complement":
      return least(
        free((tube) => !tube.isBlack),
        (place) => leastChroma(mixed, place, local),
      );
  }
}

/** Degrees by which the hue turns until the base has come down by {@link SHADE_STEP}; a grey has lost all of it. */
function hueTurn(local: LabD65, mixed: PairColors["mixed"], place: number): number {
  const start = mixed(place, 0);
  const end = mixed(place, 1);
  const goal = Math.max(start[0] - SHADE_STEP, end[0]);
  if (start[0] - goal < LEAST_SHADE) return Number.POSITIVE_INFINITY;
  const high = bisected((share) => mixed(place, share)[0] > goal, 0, 1, BISECTIONS);
  const shade = mixed(place, high);
  if (chromaOf(shade) < GREY_CHROMA) return 180;
  return Math.abs(hueDifferenceDegrees(lchFromLab(local)[2], lchFromLab(shade)[2]));
}

/** Of the mixtures with a tube that are no lighter than the base. */
function leastChroma(mixed: PairColors["mixed"], place: number, local: LabD65): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 1; i < SHARES; i++) {
    const lab = mixed(place, i / SHARES);
    if (lab[0] <= local[0]) least = Math.min(least, chromaOf(lab));
  }
  return least;
}

function places(
  tubes: readonly StringTube[],
  isOne: (tube: StringTube, place: number) => boolean,
): readonly number[] {
  return tubes.flatMap((tube, place) => (isOne(tube, place) ? [place] : []));
}
