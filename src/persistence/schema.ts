/**
 * What is stored, as Zod schemas: every row is parsed on its way in and on its way out.
 *
 * Stored colours carry their space, light and source, so that a number can never be read under the wrong
 * white. Times are milliseconds since 1970 (UTC). A type here is the shape on disk of the newest schema
 * version; changing it needs a new version and a migration (see ./migrations).
 */
import { z } from "zod";
import {
  NEIGHBOUR_SIDES,
  NOTE_NUDGES,
  NOTE_PURPOSES,
  NOTE_STATES,
  TARGET_SURFACES,
} from "../domain/note/note";
import {
  DEFAULT_SCHOOL,
  DULLING_MEANS,
  LAYING_STARTS,
  LIGHTENERS,
  MIXING_WAYS,
  RED_DARKENERS,
  SCHOOL_FIRSTS,
} from "../domain/school/school";
import { FILMS, SEEN_ON } from "../domain/reading/reading";
import { AMOUNT_UNITS, CHROMA_VOCABULARIES, PAINT_SURFACES, ROOMS } from "../domain/settings/settings";
import {
  LIGHTFASTNESS_CLASSES,
  TUBE_GRADES,
  TUBE_HAZARDS,
  TUBE_MEDIA,
  TUBE_OPACITIES,
} from "../domain/tube/tube";
import { finite, groundSchema, id, name, storedColorSchema, time } from "./schemaParts";

export * from "./mixSchema";
export * from "./careSchema";

const spotSchema = z.strictObject({ xPx: finite.min(0), yPx: finite.min(0), radiusPx: finite.positive() });

/** The light of a photo and what it was found from: factors of the linear channels and their change across it. */
const pictureLightSchema = z.strictObject({
  gains: z.tuple([finite.positive(), finite.positive(), finite.positive()]),
  slope: z.tuple([finite, finite]),
  knowsSlope: z.boolean(),
  references: z.array(z.strictObject({ ...spotSchema.shape, truth: storedColorSchema })).max(400),
});

export const paintingSchema = z.strictObject({
  id,
  name,
  pictureId: id.optional(),
  paletteId: id,
  ground: groundSchema.optional(),
  createdAt: time,
});

export const pictureSchema = z.strictObject({
  id,
  paintingId: id,
  fileName: z.string().max(255),
  blob: z.instanceof(Blob),
  widthPx: z.number().int().positive(),
  heightPx: z.number().int().positive(),
  /** Size of the file as it came, when it was larger than what is kept. */
  originalWidthPx: z.number().int().positive(),
  originalHeightPx: z.number().int().positive(),
  /** That file, without data on who took it and where; left out when there was no room for it. */
  original: z.instanceof(Blob).optional(),
  /** Taken out of every colour that is read; none for a picture as it was photographed. */
  light: pictureLightSchema.optional(),
  addedAt: time,
});

/** K and S of one band each from 380 to 730 nm, relative to titanium white's S(550 nm) = 1. */
const bands = z.array(finite.min(0).max(10_000)).length(36);

/** ΔE00 of a reading from the prediction before and after. */
const misses = { missBefore: finite.min(0), missAfter: finite.min(0) };

/**
 * A tube's own optics as they were fitted to readings; the last one of a tube is in use. What was learned from
 * piles has the same time in all the tubes that it moved, and goes on holding the readings of their tests.
 */
export const calibrationSchema = z
  .strictObject({
    at: time,
    absorption: bands,
    scattering: bands,
    readings: z
      .array(
        z.strictObject({
          /** Parts of white to one of the tube; 0 for the masstone. */
          whiteParts: finite.min(0).max(10_000),
          color: storedColorSchema,
          /** When an instrument gave one: reflectance of each band and the standard deviation of each. */
          spectrum: z
            .strictObject({
              reflectance: z.array(finite.min(0).max(2)).length(36),
              uncertainty: finite.positive().max(1),
            })
            .optional(),
          ...misses,
        }),
      )
      .max(40),
    piles: z.array(z.strictObject({ pileId: id, isDoubted: z.boolean(), ...misses })).max(500),
    /** One standard deviation of its mixtures with white, ΔE00, before and after. */
    spreadBefore: finite.min(0),
    spreadAfter: finite.min(0),
  })
  .refine(
    ({ readings, piles }) => readings.length + piles.length > 0,
    "A calibration needs a reading or a pile",
  );

export const tubeSchema = z.strictObject({
  id,
  label: name,
  /** In the order of the label; several are a mixture. */
  colourIndexNames: z.array(z.string().min(1).max(24)).max(8),
  medium: z.enum(TUBE_MEDIA),
  grade: z.enum(TUBE_GRADES),
  opacity: z.enum(TUBE_OPACITIES),
  /** 0 lifts off, 3 stains. */
  staining: z.number().int().min(0).max(3).optional(),
  granulates: z.boolean().optional(),
  lightfastness: z.enum(LIGHTFASTNESS_CLASSES),
  hazard: z.enum(TUBE_HAZARDS),
  /** Where the maker's own safety sheet is. */
  safetySheet: z.string().max(500),
  /** For the whole tube, in the painter's currency. */
  price: finite.positive().max(100_000).optional(),
  /** Density of the paint; typical of its kind when it is left out. */
  gramsPerMl: finite.min(0.5).max(10).optional(),
  volumeMl: finite.positive().max(10_000).optional(),
  stockMl: finite.min(0).max(10_000).optional(),
  batch: z.string().max(60),
  /** A day, as 2026-11-23. */
  openedOn: z.iso.date().optional(),
  remark: z.string().max(2000),
  optics: z.strictObject({
    /** Generic models: one, or several that are blended for a tube that is a mixture. */
    modelIds: z.array(id).min(1).max(8),
    /** True when the model is that of a look-alike, because the pigment is not known. */
    isLookAlike: z.boolean(),
    calibrations: z.array(calibrationSchema).max(20),
  }),
  position: z.number().int().nonnegative(),
  addedAt: time,
  /** Out of the way, but not gone. */
  archivedAt: time.optional(),
  /** Deleted tubes leave the box; their name stays for the records that hold them. */
  deletedAt: time.optional(),
});

/** A photo of the tube or of its swatch, kept apart so that reading the box stays quick. */
export const tubePhotoSchema = z.strictObject({ tubeId: id, blob: z.instanceof(Blob), addedAt: time });

export const paletteSchema = z.strictObject({
  id,
  paintingId: id,
  name,
  /** In the order of the painter's board. */
  tubeIds: z.array(id).max(24),
  remark: z.string().max(2000),
  medium: z.enum(TUBE_MEDIA).optional(),
});

export const noteSchema = z.strictObject({
  id,
  paintingId: id,
  number: z.number().int().positive(),
  name,
  /** The aim: what is mixed. */
  target: storedColorSchema,
  /** The colour as it was found, when the aim was moved away from it: another light, another range of values. */
  seen: storedColorSchema.optional(),
  /** Same family when it is left out. */
  purpose: z.enum(NOTE_PURPOSES).optional(),
  /** For a purpose of the painter's own: largest misses in L*, C* and ΔH*. */
  tolerance: z
    .strictObject({ lightness: finite.positive(), chroma: finite.positive(), hue: finite.positive() })
    .optional(),
  /** How much is needed: millilitres of paint, and the share that is mixed on top of it. */
  wanted: z.strictObject({ ml: finite.positive().max(10_000), marginShare: finite.min(0).max(2) }).optional(),
  /** Of the picture's area, [0, 1], when the painter sets it by hand. */
  areaShare: finite.min(0).max(1).optional(),
  /** Where in the picture, in its pixels, and what was averaged there. */
  place: z
    .strictObject({
      ...spotSchema.shape,
      pictureId: id,
      /** Whether the photo's light was taken out. */
      isCorrected: z.boolean(),
      pixelCount: z.number().int().positive(),
      /** Mean ΔE00 of the pixels from their mean. */
      spreadDeltaE2000: finite.min(0),
      light: storedColorSchema,
      dark: storedColorSchema,
      /** Where the light and the dark were read, when not inside the circle itself. */
      lightAt: spotSchema.optional(),
      darkAt: spotSchema.optional(),
      /** What lay around it. */
      neighbours: z.array(z.strictObject({ side: z.enum(NEIGHBOUR_SIDES), color: storedColorSchema })).max(4),
      /** What the painter's eye said against the camera, in order. */
      nudges: z.array(z.enum(NOTE_NUDGES)).max(60),
    })
    .optional(),
  film: z.enum(FILMS).optional(),
  seenOn: z.enum(SEEN_ON).optional(),
  surface: z.enum(TARGET_SURFACES).optional(),
  ground: groundSchema.optional(),
  state: z.enum(NOTE_STATES),
  createdAt: time,
});

/** Where painters disagree: changes order, wording and what is offered, never what paint does. */
export const schoolSchema = z.strictObject({
  /** Say the colour in words before a recipe is shown. */
  readFirst: z.boolean(),
  first: z.enum(SCHOOL_FIRSTS),
  dullWith: z.enum(DULLING_MEANS),
  allowsBlack: z.boolean(),
  darkenReds: z.enum(RED_DARKENERS),
  way: z.enum(MIXING_WAYS),
  start: z.enum(LAYING_STARTS),
  lighten: z.enum(LIGHTENERS),
});

export const settingsSchema = z.strictObject({
  id: z.literal("settings"),
  room: z.enum(ROOMS),
  scale: z
    .strictObject({ atBlack: finite.min(0).max(100), atWhite: finite.min(0).max(100) })
    .refine((scale) => scale.atBlack !== scale.atWhite, "The two ends of a value scale must differ"),
  chromaWords: z.enum(CHROMA_VOCABULARIES),
  amountUnit: z.enum(AMOUNT_UNITS),
  sizes: z
    .strictObject({ touchParts: finite.positive().max(0.25), speckParts: finite.positive().max(0.25) })
    .refine((sizes) => sizes.speckParts < sizes.touchParts, "A speck must be smaller than a touch"),
  partMl: finite.positive().max(1000),
  dropMl: finite.positive().max(10),
  /** Keys such as G for grey act without a modifier. */
  singleKeys: z.boolean(),
  maxTubesPerRecipe: z.number().int().min(1).max(6),
  school: schoolSchema.default(DEFAULT_SCHOOL),
  /** Whether aims are moved so that the dry paint comes out right. */
  allowsForDrying: z.boolean().default(true),
  paintSurfaces: z.partialRecord(z.enum(TUBE_MEDIA), z.enum(PAINT_SURFACES)).optional(),
  currentPaintingId: id.optional(),
  /** When the last archive of everything was saved to a file. */
  lastArchiveAt: time.optional(),
  /** Days after which the Table says that an archive is due; 0 for never. */
  remindAfterDays: z.number().int().min(0).max(365).default(14),
});
