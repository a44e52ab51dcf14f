/** What is stored of mixing: recipes, piles, readings, matches, and what the painter has in hand at the bench. */
import { z } from "zod";
import { FILMS, SEEN_ON } from "../domain/reading/reading";
import { TIMER_KINDS } from "../domain/timer/timer";
import { finite, groundSchema, id, name, storedColorSchema, time } from "./schemaParts";

/** Place in a pile's story, whatever the clock says. */
const turn = z.number().int().nonnegative();

const amountSchema = z.strictObject({
  tubeId: id,
  /** Volume in the painter's parts. */
  parts: finite.positive().max(10_000),
});

export const recipeSchema = z.strictObject({
  id,
  noteId: id.optional(),
  /** In the order of laying down, rounded to the knife. */
  amounts: z.array(amountSchema).min(1).max(6),
  /** Exact shares of the volume in the same order; they sum to 1. */
  shares: z.array(finite.positive().max(1)).min(1).max(6),
  predicted: storedColorSchema,
  deltaE2000: finite.min(0),
  reasons: z.array(z.string().max(40)).max(8),
  createdAt: time,
});

export const pileSchema = z.strictObject({
  id,
  noteId: id.optional(),
  paintingId: id.optional(),
  name: name.optional(),
  recipeId: id.optional(),
  additions: z
    .array(
      z.strictObject({
        ...amountSchema.shape,
        turn,
        addedAt: time,
        suggestedParts: finite.positive().optional(),
        /** The older pile that it was taken from: what is left over is paint too. */
        fromPileId: id.optional(),
      }),
    )
    .max(200),
  /** Paint scraped away, with the share of the pile that stayed. */
  scrapes: z
    .array(z.strictObject({ turn, at: time, keptShare: finite.positive().max(1) }))
    .max(50)
    .optional(),
  /** A sample of another pile on which something is tried: which pile, and what share of it was taken. */
  side: z.strictObject({ of: id, share: finite.positive().max(1) }).optional(),
  /** Parts of a pile that are still there to be used in others, once it is kept or set aside. */
  leftParts: finite.min(0).max(10_000).optional(),
  isStreaky: z.boolean().optional(),
  ground: groundSchema.optional(),
  state: z.enum(["open", "side", "kept", "set-aside"]),
  createdAt: time,
});

export const readingSchema = z.strictObject({
  id,
  noteId: id.optional(),
  pileId: id,
  turn,
  derivedFrom: id.optional(),
  color: storedColorSchema,
  film: z.enum(FILMS),
  seenOn: z.enum(SEEN_ON).optional(),
  takenAt: time,
});

export const matchSchema = z.strictObject({
  id,
  paintingId: id,
  noteId: id,
  pileId: id,
  readingId: id,
  /** What was aimed at and what came out, as they were when the match was kept. */
  target: storedColorSchema,
  result: storedColorSchema,
  deltaE2000: finite.min(0),
  /** What the box predicted of the pile when it was kept; by it one sees what a tube's change means. */
  predicted: storedColorSchema.optional(),
  /** Only a person looking at dry paint makes a match confirmed. */
  verdict: z.enum(["provisional", "confirmed", "moved"]),
  keptAt: time,
  checkedAt: time.optional(),
  remark: z.string().max(2000),
});

/** A photo of a match: the dab, the place in the painting. Kept apart so that reading the log stays quick. */
export const matchPhotoSchema = z.strictObject({ matchId: id, blob: z.instanceof(Blob), addedAt: time });

/** What the painter said of a target before any recipe was shown. */
export const lookSchema = z.strictObject({
  id,
  paintingId: id,
  noteId: id,
  target: storedColorSchema,
  said: storedColorSchema,
  at: time,
});

export const timerSchema = z.strictObject({
  id,
  paintingId: id,
  /** What it was set for; nothing for one that is set for the whole board. */
  noteId: id.optional(),
  kind: z.enum(TIMER_KINDS),
  startedAt: time,
  dueAt: time,
});

/** Signed misses of a pile from what it is compared with: L*, C*ab and ΔH*. */
const missSchema = z.strictObject({ deltaLightness: finite, deltaChroma: finite, deltaHue: finite });

/** What was chosen or entered at the bench of a note but is not paint yet; so that closing the page loses nothing. */
export const benchSchema = z.strictObject({
  noteId: id,
  chosenKey: z.string().max(2000).optional(),
  /** Amounts changed by hand, in the order of laying down. */
  byHand: z.array(amountSchema).max(6).optional(),
  required: z.array(id).max(24).optional(),
  forbidden: z.array(id).max(24).optional(),
  /** A finger on the rails that was not noted yet, and how often paint had been added then. */
  draft: z
    .strictObject({ pileId: id, additionCount: z.number().int().nonnegative(), miss: missSchema })
    .optional(),
});
