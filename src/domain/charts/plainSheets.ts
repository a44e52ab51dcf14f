/** Charts that painters have always made: crossings, ratios, ladders, wheels, dulled primaries, greys, films. */
import { lchFromLab } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { bestAmount } from "../../core/optimize/bestAmount";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { CARDS } from "../ground/seenGround";
import { WORD_SHARES } from "../layers/film";
import { scaled, together } from "./chartDoses";
import type { SheetMaker } from "./sheetMaker";
import type { CellGround, Sheet, SheetCell } from "./sheetTypes";

/** Parts of white, or of water, to one. */
const TINTS = [0, 1, 3, 8, 20, 50, 120, 300, 700] as const;
const RATIOS = [
  [1, 0],
  [2, 1],
  [1, 1],
  [1, 2],
  [0, 1],
] as const;
/** Values to which one-value rows are brought, from dark to light, L*. */
const VALUE_ROWS = [35, 45, 55, 65, 75, 82, 88, 92, 95] as const;
const MOST_GREYS = 6;
const GREY_LIGHTNESS = 55;
/** More chroma than this is no grey, C*. */
const GREY_CHROMA = 9;

export function crossings(maker: SheetMaker): Sheet {
  const { across, down } = maker.request;
  return {
    title: "",
    columns: across.map((tube) => maker.label(tube)),
    rows: down.map((lower) => ({
      name: maker.label(lower),
      cells: across.map((upper) =>
        maker.cell(upper === lower ? [maker.dose(upper, 1)] : maker.pair(upper, lower, 1, 1)),
      ),
    })),
  };
}

/** Every pair in five ratios, each with its row of tints. */
export function ratios(maker: SheetMaker): readonly Sheet[] {
  const { across, steps, tintRule } = maker.request;
  return across.flatMap((one, i) =>
    across.slice(i + 1).map((other) => {
      const mixtures = RATIOS.map(([a, b]) => maker.pair(one, other, a, b));
      const rows =
        tintRule === "value"
          ? VALUE_ROWS.slice(0, steps).map((lightness) => ({
              name: `L* ${lightness}`,
              cells: mixtures.map((mixture) => maker.atValue(mixture, lightness)),
            }))
          : TINTS.slice(0, steps).map((parts) => ({
              name: maker.lightenedName(parts),
              cells: mixtures.map((mixture) => maker.lightened(mixture, parts)),
            }));
      return {
        title: `${maker.label(one)} and ${maker.label(other)}`,
        columns: [maker.label(one), "2 : 1", "1 : 1", "1 : 2", maker.label(other)],
        rows,
      };
    }),
  );
}

/** Tubes down, lightening across. */
export function ladder(maker: SheetMaker): Sheet {
  const { across, steps } = maker.request;
  const parts = TINTS.slice(0, steps);
  return {
    title: "",
    columns: parts.map((white) => maker.lightenedName(white)),
    rows: across.map((tube) => ({
      name: maker.label(tube),
      cells: parts.map((white) => maker.lightened([maker.dose(tube, 1)], white)),
    })),
  };
}

export function washes(maker: SheetMaker): Sheet {
  const { across, steps } = maker.request;
  const parts = TINTS.slice(0, steps);
  return {
    title: "",
    columns: parts.map((water) => (water === 0 ? "as it is" : `${water} of water`)),
    rows: across.map((tube) => ({
      name: maker.label(tube),
      cells: parts.map((water) => maker.wash([maker.dose(tube, 1)], water)),
    })),
  };
}

/** Twelve places from three tubes; a row lightened; the same dulled with all three; the dark centre. */
export function wheel(maker: SheetMaker): Sheet {
  const [a = 0, b = 0, c = 0] = maker.request.across;
  const sides = [
    [a, b],
    [b, c],
    [c, a],
  ] as const;
  const places = sides.flatMap(([from, to]) =>
    (
      [
        [1, 0],
        [3, 1],
        [1, 1],
        [1, 3],
      ] as const
    ).map(([x, y]) => ({
      doses: maker.pair(from, to, x, y),
      name: placeName(maker.label(from), maker.label(to), x, y),
    })),
  );
  const centre = [a, b, c].map((tube) => maker.dose(tube, maker.share(tube)));
  const row = (name: string, cells: readonly (SheetCell | undefined)[]) => ({ name, cells });
  return {
    title: "",
    columns: places.map(({ name }) => name),
    rows: [
      row(
        "bright",
        places.map(({ doses }) => maker.cell(doses)),
      ),
      row(
        "lightened",
        places.map(({ doses }) => maker.lightened(doses, 3)),
      ),
      row(
        "dulled",
        places.map(({ doses }) => maker.cell(together(scaled(doses, 2), centre))),
      ),
      row(
        "all three, and lightened",
        [0, 1, 3, 8, 20].map((white) => maker.lightened(centre, white)),
      ),
    ],
  };
}

/** Each of three primaries with its opposite secondary, in steps. */
export function dulled(maker: SheetMaker): Sheet {
  const [a = 0, b = 0, c = 0] = maker.request.across;
  const steps = [
    [1, 0],
    [3, 1],
    [1, 1],
    [1, 3],
    [0, 1],
  ] as const;
  const row = (primary: number, one: number, other: number) => {
    const secondary = maker.pair(one, other, 1, 1);
    const own = [maker.dose(primary, maker.share(primary))];
    const whole = secondary.map((dose) => ({ ...dose, parts: dose.parts / 2 }));
    return {
      name: `${maker.label(primary)} to ${maker.label(one)} and ${maker.label(other)}`,
      cells: steps.map(([x, y]) => maker.cell(together(scaled(own, x), scaled(whole, y)))),
    };
  };
  return {
    title: "",
    columns: ["primary", "3 : 1", "1 : 1", "1 : 3", "opposite"],
    rows: [row(a, b, c), row(b, c, a), row(c, a, b)],
  };
}

/** Ways to a grey by two tubes, each with its tints, from warm to cool. */
export function greys(maker: SheetMaker): Sheet {
  const { across, steps } = maker.request;
  const ways = across.flatMap((one, i) =>
    across.slice(i + 1).flatMap((other) => {
      const chroma = (ratio: number): number => {
        const grey = maker.atValue(maker.pair(one, other, 1, ratio), GREY_LIGHTNESS);
        return grey ? lchFromLab(grey.lab)[1] : 200;
      };
      const ratio = bestAmount(chroma, 1 / 40, 40);
      const doses = maker.pair(one, other, 1, ratio);
      const grey = maker.atValue(doses, GREY_LIGHTNESS);
      if (!grey || lchFromLab(grey.lab)[1] > GREY_CHROMA) return [];
      return [{ name: `${maker.label(one)} and ${maker.label(other)}`, doses, grey: grey.lab }];
    }),
  );
  // Warm is towards yellow and red.
  const warmth = ({ grey }: { readonly grey: LabD65 }): number => grey[2] + 0.5 * grey[1];
  const shown = ways
    .sort((x, y) => lchFromLab(x.grey)[1] - lchFromLab(y.grey)[1])
    .slice(0, MOST_GREYS)
    .sort((x, y) => warmth(y) - warmth(x));
  const parts = TINTS.slice(0, steps);
  return {
    title: "",
    columns: parts.map((white) => maker.lightenedName(white)),
    rows: shown.map(({ name, doses }) => ({
      name,
      cells: parts.map((white) => maker.lightened(doses, white)),
    })),
  };
}

const FILM_WORDS = ["thin", "middle", "full"] as const;

/** Each tube thin, middle and full, over a white, a grey and a black card, or over other tubes. */
export function films(maker: SheetMaker): Sheet {
  const { across, down, hasDown, films: own } = maker.request;
  const grounds: readonly { readonly over: CellGround; readonly name: string }[] = hasDown
    ? down.map((tube) => ({ over: { tube }, name: maker.label(tube) }))
    : (Object.entries(CARDS) as readonly (readonly [keyof typeof CARDS, (typeof CARDS)["light"]])[]).map(
        ([over, { name }]) => ({ over, name: name.toLowerCase() }),
      );
  return {
    title: "",
    columns: FILM_WORDS.flatMap((film) => grounds.map(({ name }) => `${film} on ${name}`)),
    rows: across.map((tube) => ({
      name: maker.label(tube),
      cells: FILM_WORDS.flatMap((film, i) => {
        const share = WORD_SHARES[film];
        const thickness = own?.[tube]?.[i] ?? UNDILUTED_THICKNESS * (1 - share);
        return grounds.map(({ over }) => maker.filmOver(tube, share / (1 - share), thickness, over));
      }),
    })),
  };
}

function placeName(from: string, to: string, x: number, y: number): string {
  if (y === 0) return from;
  return x === y ? `${from} : ${to}` : x > y ? `${from}, less ${to}` : `${to}, less ${from}`;
}
