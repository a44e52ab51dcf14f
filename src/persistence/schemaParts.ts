/** What the rows are made of. */
import { z } from "zod";

export const id = z.string().min(1).max(64);
export const name = z.string().trim().min(1).max(120);
export const time = z.number().int().nonnegative();
export const finite = z.number();

const COLOR_SOURCES = ["measured", "by-eye", "picture", "typed", "file", "predicted", "generic"] as const;

export const storedColorSchema = z.strictObject({
  space: z.literal("cielab-2deg"),
  light: z.enum(["D65", "D50", "A", "F2", "F11"]),
  /** L* in [0, 100]; a*, b* within what any paint or screen can have. */
  lab: z.tuple([finite.min(0).max(100), finite.min(-160).max(160), finite.min(-160).max(160)]),
  source: z.enum(COLOR_SOURCES),
  /** One standard deviation of the colour itself, ΔE00. */
  uncertaintyDeltaE2000: finite.min(0).max(50),
});

export type StoredColor = z.infer<typeof storedColorSchema>;
