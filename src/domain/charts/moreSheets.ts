/** Charts that a computer makes possible: drifts, stand-ins, all of one hue, and the wheel's own subject. */
import { deltaE2000 } from "../../core/color/ciede2000";
import { chromaOf, labFromLch, lchFromLab } from "../../core/color/cieLab";
import { labD65, type LabD65, lchUnder } from "../../core/color/types";
import { hueWords } from "../../core/describe/huePlaces";
import { NearestMixture } from "../../core/palette/nearestMixture";
import { substituteFor } from "../../core/tube/substitute";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { WHITE_BENCH } from "../../data/testWhite";
import { washOver } from "../palette/washes";
import { CHART_WATER, type ChartDose, scaled, together, wholeOf } from "./chartDoses";
import type { SheetMaker } from "./sheetMaker";
import type { CellMark } from "./chart";
import type { PlannedCell, Sheet, SheetCell } from "./sheetTypes";

/** What is added of the second and the third tube, in strengths of what lies there. */
const DRIFT = [0, 1 / 64, 1 / 32, 1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2] as const;
/** Below this there is no hue to speak of, C*. */
const LEAST_HUE = 6;

/** Squares that drift by small additions of the second tube, and then of each further one. */
export function drift(maker: SheetMaker): Sheet {
  const { across } = maker.request;
  const [first = 0, ...added] = across;
  let base: readonly ChartDose[] = [maker.dose(first, 1)];
  let whole = 1;
  const rows = added.map((tube) => {
    const start = base;
    const strength = whole;
    const cells = DRIFT.map((amount) =>
      maker.cell(
        together(start, [{ tube, parts: (amount * strength * maker.share(tube)) / maker.share(first) }]),
      ),
    );
    // The next tube goes into where this one has led.
    base = cells.at(-1)?.doses ?? base;
    whole = strength * (1 + (DRIFT.at(-1) ?? 0));
    return { name: `+ ${maker.label(tube)}`, cells: withTurns(cells) };
  });
  return {
    title: `From ${maker.label(first)}`,
    columns: DRIFT.map((amount) =>
      amount === 0 ? "none yet" : amount < 1 ? `1/${Math.round(1 / amount)}` : String(amount),
    ),
    rows,
  };
}

/** Where the hue gets another name, and where the way is dullest. */
function withTurns(cells: readonly (SheetCell | undefined)[]): readonly (SheetCell | undefined)[] {
  const nameOf = (cell: SheetCell | undefined): string | undefined =>
    cell && chromaOf(cell.lab) >= LEAST_HUE ? hueWords(lchFromLab(cell.lab)[2]) : undefined;
  const chromas = cells.map((cell) => (cell ? chromaOf(cell.lab) : Number.POSITIVE_INFINITY));
  const dullest = chromas.indexOf(Math.min(...chromas));
  return cells.map((cell, i) => {
    if (!cell || i === 0) return cell;
    if (i === dullest && i < cells.length - 1) return marked(cell, "dullest");
    const [before, now] = [nameOf(cells[i - 1]), nameOf(cell)];
    return before !== undefined && now !== undefined && before !== now ? marked(cell, "hue turns") : cell;
  });
}

function marked(cell: SheetCell, mark: CellMark): SheetCell {
  return { ...cell, mark };
}

const PALE = 9;

/** Tubes across, and below each what few tubes mix in its place: as it is, and pale. */
export function standIns(maker: SheetMaker): Sheet {
  const { across, down } = maker.request;
  const found = across.map((tube) => {
    const others = down.filter((one) => one !== tube);
    const optics = maker.optics[tube];
    const substitute =
      optics &&
      substituteFor(
        optics,
        others.flatMap((one) => maker.optics[one] ?? []),
        WHITE_BENCH,
      );
    const doses = substitute?.parts.map(({ tube: place, share }) => maker.dose(others[place] ?? tube, share));
    return { tube, substitute, doses };
  });
  const pale = (doses: readonly ChartDose[] | undefined) => doses && maker.lightened(doses, PALE);
  return {
    title: "",
    columns: found.map(({ tube, substitute }) => {
      if (!substitute) return maker.label(tube);
      const { lostChroma, strengthRatio } = substitute;
      return [
        maker.label(tube),
        Math.abs(lostChroma) < 1
          ? "as bright"
          : `C* ${lostChroma > 0 ? "−" : "+"}${Math.abs(Math.round(lostChroma))}`,
        ...(strengthRatio === undefined ? [] : [`strength × ${strengthRatio.toFixed(1)}`]),
      ].join(", ");
    }),
    rows: [
      { name: "the tube", cells: found.map(({ tube }) => maker.cell([maker.dose(tube, 1)])) },
      { name: "its stand-in", cells: found.map(({ doses }) => doses && maker.cell(doses)) },
      { name: "the tube, pale", cells: found.map(({ tube }) => pale([maker.dose(tube, 1)])) },
      { name: "its stand-in, pale", cells: found.map(({ doses }) => pale(doses)) },
    ],
  };
}

const VALUES = [90, 80, 70, 60, 50, 40, 30, 20] as const;
const CHROMAS = [0, 8, 16, 24, 32, 40, 50, 60, 75, 90] as const;
/** What is mixed as near as this fills its place, ΔE00. */
const FILLS = 2.5;
/** A share smaller than this cannot be laid. */
const LEAST_SHARE = 2e-4;

/** Of one hue all that these tubes reach, by value and chroma, with the subject's own colours marked in it. */
export function oneHue(maker: SheetMaker): Sheet {
  const { note, across } = maker.request;
  const local = note?.local ?? brightestOf(maker, across[0] ?? 0);
  const hue = lchFromLab(local)[2];
  const nearest = nearestWith(maker);
  const rows = VALUES.map((lightness) => ({
    name: `L* ${lightness}`,
    cells: CHROMAS.map((chroma) => {
      const target = labFromLch(lchUnder<"D65">(lightness, chroma, hue));
      const doses = nearest(target);
      const cell = doses && maker.cell(doses);
      return cell && deltaE2000(cell.lab, target) <= FILLS ? cell : undefined;
    }),
  }));
  const used = [...CHROMAS.keys()].filter((i) => rows.some(({ cells }) => cells[i] !== undefined));
  const shown = rows
    .map(({ name, cells }) => ({ name, cells: used.map((i) => cells[i]) }))
    .filter(({ cells }) => cells.some((cell) => cell !== undefined));
  return {
    title: hueWords(hue),
    columns: used.map((i) => `C* ${CHROMAS[i] ?? 0}`),
    rows: note ? withOwnColours(shown, note) : shown,
  };
}

function brightestOf(maker: SheetMaker, tube: number): LabD65 {
  const steps = [0, 1, 3, 8, 20].map((white) => maker.lightened([maker.dose(tube, 1)], white)?.lab);
  return steps
    .filter((lab) => lab !== undefined)
    .reduce((best, lab) => (chromaOf(lab) > chromaOf(best) ? lab : best), labD65(50, 0, 0));
}

/** The mixture of the chart's tubes, and of what lightens, that comes nearest to a colour. */
function nearestWith(maker: SheetMaker): (target: LabD65) => readonly ChartDose[] | undefined {
  const { across, white, isWash, paper } = maker.request;
  const tubes = [...new Set(white === undefined || isWash ? across : [...across, white])];
  const optics = tubes.flatMap((tube) => maker.optics[tube] ?? []);
  const palette = new NearestMixture(
    optics,
    VIEWING.D65,
    PAINT_SURFACE,
    isWash ? washOver(paper) : undefined,
  );
  return (target) => {
    const doses = palette
      .to(target)
      .shares.map((parts, place) => ({ tube: tubes[place] ?? CHART_WATER, parts }))
      .filter(({ parts }) => parts >= LEAST_SHARE);
    const paint = doses.filter(({ tube }) => tube !== CHART_WATER);
    return paint.length > 0 ? scaled(doses, 1 / wholeOf(paint)) : undefined;
  };
}

type Rows = Sheet["rows"];

/** The cells nearest to the note's light, local colour and dark, and those on the arc between. */
function withOwnColours(rows: Rows, note: NonNullable<SheetMaker["request"]["note"]>): Rows {
  const all = rows.flatMap(({ cells }) => cells.flatMap((cell) => cell ?? []));
  const nearestTo = (lab: LabD65): SheetCell | undefined =>
    all.reduce<SheetCell | undefined>(
      (best, cell) => (best && deltaE2000(best.lab, lab) <= deltaE2000(cell.lab, lab) ? best : cell),
      undefined,
    );
  const marks = new Map<SheetCell, CellMark>();
  const mark = (lab: LabD65 | undefined, as: CellMark): void => {
    const cell = lab && nearestTo(lab);
    if (cell && !marks.has(cell)) marks.set(cell, as);
  };
  mark(note.local, "local");
  mark(note.light, "light");
  mark(note.dark, "shadow");
  for (const end of [note.light, note.dark])
    if (end)
      for (const share of ON_THE_WAY)
        mark(
          labD65(
            note.local[0] + share * (end[0] - note.local[0]),
            note.local[1] + share * (end[1] - note.local[1]),
            note.local[2] + share * (end[2] - note.local[2]),
          ),
          "on the way",
        );
  return rows.map(({ name, cells }) => ({
    name,
    cells: cells.map((cell) => {
      const own = cell && marks.get(cell);
      return cell && own ? marked(cell, own) : cell;
    }),
  }));
}
const ON_THE_WAY = [1 / 3, 2 / 3] as const;

/** How far a warm and a cool shadow lie from the plain one, in b*, and how much darker than local without a reading. */
const SHADOW_LEAN = 8;
const SHADOW_BELOW = 22;
const LIGHT_ABOVE = 18;

/** The subject's light, local colour, warm and cool shadow, each matched by the wheel's tubes. */
export function ofSubject(maker: SheetMaker): Sheet["rows"] {
  const { note } = maker.request;
  if (!note) return [];
  const { local } = note;
  const light = note.light ?? labD65(Math.min(95, local[0] + LIGHT_ABOVE), local[1], local[2]);
  const dark = note.dark ?? labD65(Math.max(8, local[0] - SHADOW_BELOW), 0.7 * local[1], 0.7 * local[2]);
  const nearest = nearestWith(maker);
  const wanted: readonly (readonly [LabD65, CellMark])[] = [
    [light, "light"],
    [local, "local"],
    [labD65(dark[0], dark[1] + SHADOW_LEAN / 2, dark[2] + SHADOW_LEAN), "shadow"],
    [labD65(dark[0], dark[1] - SHADOW_LEAN / 2, dark[2] - SHADOW_LEAN), "shadow"],
  ];
  return [
    {
      name: "your note: light, local, warm and cool shadow",
      cells: wanted.map(([lab, as]): SheetCell | undefined => {
        const doses = nearest(lab);
        const planned: PlannedCell | undefined = doses && { doses, mark: as };
        return planned && maker.seen(planned);
      }),
    },
  ];
}
