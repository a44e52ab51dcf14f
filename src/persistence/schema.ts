/**
 * What is stored, as Zod schemas: every row is parsed on its way in and on its way out.
 *
 * Stored colours carry their space, light and source, so that a number can never be read under the wrong
 * white. Times are milliseconds since 1970 (UTC). A type here is the shape on disk of the newest schema
 * version; changing it needs a new version and a migration (see ./migrations).
 */
import { LEVELS } from "../domain/practice/practice";
import * as z from "zod/mini";
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
  FAR_OFFS,
  HIGHLIGHTS,
  HUE_NUDGES,
  KNIVES,
  LAYING_STARTS,
  LIGHTENERS,
  MIXING_WAYS,
  RED_DARKENERS,
  SCHOOL_FIRSTS,
  STIRRINGS,
  TRY_PLACES,
} from "../domain/school/school";
import { FILMS, SEEN_ON } from "../domain/reading/reading";
import {
  AMOUNT_UNITS,
  CHROMA_VOCABULARIES,
  PAINT_SURFACES,
  ROOMS,
  TABLE_ORDERS,
} from "../domain/settings/settings";
import {
  LIGHTFASTNESS_CLASSES,
  TUBE_GRADES,
  TUBE_HAZARDS,
  TUBE_MEDIA,
  TUBE_OPACITIES,
} from "../domain/tube/tube";
import { difference, finite, groundSchema, id, name, ordinal, storedColorSchema, time } from "./schemaParts";

export * from "./chartSchema";
export * from "./layerSchema";
export * from "./mixSchema";
export * from "./practiceSchema";
export * from "./recoverySchema";

/** The longest side that any picture may have. */
const MOST_PX = 1_000_000;
const place = finite.check(z.gte(0), z.lte(MOST_PX));
const side = z.int().check(z.positive(), z.lte(MOST_PX));
const spotSchema = z.strictObject({
  xPx: place,
  yPx: place,
  radiusPx: finite.check(z.positive(), z.lte(MOST_PX)),
});
const gain = finite.check(z.gte(1e-6), z.lte(1e6));
const slope = finite.check(z.gte(-1000), z.lte(1000));

/** The light of a photo and what it was found from: factors of the linear channels and their change across it. */
const pictureLightSchema = z.strictObject({
  gains: z.tuple([gain, gain, gain]),
  slope: z.tuple([slope, slope]),
  knowsSlope: z.boolean(),
  references: z
    .array(z.strictObject({ ...spotSchema.shape, truth: storedColorSchema }))
    .check(z.maxLength(400)),
});

export const paintingSchema = z.strictObject({
  id,
  name,
  pictureId: z.optional(id),
  paletteId: id,
  ground: z.optional(groundSchema),
  createdAt: time,
});

export const pictureSchema = z.strictObject({
  id,
  paintingId: id,
  fileName: z.string().check(z.maxLength(255)),
  blob: z.instanceof(Blob),
  widthPx: side,
  heightPx: side,
  /** Size of the file as it came, when it was larger than what is kept. */
  originalWidthPx: side,
  originalHeightPx: side,
  /** That file, without data on who took it and where; left out when there was no room for it. */
  original: z.optional(z.instanceof(Blob)),
  /** Taken out of every colour that is read; none for a picture as it was photographed. */
  light: z.optional(pictureLightSchema),
  addedAt: time,
});

/** Paint that neither absorbs nor scatters has no colour. */
const LEAST_OPTICS = 1e-9;

/** K and S of one band each from 380 to 730 nm, relative to titanium white's S(550 nm) = 1. */
const bands = z.array(finite.check(z.gte(0), z.lte(10_000))).check(z.length(36));

/** ΔE00 of a reading from the prediction before and after. */
const misses = { missBefore: difference, missAfter: difference };

/**
 * A tube's own optics as they were fitted to readings; the last one of a tube is in use. What was learned from
 * piles has the same time in all the tubes that it moved, and goes on holding the readings of their tests.
 */
export const calibrationSchema = z
  .strictObject({
    at: time,
    absorption: bands,
    scattering: bands,
    /** Of its films: what they throw back outside and inside; K and S hold under it only. */
    surface: z.optional(
      z.strictObject({ k1: finite.check(z.gte(0), z.lte(0.2)), k2: finite.check(z.gte(0), z.lte(0.95)) }),
    ),
    readings: z
      .array(
        z.strictObject({
          /** Parts of white to one of the tube; 0 for the masstone. */
          whiteParts: finite.check(z.gte(0), z.lte(10_000)),
          color: storedColorSchema,
          /** When an instrument gave one: reflectance of each band and the standard deviation of each. */
          spectrum: z.optional(
            z.strictObject({
              reflectance: z.array(finite.check(z.gte(0), z.lte(2))).check(z.length(36)),
              uncertainty: finite.check(z.positive(), z.lte(1)),
            }),
          ),
          ...misses,
        }),
      )
      .check(z.maxLength(40)),
    piles: z.array(z.strictObject({ pileId: id, isDoubted: z.boolean(), ...misses })).check(z.maxLength(500)),
    /** One standard deviation of its mixtures with white, ΔE00, before and after. */
    spreadBefore: difference,
    spreadAfter: difference,
  })
  .check(
    z.refine(
      ({ absorption, scattering }) =>
        absorption.every((k, band) => k + (scattering[band] ?? 0) >= LEAST_OPTICS),
      "A paint must absorb or scatter in every band",
    ),
    z.refine(
      ({ readings, piles }) => readings.length + piles.length > 0,
      "A calibration needs a reading or a pile",
    ),
  );

export const tubeSchema = z.strictObject({
  id,
  label: name,
  /** In the order of the label; several are a mixture. */
  colourIndexNames: z.array(z.string().check(z.minLength(1), z.maxLength(24))).check(z.maxLength(8)),
  medium: z.enum(TUBE_MEDIA),
  grade: z.enum(TUBE_GRADES),
  opacity: z.enum(TUBE_OPACITIES),
  /** 0 lifts off, 3 stains. */
  staining: z.optional(z.int().check(z.gte(0), z.lte(3))),
  granulates: z.optional(z.boolean()),
  lightfastness: z.enum(LIGHTFASTNESS_CLASSES),
  hazard: z.enum(TUBE_HAZARDS),
  /** Where the maker's own safety sheet is. */
  safetySheet: z.string().check(z.maxLength(500)),
  /** For the whole tube, in the painter's currency. */
  price: z.optional(finite.check(z.positive(), z.lte(100_000))),
  /** Density of the paint; typical of its kind when it is left out. */
  gramsPerMl: z.optional(finite.check(z.gte(0.5), z.lte(10))),
  volumeMl: z.optional(finite.check(z.positive(), z.lte(10_000))),
  stockMl: z.optional(finite.check(z.gte(0), z.lte(10_000))),
  batch: z.string().check(z.maxLength(60)),
  /** A day, as 2026-11-23. */
  openedOn: z.optional(z.iso.date()),
  remark: z.string().check(z.maxLength(2000)),
  optics: z.strictObject({
    /** Generic models: one, or several that are blended for a tube that is a mixture. */
    modelIds: z.array(id).check(z.minLength(1), z.maxLength(8)),
    /** True when the model is that of a look-alike, because the pigment is not known. */
    isLookAlike: z.boolean(),
    calibrations: z.array(calibrationSchema).check(z.maxLength(20)),
  }),
  position: ordinal,
  addedAt: time,
  /** Out of the way, but not gone. */
  archivedAt: z.optional(time),
  /** Deleted tubes leave the box; their name stays for the records that hold them. */
  deletedAt: z.optional(time),
});

/** A photo of the tube or of its swatch, kept apart so that reading the box stays quick. */
export const tubePhotoSchema = z.strictObject({ tubeId: id, blob: z.instanceof(Blob), addedAt: time });

export const paletteSchema = z.strictObject({
  id,
  paintingId: id,
  name,
  /** In the order of the painter's board. */
  tubeIds: z.array(id).check(z.maxLength(24)),
  remark: z.string().check(z.maxLength(2000)),
  medium: z.optional(z.enum(TUBE_MEDIA)),
});

export const noteSchema = z.strictObject({
  id,
  paintingId: id,
  number: ordinal.check(z.positive()),
  name,
  /** The aim: what is mixed. */
  target: storedColorSchema,
  /** The colour as it was found, when the aim was moved away from it: another light, another range of values. */
  seen: z.optional(storedColorSchema),
  /** Same family when it is left out. */
  purpose: z.optional(z.enum(NOTE_PURPOSES)),
  /** For a purpose of the painter's own: largest misses in L*, C* and ΔH*. */
  tolerance: z.optional(
    z.strictObject({
      lightness: difference.check(z.positive()),
      chroma: difference.check(z.positive()),
      hue: difference.check(z.positive()),
    }),
  ),
  /** How much is needed: millilitres of paint, and the share that is mixed on top of it. */
  wanted: z.optional(
    z.strictObject({
      ml: finite.check(z.positive(), z.lte(10_000)),
      marginShare: finite.check(z.gte(0), z.lte(2)),
    }),
  ),
  /** Of the picture's area, [0, 1], when the painter sets it by hand. */
  areaShare: z.optional(finite.check(z.gte(0), z.lte(1))),
  /** Where in the picture, in its pixels, and what was averaged there. */
  place: z.optional(
    z.strictObject({
      ...spotSchema.shape,
      pictureId: id,
      /** Whether the photo's light was taken out. */
      isCorrected: z.boolean(),
      pixelCount: z.int().check(z.positive(), z.lte(MOST_PX ** 2)),
      /** Mean ΔE00 of the pixels from their mean. */
      spreadDeltaE2000: difference,
      light: storedColorSchema,
      dark: storedColorSchema,
      /** Where the light and the dark were read, when not inside the circle itself. */
      lightAt: z.optional(spotSchema),
      darkAt: z.optional(spotSchema),
      /** What lay around it. */
      neighbours: z
        .array(z.strictObject({ side: z.enum(NEIGHBOUR_SIDES), color: storedColorSchema }))
        .check(z.maxLength(4)),
      /** What the painter's eye said against the camera, in order. */
      nudges: z.array(z.enum(NOTE_NUDGES)).check(z.maxLength(60)),
    }),
  ),
  film: z.optional(z.enum(FILMS)),
  seenOn: z.optional(z.enum(SEEN_ON)),
  surface: z.optional(z.enum(TARGET_SURFACES)),
  ground: z.optional(groundSchema),
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
  // Later than the others: a school that was kept before takes what is usual.
  knife: z._default(z.enum(KNIVES), DEFAULT_SCHOOL.knife),
  stirring: z._default(z.enum(STIRRINGS), DEFAULT_SCHOOL.stirring),
  nudge: z._default(z.enum(HUE_NUDGES), DEFAULT_SCHOOL.nudge),
  farOff: z._default(z.enum(FAR_OFFS), DEFAULT_SCHOOL.farOff),
  highlights: z._default(z.enum(HIGHLIGHTS), DEFAULT_SCHOOL.highlights),
  tryOn: z._default(z.enum(TRY_PLACES), DEFAULT_SCHOOL.tryOn),
});

export const settingsSchema = z.strictObject({
  id: z.literal("settings"),
  room: z.enum(ROOMS),
  scale: z
    .strictObject({
      atBlack: finite.check(z.gte(0), z.lte(100)),
      atWhite: finite.check(z.gte(0), z.lte(100)),
    })
    .check(z.refine((scale) => scale.atBlack !== scale.atWhite, "The two ends of a value scale must differ")),
  ownWords: z.optional(z.record(z.string().check(z.maxLength(40)), z.string().check(z.maxLength(40)))),
  chromaWords: z.enum(CHROMA_VOCABULARIES),
  amountUnit: z.enum(AMOUNT_UNITS),
  sizes: z
    .strictObject({
      touchParts: finite.check(z.positive(), z.lte(0.25)),
      speckParts: finite.check(z.positive(), z.lte(0.25)),
    })
    .check(z.refine((sizes) => sizes.speckParts < sizes.touchParts, "A speck must be smaller than a touch")),
  partMl: finite.check(z.positive(), z.lte(1000)),
  dropMl: finite.check(z.positive(), z.lte(10)),
  /** Keys such as G for grey act without a modifier. */
  singleKeys: z.boolean(),
  maxTubesPerRecipe: z.int().check(z.gte(1), z.lte(6)),
  school: z._default(schoolSchema, DEFAULT_SCHOOL),
  /** Whether aims are moved so that the dry paint comes out right. */
  allowsForDrying: z._default(z.boolean(), true),
  /** Piles of other paintings count as paint too. */
  takesAllPiles: z.optional(z.boolean()),
  keepsScreenOn: z.optional(z.boolean()),
  tableOrder: z.optional(z.enum(TABLE_ORDERS)),
  paintSurfaces: z.optional(z.partialRecord(z.enum(TUBE_MEDIA), z.enum(PAINT_SURFACES))),
  practice: z.optional(
    z.strictObject({
      level: z.enum(LEVELS),
      minutes: z.union([z.literal(3), z.literal(5), z.literal(10)]),
      isValueFirst: z.boolean(),
    }),
  ),
  currentPaintingId: z.optional(id),
  /** When the last archive of everything was saved to a file. */
  lastArchiveAt: z.optional(time),
  /** Days after which the Table says that an archive is due; 0 for never. */
  remindAfterDays: z._default(z.int().check(z.gte(0), z.lte(365)), 14),
});
