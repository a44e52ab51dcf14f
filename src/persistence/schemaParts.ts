/** What the rows are made of. */
import { z } from "zod";
import { ABSORBENCIES, GROUND_KINDS } from "../domain/ground/ground";
import { COLOR_LIGHTS, COLOR_SOURCES, GLOSS_MODES } from "../domain/reading/storedColor";

export const id = z.string().min(1).max(64);
export const name = z.string().trim().min(1).max(120);
export const time = z.number().int().nonnegative();
export const finite = z.number();

export const storedColorSchema = z.strictObject({
  space: z.literal("cielab-2deg"),
  light: z.enum(COLOR_LIGHTS),
  /** L* in [0, 100]; a*, b* within what any paint or screen can have. */
  lab: z.tuple([finite.min(0).max(100), finite.min(-160).max(160), finite.min(-160).max(160)]),
  source: z.enum(COLOR_SOURCES),
  /** One standard deviation of the colour itself, ΔE00. */
  uncertaintyDeltaE2000: finite.min(0).max(50),
  gloss: z.enum(GLOSS_MODES).optional(),
});

export const groundSchema = z.strictObject({
  kind: z.enum(GROUND_KINDS),
  name,
  color: storedColorSchema.optional(),
  ofId: id.optional(),
  isWet: z.boolean(),
  pickedUpShare: finite.min(0).max(1).optional(),
  absorbency: z.enum(ABSORBENCIES).optional(),
});
