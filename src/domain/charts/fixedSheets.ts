/** A chart's sheets written down with their tubes' ids, and back to places: what is printed must not change any more. */
import type { Tube } from "../tube/tube";
import { WATER } from "../tube/water";
import type { FixedCell, FixedSheet } from "./chart";
import { CHART_WATER, type ChartDose } from "./chartDoses";
import type { CellGround, PlannedCell, PlannedSheet, Sheet, SheetCell } from "./sheetTypes";

/** @param tubes - by the places of the doses. */
export function fixedSheets(
  sheets: readonly Sheet[],
  tubes: readonly Pick<Tube, "id">[],
): readonly FixedSheet[] {
  const idOf = (tube: number): string => (tube === CHART_WATER ? WATER.id : (tubes[tube]?.id ?? ""));
  const fixed = ({ doses, over, thickness, mark }: SheetCell): FixedCell => ({
    doses: doses.map(({ tube, parts }) => ({ tubeId: idOf(tube), parts })),
    ...(over !== undefined && { over: typeof over === "string" ? over : { tubeId: idOf(over.tube) } }),
    ...(thickness !== undefined && { thickness }),
    ...(mark && { mark }),
  });
  return sheets.map(({ title, columns, rows }) => ({
    title,
    columns,
    rows: rows.map(({ name, cells }) => ({ name, cells: cells.map((cell) => (cell ? fixed(cell) : null)) })),
  }));
}

/** Every tube that a written chart names. */
export function tubeIdsOf(sheets: readonly FixedSheet[]): readonly string[] {
  const cells = sheets.flatMap(({ rows }) => rows.flatMap((row) => row.cells.flatMap((cell) => cell ?? [])));
  const ids = cells.flatMap(({ doses, over }) => [
    ...doses.map(({ tubeId }) => tubeId),
    ...(typeof over === "object" ? [over.tubeId] : []),
  ]);
  return [...new Set(ids)].filter((id) => id !== WATER.id);
}

/** The same by places. A cell of a tube that is gone is left out. @param ids - of the tubes, by place. */
export function plannedSheets(
  sheets: readonly FixedSheet[],
  ids: readonly string[],
): readonly PlannedSheet[] {
  const placeOf = (id: string): number | undefined => {
    if (id === WATER.id) return CHART_WATER;
    const place = ids.indexOf(id);
    return place >= 0 ? place : undefined;
  };
  const planned = ({ doses, over, thickness, mark }: FixedCell): PlannedCell | undefined => {
    const placed = doses.flatMap(({ tubeId, parts }): ChartDose[] => {
      const tube = placeOf(tubeId);
      return tube === undefined ? [] : [{ tube, parts }];
    });
    const below = typeof over === "object" ? placeOf(over.tubeId) : undefined;
    if (placed.length < doses.length || (typeof over === "object" && below === undefined)) return undefined;
    const ground: CellGround | undefined =
      typeof over === "string" ? over : below === undefined ? undefined : { tube: below };
    return {
      doses: placed,
      ...(ground !== undefined && { over: ground }),
      ...(thickness !== undefined && { thickness }),
      ...(mark && { mark }),
    };
  };
  return sheets.map(({ title, columns, rows }) => ({
    title,
    columns,
    rows: rows.map(({ name, cells }) => ({
      name,
      cells: cells.map((cell) => (cell ? planned(cell) : undefined)),
    })),
  }));
}
