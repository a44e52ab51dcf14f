/**
 * What is stored, as Zod schemas: every row is parsed on its way in and on its way out.
 *
 * Stored colours carry their space, light and source, so that a number can never be read under the wrong
 * white. Times are milliseconds since 1970 (UTC). A type here is the shape on disk of the newest schema
 * version; changing it needs a new version and a migration (see ./migrations).
 */
import { z } from "zod";
import { finite, id, name, storedColorSchema, time } from "./schemaParts";

export * from "./mixSchema";
export * from "./careSchema";
export type { StoredColor } from "./schemaParts";

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

export const TUBE_MEDIA = ["oil", "acrylic", "watercolour", "gouache", "other"] as const;
export const TUBE_GRADES = ["artist", "student", "children", "unknown"] as const;
export const TUBE_OPACITIES = [
  "opaque",
  "semi-opaque",
  "semi-transparent",
  "transparent",
  "unknown",
] as const;
/** ASTM classes as printed on tubes, spans included. */
export const LIGHTFASTNESS_CLASSES = ["I", "I-II", "II", "II-III", "III", "III-IV", "IV", "unknown"] as const;
export const TUBE_HAZARDS = [
  "low",
  "dust",
  "manganese",
  "nickel",
  "cobalt",
  "cobalt-nickel",
  "cadmium",
  "lead",
  "unknown",
] as const;

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
});

export const NOTE_STATES = ["open", "mixing", "drying", "checked"] as const;

export const NEIGHBOUR_SIDES = ["left", "above", "right", "below"] as const;
export const NOTE_NUDGES = ["lighter", "darker", "brighter", "duller", "warmer", "cooler"] as const;

/** What a match is for; each asks for another closeness. */
export const NOTE_PURPOSES = ["vanish", "family", "relation", "stand-in", "own"] as const;

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
  state: z.enum(NOTE_STATES),
  createdAt: time,
});

/** Where painters disagree: changes order, wording and what is offered, never what paint does. */
export const schoolSchema = z.strictObject({
  /** Say the colour in words before a recipe is shown. */
  readFirst: z.boolean(),
  first: z.enum(["value", "hue", "base"]),
  dullWith: z.enum(["complement", "grey", "earth"]),
  allowsBlack: z.boolean(),
  darkenReds: z.enum(["complement", "black", "dark-red"]),
  way: z.enum(["adjust", "premix"]),
  start: z.enum(["weakest", "lightest", "majority"]),
  lighten: z.enum(["white", "water"]),
});

export const DEFAULT_SCHOOL: z.infer<typeof schoolSchema> = {
  readFirst: false,
  first: "value",
  dullWith: "complement",
  allowsBlack: true,
  darkenReds: "complement",
  way: "adjust",
  start: "weakest",
  lighten: "white",
};

export const settingsSchema = z.strictObject({
  id: z.literal("settings"),
  room: z.enum(["light", "middle", "dark"]),
  scale: z
    .strictObject({ atBlack: finite.min(0).max(100), atWhite: finite.min(0).max(100) })
    .refine((scale) => scale.atBlack !== scale.atWhite, "The two ends of a value scale must differ"),
  chromaWords: z.enum(["dull-bright", "weak-strong", "greyed-pure"]),
  amountUnit: z.enum(["parts", "millilitres", "drops", "grams", "percent"]),
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
  currentPaintingId: id.optional(),
  /** When the last archive of everything was saved to a file. */
  lastArchiveAt: time.optional(),
  /** Days after which the Table says that an archive is due; 0 for never. */
  remindAfterDays: z.number().int().min(0).max(365).default(14),
});

export type Painting = z.infer<typeof paintingSchema>;
export type PictureLightRow = z.infer<typeof pictureLightSchema>;
export type Picture = z.infer<typeof pictureSchema>;
export type Tube = z.infer<typeof tubeSchema>;
export type Calibration = z.infer<typeof calibrationSchema>;
export type TubePhoto = z.infer<typeof tubePhotoSchema>;
export type Palette = z.infer<typeof paletteSchema>;
export type Note = z.infer<typeof noteSchema>;
export type School = z.infer<typeof schoolSchema>;
export type Settings = z.infer<typeof settingsSchema>;

export const DEFAULT_SETTINGS: Settings = {
  id: "settings",
  room: "light",
  scale: { atBlack: 0, atWhite: 10 },
  chromaWords: "dull-bright",
  amountUnit: "parts",
  sizes: { touchParts: 1 / 16, speckParts: 1 / 64 },
  partMl: 1,
  dropMl: 0.05,
  singleKeys: true,
  maxTubesPerRecipe: 4,
  school: DEFAULT_SCHOOL,
  allowsForDrying: true,
  remindAfterDays: 14,
};
