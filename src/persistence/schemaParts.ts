/** What the rows are made of. */
import * as z from "zod/mini";
import { ABSORBENCIES, GROUND_KINDS } from "../domain/ground/ground";
import { isVisibleName, plainName } from "../domain/name/visibleName";
import { COLOR_AXES, COLOR_LIGHTS, COLOR_SOURCES, GLOSS_MODES } from "../domain/reading/storedColor";

export const id = z.string().check(z.minLength(1), z.maxLength(64));
/** Something that can be seen, and that no mark of direction disguises. */
export const name = z
  .string()
  .check(
    z.overwrite(plainName),
    z.minLength(1),
    z.maxLength(120),
    z.refine(isVisibleName, "A name needs a letter that can be seen"),
  );
/** To the end of the year 9999: what is counted from it is still a date. */
const LAST_TIME = 253_402_300_799_999;
export const time = z.int().check(z.nonnegative(), z.lte(LAST_TIME));
export const finite = z.number();
/** A place in an order that goes on after it. */
export const ordinal = z.int().check(z.nonnegative(), z.lte(1_000_000));
/** ΔE00, or a difference in L*, C* or hue: no two colours are further apart than a few hundred. */
export const difference = finite.check(z.gte(0), z.lte(1000));

export const amountSchema = z.strictObject({
  tubeId: id,
  /** Volume in the painter's parts. */
  parts: finite.check(z.positive(), z.lte(10_000)),
});

export const storedColorSchema = z.strictObject({
  space: z.literal("cielab-2deg"),
  light: z.enum(COLOR_LIGHTS),
  /** L* in [0, 100]; a*, b* within what any paint or screen can have. */
  lab: z.tuple([
    finite.check(z.gte(0), z.lte(100)),
    finite.check(z.gte(-160), z.lte(160)),
    finite.check(z.gte(-160), z.lte(160)),
  ]),
  source: z.enum(COLOR_SOURCES),
  /** One standard deviation of the colour itself, ΔE00. */
  uncertaintyDeltaE2000: finite.check(z.gte(0), z.lte(50)),
  /** Axes of which an eye said nothing: they hold what was predicted. */
  silent: z.optional(z.array(z.enum(COLOR_AXES)).check(z.maxLength(2))),
  /** Axes that were judged under a handicap: their doubt is doubled. */
  faint: z.optional(z.array(z.enum(COLOR_AXES)).check(z.maxLength(3))),
  gloss: z.optional(z.enum(GLOSS_MODES)),
});

export const groundSchema = z.strictObject({
  kind: z.enum(GROUND_KINDS),
  name,
  color: z.optional(storedColorSchema),
  ofId: z.optional(id),
  isWet: z.boolean(),
  pickedUpShare: z.optional(finite.check(z.gte(0), z.lte(1))),
  absorbency: z.optional(z.enum(ABSORBENCIES)),
});
