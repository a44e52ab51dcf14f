/**
 * The cells of a chart: which doses go into each, and what they give. Pure and plain, so that a worker can do it.
 *
 * Where two tubes meet at equal strength, each takes part by the inverse of its mean K + S.
 */
import { lchFromLab } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { labD65 } from "../../core/color/types";
import { stackOver } from "../../core/layers/stack";
import { mixtureReflectance, type PaintVolume } from "../../core/mixing/mixture";
import { bestAmount } from "../../core/optimize/bestAmount";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../../core/spectrum/types";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { CARDS, seenOfGround } from "../ground/seenGround";
import { paperOf } from "../palette/washes";
import { opticsOf, type SolverTube } from "../tube/solverTube";
import type { Chart } from "./chart";
import { CHART_WATER, type ChartDose, scaled, together, wholeOf } from "./chartDoses";

export type SheetCell = {
  /** Stays the same while the tubes of the cell do: painted cells are found by it. */
  readonly key: string;
  readonly doses: readonly ChartDose[];
  readonly lab: LabD65;
  /** Of a film over something other than paper. */
  readonly over?: keyof typeof CARDS | undefined;
};

export type Sheet = {
  readonly title: string;
  readonly columns: readonly string[];
  readonly rows: readonly { readonly name: string; readonly cells: readonly (SheetCell | undefined)[] }[];
};

export type ChartTube = SolverTube & {
  readonly id: string;
  readonly label: string;
  readonly isWhite: boolean;
};

export type ChartRequest = Pick<Chart, "kind" | "balance" | "tintRule" | "steps"> & {
  readonly tubes: readonly ChartTube[];
  /** Places of those across and down. */
  readonly across: readonly number[];
  readonly down: readonly number[];
  /** Place of the white that tints; undefined where water lightens, or there is none. */
  readonly white: number | undefined;
  readonly isWash: boolean;
  /** What washes run over; white paper where it is left out. */
  readonly paper?: readonly number[] | undefined;
};

const TINTS = [0, 1, 3, 8, 20, 50, 120] as const;
const RATIOS = [
  [1, 0],
  [2, 1],
  [1, 1],
  [1, 2],
  [0, 1],
] as const;
const THINNING = [0, 1, 3, 8, 20, 50, 120, 300, 700] as const;
/** Values to which one-value rows are brought, from dark to light, L*. */
const VALUE_ROWS = [35, 45, 55, 65, 75, 82, 88, 92, 95] as const;
const MOST_WHITE = 400;
const LEAST_WHITE = 0.002;
const MOST_GREYS = 6;
const GREY_LIGHTNESS = 55;
/** More chroma than this is no grey, C*. */
const GREY_CHROMA = 9;
const FILMS = [
  { name: "thin", water: 9 },
  { name: "middle", water: 2 },
  { name: "full", water: 0 },
] as const;

export function chartSheets(request: ChartRequest): readonly Sheet[] {
  const maker = new Maker(request);
  switch (request.kind) {
    case "crossings":
      return [maker.crossings()];
    case "ratios":
      return maker.ratios();
    case "tints":
      return [maker.ladder()];
    case "washes":
      return [maker.washes()];
    case "wheel":
      return [maker.wheel()];
    case "dulled":
      return [maker.dulled()];
    case "greys":
      return [maker.greys()];
    case "films":
      return [maker.films()];
  }
}

class Maker {
  private readonly optics: readonly OpticalModel[];
  private readonly strengths: readonly number[];

  constructor(private readonly request: ChartRequest) {
    this.optics = request.tubes.map(opticsOf);
    this.strengths = this.optics.map(({ absorption, scattering }) => meanOf(absorption) + meanOf(scattering));
  }

  crossings(): Sheet {
    const { across, down } = this.request;
    return {
      title: "",
      columns: across.map((tube) => this.label(tube)),
      rows: down.map((lower) => ({
        name: this.label(lower),
        cells: across.map((upper) =>
          this.cell(upper === lower ? [this.dose(upper, 1)] : this.pair(upper, lower, 1, 1)),
        ),
      })),
    };
  }

  /** Every pair in five ratios, each with its row of tints. */
  ratios(): readonly Sheet[] {
    const { across, steps, tintRule } = this.request;
    return across.flatMap((one, i) =>
      across.slice(i + 1).map((other) => {
        const mixtures = RATIOS.map(([a, b]) => this.pair(one, other, a, b));
        const rows =
          tintRule === "value"
            ? VALUE_ROWS.slice(0, steps).map((lightness) => ({
                name: `L* ${lightness}`,
                cells: mixtures.map((mixture) => this.atValue(mixture, lightness)),
              }))
            : TINTS.slice(0, steps).map((parts) => ({
                name: this.lightenedName(parts),
                cells: mixtures.map((mixture) => this.lightened(mixture, parts)),
              }));
        return {
          title: `${this.label(one)} and ${this.label(other)}`,
          columns: [this.label(one), "2 : 1", "1 : 1", "1 : 2", this.label(other)],
          rows,
        };
      }),
    );
  }

  /** Tubes down, lightening across. */
  ladder(): Sheet {
    const { across, steps } = this.request;
    const parts = TINTS.slice(0, Math.min(steps, TINTS.length));
    return {
      title: "",
      columns: parts.map((white) => this.lightenedName(white)),
      rows: across.map((tube) => ({
        name: this.label(tube),
        cells: parts.map((white) => this.lightened([this.dose(tube, 1)], white)),
      })),
    };
  }

  washes(): Sheet {
    const { across, steps } = this.request;
    const parts = THINNING.slice(0, steps);
    return {
      title: "",
      columns: parts.map((water) => (water === 0 ? "as it is" : `${water} of water`)),
      rows: across.map((tube) => ({
        name: this.label(tube),
        cells: parts.map((water) => this.wash([this.dose(tube, 1)], water)),
      })),
    };
  }

  /** Twelve places from three tubes; a row lightened; the same dulled with all three; the dark centre. */
  wheel(): Sheet {
    const [a = 0, b = 0, c = 0] = this.request.across;
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
        doses: this.pair(from, to, x, y),
        name: placeName(this.label(from), this.label(to), x, y),
      })),
    );
    const centre = [a, b, c].map((tube) => this.dose(tube, this.share(tube)));
    const row = (name: string, cells: readonly (SheetCell | undefined)[]) => ({ name, cells });
    return {
      title: "",
      columns: places.map(({ name }) => name),
      rows: [
        row(
          "bright",
          places.map(({ doses }) => this.cell(doses)),
        ),
        row(
          "lightened",
          places.map(({ doses }) => this.lightened(doses, 3)),
        ),
        row(
          "dulled",
          places.map(({ doses }) => this.cell(together(scaled(doses, 2), centre))),
        ),
        row(
          "all three, and lightened",
          [0, 1, 3, 8, 20].map((white) => this.lightened(centre, white)),
        ),
      ],
    };
  }

  /** Each of three primaries with its opposite secondary, in steps. */
  dulled(): Sheet {
    const [a = 0, b = 0, c = 0] = this.request.across;
    const steps = [
      [1, 0],
      [3, 1],
      [1, 1],
      [1, 3],
      [0, 1],
    ] as const;
    const row = (primary: number, one: number, other: number) => {
      const secondary = this.pair(one, other, 1, 1);
      const own = [this.dose(primary, this.share(primary))];
      const whole = secondary.map((dose) => ({ ...dose, parts: dose.parts / 2 }));
      return {
        name: `${this.label(primary)} to ${this.label(one)} and ${this.label(other)}`,
        cells: steps.map(([x, y]) => this.cell(together(scaled(own, x), scaled(whole, y)))),
      };
    };
    return {
      title: "",
      columns: ["primary", "3 : 1", "1 : 1", "1 : 3", "opposite"],
      rows: [row(a, b, c), row(b, c, a), row(c, a, b)],
    };
  }

  /** Ways to a grey by two tubes, each with its tints, from warm to cool. */
  greys(): Sheet {
    const { across, steps } = this.request;
    const ways = across.flatMap((one, i) =>
      across.slice(i + 1).flatMap((other) => {
        const chroma = (ratio: number): number => {
          const grey = this.atValue(this.pair(one, other, 1, ratio), GREY_LIGHTNESS);
          return grey ? lchFromLab(grey.lab)[1] : 200;
        };
        const ratio = bestAmount(chroma, 1 / 40, 40);
        const doses = this.pair(one, other, 1, ratio);
        const grey = this.atValue(doses, GREY_LIGHTNESS);
        if (!grey || lchFromLab(grey.lab)[1] > GREY_CHROMA) return [];
        return [{ name: `${this.label(one)} and ${this.label(other)}`, doses, grey: grey.lab }];
      }),
    );
    // Warm is towards yellow and red.
    const warmth = ({ grey }: { readonly grey: LabD65 }): number => grey[2] + 0.5 * grey[1];
    const shown = ways
      .sort((x, y) => lchFromLab(x.grey)[1] - lchFromLab(y.grey)[1])
      .slice(0, MOST_GREYS)
      .sort((x, y) => warmth(y) - warmth(x));
    const parts = TINTS.slice(0, Math.min(steps, TINTS.length));
    return {
      title: "",
      columns: parts.map((white) => this.lightenedName(white)),
      rows: shown.map(({ name, doses }) => ({
        name,
        cells: parts.map((white) => this.lightened(doses, white)),
      })),
    };
  }

  /** Each tube thin, middle and full, over a white, a grey and a black card. */
  films(): Sheet {
    const cards = Object.entries(CARDS) as readonly (readonly [
      keyof typeof CARDS,
      (typeof CARDS)["light"],
    ])[];
    const grounds = cards.flatMap(([over, card]) => {
      const seen = seenOfGround(card, { labOf: () => undefined });
      return seen ? [{ over, name: card.name, seen }] : [];
    });
    return {
      title: "",
      columns: FILMS.flatMap((film) => grounds.map(({ name }) => `${film.name} on ${name.toLowerCase()}`)),
      rows: this.request.across.map((tube) => ({
        name: this.label(tube),
        cells: FILMS.flatMap((film) =>
          grounds.map(({ over, seen }) => this.film([this.dose(tube, 1)], film.water, seen, over)),
        ),
      })),
    };
  }

  private label(tube: number): string {
    return this.request.tubes[tube]?.label ?? "";
  }

  private dose(tube: number, parts: number): ChartDose {
    return { tube, parts };
  }

  /** Of one part of colour, by the chart's balance. */
  private share(tube: number): number {
    return this.request.balance === "strength" ? 1 / (this.strengths[tube] ?? 1) : 1;
  }

  private pair(one: number, other: number, x: number, y: number): readonly ChartDose[] {
    const least = Math.min(...[one, other].map((tube) => this.share(tube)));
    return [
      this.dose(one, (x * this.share(one)) / least),
      this.dose(other, (y * this.share(other)) / least),
    ].filter(({ parts }) => parts > 0);
  }

  private lightenedName(parts: number): string {
    if (parts === 0) return "as it is";
    return this.request.isWash ? `${parts} of water` : `${parts} of white`;
  }

  /** With so many parts of white, or of water, to one of the whole. */
  private lightened(doses: readonly ChartDose[], parts: number): SheetCell | undefined {
    if (this.request.isWash) return this.wash(doses, parts);
    const { white } = this.request;
    if (parts === 0) return this.cell(doses);
    if (white === undefined) return undefined;
    return this.cell(together(doses, [this.dose(white, parts * wholeOf(doses))]));
  }

  /** With white to a value; undefined where it is lighter already, or white does not get there. */
  private atValue(doses: readonly ChartDose[], lightness: number): SheetCell | undefined {
    const missAt = (parts: number): number =>
      Math.abs((this.lightened(doses, parts)?.lab[0] ?? 1e3) - lightness);
    const alone = this.cell(doses);
    if (alone && alone.lab[0] > lightness + 1) return undefined;
    const parts = bestAmount(missAt, LEAST_WHITE, MOST_WHITE);
    return missAt(parts) <= 1 ? this.lightened(doses, Number(parts.toPrecision(3))) : undefined;
  }

  private cell(doses: readonly ChartDose[]): SheetCell | undefined {
    if (this.request.isWash) return this.wash(doses, 0);
    const parts = this.volumesOf(doses);
    return this.made(doses, mixtureReflectance(parts, PAINT_SURFACE));
  }

  private wash(doses: readonly ChartDose[], water: number): SheetCell | undefined {
    return this.film(doses, water, paperOf(this.request.paper), undefined);
  }

  private film(
    doses: readonly ChartDose[],
    water: number,
    ground: Reflectance,
    over: keyof typeof CARDS | undefined,
  ): SheetCell | undefined {
    const thickness = UNDILUTED_THICKNESS / (1 + water);
    const seen = over
      ? stackOver(
          ground,
          [{ optics: this.blended(doses), thickness, passes: 1, coverShare: 1 }],
          PAINT_SURFACE,
        )[1]
      : mixtureReflectance(this.volumesOf(doses), PAINT_SURFACE, { thickness, ground });
    const all = water > 0 ? [...doses, { tube: CHART_WATER, parts: water * wholeOf(doses) }] : doses;
    return seen && this.made(all, seen, over);
  }

  private blended(doses: readonly ChartDose[]): OpticalModel {
    const [only, ...more] = doses;
    const optics = only && this.optics[only.tube];
    if (!optics || more.length > 0) throw new RangeError("A film over a card is of one tube");
    return optics;
  }

  private volumesOf(doses: readonly ChartDose[]): readonly PaintVolume[] {
    return doses.map(({ tube, parts: volume }) => {
      const optics = this.optics[tube];
      if (!optics) throw new RangeError(`There is no tube ${tube}`);
      return { optics, volume };
    });
  }

  private made(doses: readonly ChartDose[], seen: Reflectance, over?: keyof typeof CARDS): SheetCell {
    const [l, a, b] = labFromReflectance(seen, VIEWING.D65);
    const key = [
      ...doses.map(({ tube, parts }) => `${this.request.tubes[tube]?.id ?? "water"} ${parts.toPrecision(4)}`),
      ...(over ? [over] : []),
    ].join(", ");
    return { key, doses, lab: labD65(l, a, b), ...(over && { over }) };
  }
}

function placeName(from: string, to: string, x: number, y: number): string {
  if (y === 0) return from;
  return x === y ? `${from} : ${to}` : x > y ? `${from}, less ${to}` : `${to}, less ${from}`;
}

function meanOf(row: ArrayLike<number> | OpticalModel["absorption"]): number {
  const values = Array.from(row as ArrayLike<number>);
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
