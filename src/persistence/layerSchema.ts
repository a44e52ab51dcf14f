/** What is stored of layers: plans of them, and scraps on which they were tried. */
import * as z from "zod/mini";
import {
  LEAST_COVER,
  MOST_LAYERS,
  MOST_PASSES,
  MOST_SCRAP_READINGS,
  MOST_TAKEN_UP,
  MOST_THINNER,
  THINNERS,
} from "../domain/layers/layering";
import { FILMS } from "../domain/reading/reading";
import { amountSchema, finite, groundSchema, id, name, storedColorSchema, time } from "./schemaParts";

const layerSchema = z.strictObject({
  id,
  name,
  amounts: z.array(amountSchema).check(z.minLength(1), z.maxLength(24)),
  thinner: z.enum(THINNERS),
  thinnerShare: finite.check(z.gte(0), z.lte(MOST_THINNER)),
  passes: z.int().check(z.gte(1), z.lte(MOST_PASSES)),
  coverShare: finite.check(z.gte(LEAST_COVER), z.lte(1)),
  takenUpShare: finite.check(z.gte(0), z.lte(MOST_TAKEN_UP)),
});
const layersSchema = z.array(layerSchema).check(z.maxLength(MOST_LAYERS));

export const layeringSchema = z.strictObject({
  id,
  paintingId: id,
  name,
  noteId: z.optional(id),
  ground: groundSchema,
  /** Lowest first. */
  layers: layersSchema,
  createdAt: time,
});

export const scrapSchema = z.strictObject({
  id,
  paintingId: id,
  name,
  layers: layersSchema.check(z.minLength(1)),
  readings: z
    .array(
      z.strictObject({
        ground: groundSchema,
        color: storedColorSchema,
        film: z.optional(z.enum(FILMS)),
      }),
    )
    .check(z.minLength(1), z.maxLength(MOST_SCRAP_READINGS)),
  readAt: time,
});
