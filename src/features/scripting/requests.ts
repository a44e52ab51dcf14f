/** What scripts and spreadsheets may ask, as Zod schemas with limits. Documented in docs/api.md. */
import { z } from "zod";

export const LARGEST_BODY_BYTES = 64 * 1024;
const BANDS = 36;

const coefficient = z.number().min(0).max(1000);
const spectrum = z.array(z.number().positive().max(1000)).length(BANDS);

/** A generic pigment by id, or optics of one's own: 36 bands of 10 nm from 380 nm. */
const tube = z.union([
  z.strictObject({ pigment: z.string().min(1).max(64) }),
  z.strictObject({
    name: z.string().min(1).max(120),
    absorption: z.array(coefficient).length(BANDS),
    scattering: spectrum,
    isBlack: z.boolean().optional(),
  }),
]);

const lab = z.tuple([
  z.number().min(0).max(100),
  z.number().min(-128).max(128),
  z.number().min(-128).max(128),
]);
const target = z.union([z.strictObject({ lab }), z.strictObject({ hex: z.string().max(16) })]);

export const mixRequestSchema = z.strictObject({
  parts: z
    .array(z.strictObject({ tube, volume: z.number().positive().max(1e6) }))
    .min(1)
    .max(64),
  light: z.enum(["D65", "D50", "A", "F2", "F11"]).default("D65"),
  film: z
    .strictObject({
      thickness: z.number().min(0).max(1000),
      /** Seen reflectance below: one number for a grey, or 36 bands. */
      ground: z.union([z.number().min(0).max(1), z.array(z.number().min(0).max(1)).length(BANDS)]),
    })
    .optional(),
});

export const recipesRequestSchema = z.strictObject({
  tubes: z.array(tube).min(1).max(24),
  targets: z.array(target).min(1).max(16),
  maxTubes: z.number().int().min(1).max(6).default(4),
  maxAnswers: z.number().int().min(1).max(6).default(4),
  /** ΔE00 within which a recipe of fewer tubes comes first. */
  tolerance: z.number().min(0).max(20).default(1),
});

export type MixRequest = z.infer<typeof mixRequestSchema>;
export type RecipesRequest = z.infer<typeof recipesRequestSchema>;
export type TubeRequest = z.infer<typeof tube>;
export type TargetRequest = z.infer<typeof target>;
