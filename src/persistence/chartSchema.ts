/** What is stored of charts: which tubes they are of, and what was painted and read in their cells. */
import * as z from "zod/mini";
import {
  CHART_BALANCES,
  CHART_KINDS,
  LEAST_STEPS,
  MOST_CHART_READINGS,
  MOST_CHART_TUBES,
  MOST_STEPS,
  TINT_RULES,
} from "../domain/charts/chart";
import { id, name, storedColorSchema, time } from "./schemaParts";

const tubesSchema = z.array(id).check(z.maxLength(MOST_CHART_TUBES));

export const chartSchema = z.strictObject({
  id,
  paintingId: id,
  name,
  kind: z.enum(CHART_KINDS),
  tubeIds: tubesSchema,
  downIds: z.optional(tubesSchema),
  balance: z.enum(CHART_BALANCES),
  tintRule: z.enum(TINT_RULES),
  steps: z.int().check(z.gte(LEAST_STEPS), z.lte(MOST_STEPS)),
  readings: z
    .array(
      z.strictObject({
        /** Tubes and parts of the cell, so that it is found whatever the chart looks like now. */
        cell: z.string().check(z.minLength(1), z.maxLength(1000)),
        color: storedColorSchema,
        isStruckOut: z.optional(z.boolean()),
      }),
    )
    .check(z.maxLength(MOST_CHART_READINGS)),
  createdAt: time,
});
