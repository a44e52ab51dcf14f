/** What is stored of charts: which tubes they are of, and what was painted and read in their cells. */
import * as z from "zod/mini";
import {
  CELL_MARKS,
  CHART_BALANCES,
  CHART_KINDS,
  LEAST_STEPS,
  MOST_CHART_READINGS,
  MOST_COLUMNS,
  MOST_FIXED_SHEETS,
  MOST_ROWS,
  MOST_SHEET_REMARK,
  MOST_CHART_TUBES,
  MOST_STEPS,
  TINT_RULES,
} from "../domain/charts/chart";
import { FILMS } from "../domain/reading/reading";
import { amountSchema, finite, id, name, storedColorSchema, time } from "./schemaParts";

const tubesSchema = z.array(id).check(z.maxLength(MOST_CHART_TUBES));

const words = z.string().check(z.maxLength(400));
const cellSchema = z.strictObject({
  doses: z.array(amountSchema).check(z.minLength(1), z.maxLength(MOST_CHART_TUBES + 2)),
  over: z.optional(z.union([z.enum(["light", "middle", "dark"]), z.strictObject({ tubeId: id })])),
  thickness: z.optional(finite.check(z.gt(0), z.lte(100))),
  mark: z.optional(z.enum(CELL_MARKS)),
});
const sheetSchema = z.strictObject({
  title: words,
  columns: z.array(words).check(z.maxLength(MOST_COLUMNS)),
  rows: z
    .array(
      z.strictObject({
        name: words,
        cells: z.array(z.nullable(cellSchema)).check(z.maxLength(MOST_COLUMNS)),
      }),
    )
    .check(z.maxLength(MOST_ROWS)),
});

export const chartSchema = z.strictObject({
  id,
  paintingId: id,
  name,
  kind: z.enum(CHART_KINDS),
  tubeIds: tubesSchema,
  mixtures: z.optional(
    z
      .array(
        z.strictObject({
          id,
          name,
          amounts: z.array(amountSchema).check(z.minLength(1), z.maxLength(MOST_CHART_TUBES + 2)),
        }),
      )
      .check(z.maxLength(2 * MOST_CHART_TUBES)),
  ),
  downIds: z.optional(tubesSchema),
  balance: z.enum(CHART_BALANCES),
  tintRule: z.enum(TINT_RULES),
  steps: z.int().check(z.gte(LEAST_STEPS), z.lte(MOST_STEPS)),
  noteId: z.optional(id),
  remark: z.optional(z.string().check(z.maxLength(MOST_SHEET_REMARK))),
  lightener: z.optional(z.enum(["white", "water"])),
  fixed: z.optional(z.array(sheetSchema).check(z.maxLength(MOST_FIXED_SHEETS))),
  readings: z
    .array(
      z.strictObject({
        /** Tubes and parts of the cell, so that it is found whatever the chart looks like now. */
        cell: z.string().check(z.minLength(1), z.maxLength(1000)),
        color: storedColorSchema,
        isStruckOut: z.optional(z.boolean()),
        film: z.optional(z.enum(FILMS)),
        photoId: z.optional(id),
      }),
    )
    .check(z.maxLength(MOST_CHART_READINGS)),
  createdAt: time,
});
