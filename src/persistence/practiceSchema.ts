/** What is stored of practice: sessions with their questions and answers, and series of found colours. */
import * as z from "zod/mini";
import type { LabD65 } from "../core/color/types";
import { DRILLS, LEVELS, MOST_FOUND, MOST_QUESTIONS, SKILL_AXES } from "../domain/practice/practice";
import { finite, id, name, storedColorSchema, time } from "./schemaParts";

const axis = finite.check(z.gte(-160), z.lte(160));
/** CIELAB D65: what was shown or said. Its brand is the type's alone. */
const labSchema = z.tuple([
  finite.check(z.gte(0), z.lte(100)),
  axis,
  axis,
]) as z.ZodMiniType as z.ZodMiniType<LabD65>;
const dosesSchema = z
  .array(z.strictObject({ tube: z.int().check(z.gte(0), z.lte(40)), parts: finite.check(z.gt(0)) }))
  .check(z.maxLength(12));
const places = z.array(z.int().check(z.gte(-200), z.lte(200))).check(z.maxLength(8));

const questionSchema = z.strictObject({
  drill: z.enum(DRILLS),
  axis: z.enum(SKILL_AXES),
  patches: z.array(labSchema).check(z.maxLength(8)),
  around: z.optional(labSchema),
  mixture: z.optional(dosesSchema),
  choices: z
    .array(z.strictObject({ lab: z.optional(labSchema), doses: z.optional(dosesSchema) }))
    .check(z.maxLength(12)),
  key: places,
  by: z.optional(finite.check(z.gte(-200), z.lte(200))),
  hue: z.optional(z.enum(["orange", "green", "violet"])),
});

const count = z.int().check(z.gte(0), z.lte(1000));
const benchSchema = z.strictObject({
  result: labSchema,
  again: z.optional(labSchema),
  additions: count,
  parts: finite.check(z.gte(0), z.lte(10_000)),
  withInstrument: z.boolean(),
  engine: z.optional(
    z.strictObject({
      additions: count,
      parts: finite.check(z.gte(0), z.lte(10_000)),
      deltaE2000: finite.check(z.gte(0), z.lte(1000)),
    }),
  ),
});

export const practiceSchema = z.strictObject({
  id,
  startedAt: time,
  level: z.enum(LEVELS),
  seed: z.int().check(z.gte(0), z.lte(0xffffffff)),
  tubes: z
    .array(z.strictObject({ label: name, tubeId: z.optional(id), lab: z.optional(labSchema) }))
    .check(z.maxLength(24)),
  questions: z.array(questionSchema).check(z.maxLength(MOST_QUESTIONS)),
  answers: z
    .array(z.strictObject({ at: time, given: places, bench: z.optional(benchSchema) }))
    .check(z.maxLength(MOST_QUESTIONS)),
  endedAt: z.optional(time),
});

export const foundSeriesSchema = z.strictObject({
  id,
  name,
  wanted: z.int().check(z.gte(1), z.lte(MOST_FOUND)),
  colours: z
    .array(
      z.strictObject({
        id,
        name,
        said: z.optional(labSchema),
        color: z.optional(storedColorSchema),
        noteId: z.optional(id),
      }),
    )
    .check(z.maxLength(MOST_FOUND)),
  createdAt: time,
});
