/** A planned grid in the painter's tubes and parts: cells, parents, paint in all, faults, and the order of the work. */
import type { LabD65 } from "../../core/color/types";
import { aimDistance } from "../../core/color/aimDistance";
import { deltaE2000 } from "../../core/color/ciede2000";
import { blendOptics } from "../../core/mixing/mixture";
import { contamination } from "../../core/mixing/contamination";
import { doseCountOf } from "../../core/strings/layMember";
import { tubeVolumes } from "../../core/strings/parentPile";
import type { LaidMember, PlannedString, RowMiss } from "../../core/strings/types";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { STUDIO_TIMES } from "../../data/studioTimes";
import type { Dose } from "../pile/pile";
import { opticsOfTube } from "../tube/optics";
import { pricePerMl } from "../tube/price";
import type { Tube } from "../tube/tube";
import { WATER } from "../tube/water";
import { type Grid, isReserved } from "./grid";
import type { AskedGrid } from "./gridQuestion";
import { TOO_CLOSE } from "./rows";

/** Stands for the string's parent pile among amounts. */
export const PARENT_ID = "parent";

/** A tube thinned in another before it is dosed. */
export type CellDilution = {
  readonly tubeId: string;
  readonly carrierId: string;
  readonly carrierParts: number;
  /** Parts of the weaker mixture that go in. */
  readonly dose: number;
};

export type GridCell = {
  readonly stringId: string;
  readonly row: number;
  readonly isOutOfReach: boolean;
  readonly isReserved: boolean;
  readonly aim: LabD65;
  readonly predicted: LabD65;
  readonly miss: RowMiss;
  /** What is laid by itself: tubes, water, the parent pile. */
  readonly amounts: readonly Dose[];
  readonly dilutions: readonly CellDilution[];
  /** The same taken apart into tubes and water. */
  readonly contents: readonly Dose[];
  readonly usesParent: boolean;
};

export type GridParent = {
  readonly stringId: string;
  readonly amounts: readonly Dose[];
  readonly takenParts: number;
  readonly leftParts: number;
  readonly predicted: LabD65;
};

export type GridColumn = {
  readonly stringId: string;
  readonly local: LabD65;
  readonly cells: readonly GridCell[];
  readonly parent: GridParent | undefined;
  readonly tubeIds: readonly string[];
  readonly lightenerIds: readonly string[];
  readonly darkenerIds: readonly string[];
};

export type PaintTotal = {
  readonly tubeId: string;
  readonly parts: number;
  /** In the painter's currency; undefined where the price is not known. */
  readonly cost: number | undefined;
  /** Millilitres that the tube lacks for this; 0 where it has enough or it is not known. */
  readonly lacksMl: number;
};

export type GridPlan = {
  readonly columns: readonly GridColumn[];
  readonly totals: readonly PaintTotal[];
  /** Measured doses with the parents as planned, and with each cell by itself. */
  readonly doseCount: number;
  readonly doseCountAlone: number;
};

/** @param answer - of the worker, one for each string of the grid. */
export function gridPlan(
  grid: Grid,
  asked: AskedGrid,
  answer: readonly PlannedString[],
  partMl: number,
): GridPlan {
  const columns = grid.strings.flatMap((string, i) => {
    const planned = answer[i];
    return planned ? [columnOf(grid, string.id, planned, asked, i)] : [];
  });
  const count = (usesParents: boolean): number =>
    answer.reduce((sum, { members, parent }) => {
      const laid = members.map(({ alone, fromParent }) => (usesParents ? (fromParent ?? alone) : alone));
      const own = laid.reduce((doses, one) => doses + doseCountOf(one), 0);
      return sum + own + (usesParents ? (parent?.doses.length ?? 0) : 0);
    }, 0);
  return {
    columns,
    totals: totalsOf(columns, asked.tubes, partMl),
    doseCount: count(grid.usesParents),
    doseCountAlone: count(false),
  };
}

function columnOf(
  grid: Grid,
  stringId: string,
  planned: PlannedString,
  { tubes, partsPerUnit }: AskedGrid,
  place: number,
): GridColumn {
  const idOf = (tube: number): string => tubes[tube]?.id ?? "";
  const parent = grid.usesParents ? planned.parent : undefined;
  const unit = partsPerUnit[place]?.[0] ?? 1;
  const parentAmounts = parent?.doses.map(({ source, volume }) => ({
    tubeId: idOf(source),
    parts: volume * unit,
  }));
  return {
    stringId,
    local: planned.local,
    tubeIds: planned.tubes.map(idOf),
    lightenerIds: planned.lighteners.map(idOf),
    darkenerIds: planned.darkeners.map(idOf),
    parent:
      parent && parentAmounts
        ? {
            stringId,
            amounts: parentAmounts,
            takenParts: parent.taken * unit,
            leftParts: parent.left * unit,
            predicted: parent.predicted,
          }
        : undefined,
    cells: planned.members.map(({ row, aim, isOutOfReach, alone, fromParent }, i) => {
      const laid = parent ? (fromParent ?? alone) : alone;
      const perUnit = partsPerUnit[place]?.[i] ?? 1;
      return {
        stringId,
        row,
        isOutOfReach,
        isReserved: isReserved(grid, row),
        aim,
        predicted: laid.predicted,
        miss: laid.miss,
        ...amountsOf(laid, idOf, perUnit),
        contents: contentsOfCell(laid, parentAmounts ?? [], idOf, perUnit),
        usesParent: laid.doses.some(({ source }) => source === "parent"),
      };
    }),
  };
}

function amountsOf(
  { doses, dilutions, water }: LaidMember,
  idOf: (tube: number) => string,
  perUnit: number,
): Pick<GridCell, "amounts" | "dilutions"> {
  const laid = doses.map(({ source, volume }) => ({
    tubeId: source === "parent" ? PARENT_ID : idOf(source),
    parts: volume * perUnit,
  }));
  return {
    amounts: water > 0 ? [...laid, { tubeId: WATER.id, parts: water * perUnit }] : laid,
    dilutions: dilutions.map(({ tube, carrier, carrierParts, dose }) => ({
      tubeId: idOf(tube),
      carrierId: idOf(carrier),
      carrierParts,
      dose: dose * perUnit,
    })),
  };
}

function contentsOfCell(
  laid: LaidMember,
  parent: readonly Dose[],
  idOf: (tube: number) => string,
  perUnit: number,
): readonly Dose[] {
  const volumes = new Map<string, number>();
  const add = (tubeId: string, parts: number): void => {
    volumes.set(tubeId, (volumes.get(tubeId) ?? 0) + parts);
  };
  for (const [tube, volume] of tubeVolumes(laid)) add(idOf(tube), volume * perUnit);
  const fromParent = laid.doses.find(({ source }) => source === "parent")?.volume ?? 0;
  const whole = parent.reduce((sum, { parts }) => sum + parts, 0);
  if (fromParent > 0)
    for (const { tubeId, parts } of parent) add(tubeId, (fromParent * perUnit * parts) / whole);
  if (laid.water > 0) add(WATER.id, laid.water * perUnit);
  return [...volumes].map(([tubeId, parts]) => ({ tubeId, parts }));
}

function totalsOf(
  columns: readonly GridColumn[],
  tubes: readonly Tube[],
  partMl: number,
): readonly PaintTotal[] {
  const parts = new Map<string, number>();
  const add = ({ tubeId, parts: own }: Dose, share = 1): void => {
    if (tubeId !== WATER.id) parts.set(tubeId, (parts.get(tubeId) ?? 0) + share * own);
  };
  for (const { cells, parent } of columns) {
    for (const { contents } of cells) for (const dose of contents) add(dose);
    // What the members do not take of the parent is mixed all the same.
    const whole = (parent?.takenParts ?? 0) + (parent?.leftParts ?? 0);
    for (const dose of parent?.amounts ?? []) add(dose, (parent?.leftParts ?? 0) / whole);
  }
  return tubes.flatMap((tube) => {
    const own = parts.get(tube.id);
    if (own === undefined) return [];
    const price = pricePerMl(tube);
    return [
      {
        tubeId: tube.id,
        parts: own,
        cost: price === undefined ? undefined : price * own * partMl,
        lacksMl: tube.stockMl === undefined ? 0 : Math.max(0, own * partMl - tube.stockMl),
      },
    ];
  });
}

export type CellFault =
  | { readonly kind: "out-of-reach"; readonly cell: GridCell; readonly size: number }
  | { readonly kind: "value" | "hue" | "chroma"; readonly cell: GridCell; readonly size: number }
  | {
      readonly kind: "too-close";
      readonly cell: GridCell;
      readonly darker: GridCell;
      readonly size: number;
    };

/** What is worth a word: L* off a row, degrees off the family, C* off the rule. */
const NOTABLE = { lightness: 1.5, hueDegrees: 8, chroma: 3 } as const;

/** The worst first. */
export function cellFaults({ columns }: GridPlan): readonly CellFault[] {
  const faults = columns.flatMap(({ cells }): CellFault[] => {
    const close = cells.slice(1).flatMap((darker, i): CellFault[] => {
      const cell = cells[i] as GridCell;
      const step = cell.predicted[0] - darker.predicted[0];
      return step < TOO_CLOSE ? [{ kind: "too-close", cell, darker, size: 1 - step / TOO_CLOSE }] : [];
    });
    return [
      ...close,
      ...cells.flatMap((cell): CellFault[] => {
        const { lightness, hueDegrees = 0, chroma } = cell.miss;
        if (cell.isOutOfReach)
          return [{ kind: "out-of-reach", cell, size: Math.abs(cell.predicted[0] - cell.row) / 2 }];
        const measured = [
          { kind: "value" as const, size: Math.abs(lightness) / NOTABLE.lightness },
          { kind: "hue" as const, size: Math.abs(hueDegrees) / NOTABLE.hueDegrees },
          { kind: "chroma" as const, size: Math.abs(chroma) / NOTABLE.chroma },
        ].sort((one, other) => other.size - one.size)[0];
        return measured && measured.size > 1 ? [{ ...measured, cell }] : [];
      }),
    ];
  });
  return faults.sort((one, other) => other.size - one.size);
}

export type NearestCell = { readonly cell: GridCell; readonly deltaE2000: number };

/** The cell that a colour needs least of. */
export function nearestCell({ columns }: GridPlan, target: LabD65): NearestCell | undefined {
  const cells = columns.flatMap((column) => column.cells);
  const [nearest] = cells
    .map((cell) => ({ cell, distance: aimDistance(target, cell.predicted) }))
    .sort((one, other) => one.distance - other.distance);
  return nearest && { cell: nearest.cell, deltaE2000: deltaE2000(target, nearest.cell.predicted) };
}

export type LayingStep = {
  readonly stringId: string;
  /** Nothing for the parent pile. */
  readonly cell: GridCell | undefined;
  readonly parent: GridParent | undefined;
  /** What clings to the knife would spoil this one. */
  readonly wipe: boolean;
};

/** Of a pile clings so much to a knife that is scraped but not wiped, as a share of the next pile. */
const CLINGS = 0.03;

/**
 * In which order piles are mixed: parents first, strings whose paint stays open longest first, in each from light to
 * dark; with a rag where the knife would spoil the next.
 */
export function layingOrder(
  { columns }: GridPlan,
  tubeById: ReadonlyMap<string, Tube>,
): readonly LayingStep[] {
  const openTime = ({ tubeIds }: GridColumn): number =>
    Math.min(
      ...tubeIds.map((id) => {
        const medium = tubeById.get(id)?.medium;
        return medium ? STUDIO_TIMES[medium].openTime : Number.POSITIVE_INFINITY;
      }),
    );
  const sorted = [...columns].sort((one, other) => openTime(other) - openTime(one));
  const steps = [
    ...sorted.flatMap(({ stringId, parent }) =>
      parent ? [{ stringId, parent, cell: undefined, contents: parent.amounts }] : [],
    ),
    ...sorted.flatMap(({ stringId, cells }) =>
      [...cells]
        .sort((one, other) => other.predicted[0] - one.predicted[0])
        .map((cell) => ({ stringId, parent: undefined, cell, contents: cell.contents })),
    ),
  ];
  return steps.map(({ contents, ...step }, i) => {
    const before = steps[i - 1];
    return { ...step, wipe: before !== undefined && spoils(before.contents, contents, tubeById) };
  });
}

function spoils(
  before: readonly Dose[],
  next: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
): boolean {
  const [dirty, clean] = [before, next].map((doses) =>
    doses.flatMap(({ tubeId, parts }) => {
      const tube = tubeById.get(tubeId);
      const optics = tube && opticsOfTube(tube);
      return optics ? [{ optics, volume: parts }] : [];
    }),
  );
  if (!dirty?.length || !clean?.length) return false;
  const left = [{ optics: blendOptics(dirty), volume: 1 }];
  return contamination(left, clean, CLINGS, VIEWING.D65, PAINT_SURFACE).asksForCleaning;
}
