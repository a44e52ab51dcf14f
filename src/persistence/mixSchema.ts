/** What is stored of mixing: recipes, piles, readings, matches, and what the painter has in hand at the bench. */
import * as z from "zod/mini";
import { CHROMA_RULES, DARKEN_WAYS, LIGHTEN_WAYS } from "../core/strings/types";
import {
  GRID_AMOUNTS,
  GRID_RESERVES,
  GRID_TUBES,
  LEAST_ROWS,
  MOST_ROWS,
  MOST_STRINGS,
} from "../domain/strings/grid";
import { FILMS, SEEN_ON } from "../domain/reading/reading";
import { TIMER_KINDS } from "../domain/timer/timer";
import {
  amountSchema,
  difference,
  finite,
  groundSchema,
  id,
  name,
  ordinal,
  storedColorSchema,
  time,
} from "./schemaParts";

/** Place in a pile's story, whatever the clock says. */
const turn = ordinal;

export const recipeSchema = z
  .strictObject({
    id,
    noteId: z.optional(id),
    name: z.optional(name),
    /** In the order of laying down, rounded to the knife. */
    amounts: z.array(amountSchema).check(z.minLength(1), z.maxLength(6)),
    thinned: z.optional(
      z
        .array(
          z.strictObject({
            tubeId: id,
            carrierId: id,
            carrierParts: finite.check(z.positive(), z.lte(1000)),
            dose: finite.check(z.positive(), z.lte(10_000)),
          }),
        )
        .check(z.maxLength(6)),
    ),
    /** Exact shares of the volume in the same order; they sum to 1. */
    shares: z.array(finite.check(z.positive(), z.lte(1))).check(z.minLength(1), z.maxLength(6)),
    predicted: storedColorSchema,
    deltaE2000: difference,
    reasons: z.array(z.string().check(z.maxLength(40))).check(z.maxLength(8)),
    createdAt: time,
  })
  .check(z.refine(({ amounts, shares }) => amounts.length === shares.length, "Each amount needs its share"));

export const pileSchema = z.strictObject({
  id,
  noteId: z.optional(id),
  paintingId: z.optional(id),
  name: z.optional(name),
  recipeId: z.optional(id),
  additions: z
    .array(
      z.strictObject({
        ...amountSchema.shape,
        turn,
        addedAt: time,
        suggestedParts: z.optional(finite.check(z.positive(), z.lte(10_000))),
        /** The amount is what a scale showed. */
        isWeighed: z.optional(z.boolean()),
        /** The older pile that it was taken from: what is left over is paint too. */
        fromPileId: z.optional(id),
      }),
    )
    .check(z.maxLength(200)),
  /** Paint scraped away, with the share of the pile that stayed. */
  scrapes: z.optional(
    z
      .array(
        z.strictObject({
          turn,
          at: time,
          keptShare: finite.check(z.positive(), z.lte(1)),
          /** It was not thrown away: it went into this pile. */
          intoPileId: z.optional(id),
        }),
      )
      .check(z.maxLength(50)),
  ),
  /** A sample of another pile on which something is tried: which pile, and what share of it was taken. */
  side: z.optional(z.strictObject({ of: id, share: finite.check(z.positive(), z.lte(1)) })),
  /** Parts of a pile that are still there to be used in others, once it is kept or set aside. */
  leftParts: z.optional(finite.check(z.gte(0), z.lte(10_000))),
  /** When the painter last said that it is soft, and whether it has been covered since. */
  soft: z.optional(z.strictObject({ at: time, isCovered: z.boolean() })),
  isStreaky: z.optional(z.boolean()),
  ground: z.optional(groundSchema),
  state: z.enum(["open", "side", "kept", "set-aside"]),
  createdAt: time,
});

export const readingSchema = z.strictObject({
  id,
  noteId: z.optional(id),
  pileId: id,
  turn,
  derivedFrom: z.optional(id),
  color: storedColorSchema,
  film: z.enum(FILMS),
  seenOn: z.optional(z.enum(SEEN_ON)),
  takenAt: time,
  /** The painter was asked, since it contradicts the record, and stands by it. */
  isStoodBy: z.optional(z.boolean()),
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
  deltaE2000: difference,
  /** What the box predicted of the pile when it was kept; by it one sees what a tube's change means. */
  predicted: z.optional(storedColorSchema),
  /** Only a person looking at dry paint makes a match confirmed. */
  verdict: z.enum(["provisional", "confirmed", "moved"]),
  keptAt: time,
  checkedAt: z.optional(time),
  remark: z.string().check(z.maxLength(2000)),
});

/** A photo of a match: the dab, the place in the painting. Kept apart so that reading the log stays quick. */
export const matchPhotoSchema = z.strictObject({ matchId: id, blob: z.instanceof(Blob), addedAt: time });

/** A photo of a pile after one of its turns: how it looked then. */
export const turnPhotoSchema = z.strictObject({
  id,
  pileId: id,
  turn,
  blob: z.instanceof(Blob),
  addedAt: time,
});

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
  noteId: z.optional(id),
  kind: z.enum(TIMER_KINDS),
  startedAt: time,
  dueAt: time,
});

/** Signed misses of a pile from what it is compared with: L*, C*ab and ΔH*. */
const signed = finite.check(z.gte(-1000), z.lte(1000));
const missSchema = z.strictObject({ deltaLightness: signed, deltaChroma: signed, deltaHue: signed });

/** Dry L* of a row. */
const row = finite.check(z.gte(0), z.lte(100));
const pileParts = finite.check(z.positive(), z.lte(1000));

/** What a string is a family of: a colour, or paint. */
const gridBaseSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("colour"),
    color: storedColorSchema,
    light: z.optional(storedColorSchema),
    dark: z.optional(storedColorSchema),
    noteId: z.optional(id),
  }),
  z.strictObject({
    kind: z.literal("paint"),
    amounts: z.array(amountSchema).check(z.minLength(1), z.maxLength(24)),
    pileId: z.optional(id),
  }),
]);

export const gridSchema = z.strictObject({
  id,
  paintingId: id,
  name,
  rows: z.array(row).check(z.minLength(LEAST_ROWS), z.maxLength(MOST_ROWS)),
  strings: z
    .array(
      z.strictObject({
        id,
        name,
        base: gridBaseSchema,
        lighten: z.enum(LIGHTEN_WAYS),
        darken: z.enum(DARKEN_WAYS),
        chroma: z.enum(CHROMA_RULES),
        byHand: z.optional(z.array(z.strictObject({ row, parts: pileParts })).check(z.maxLength(MOST_ROWS))),
      }),
    )
    .check(z.maxLength(MOST_STRINGS)),
  tubes: z.enum(GRID_TUBES),
  parts: pileParts,
  amounts: z.enum(GRID_AMOUNTS),
  sharedWithin: finite.check(z.gte(0), z.lte(20)),
  usesParents: z.boolean(),
  reserve: z.enum(GRID_RESERVES),
  /** Members that were taken to the bench: the pile that follows a recipe is the member. */
  taken: z
    .array(z.strictObject({ stringId: id, row: z.optional(row), recipeId: id }))
    .check(z.maxLength(400)),
  createdAt: time,
});

/** What was chosen or entered at the bench of a note but is not paint yet; so that closing the page loses nothing. */
export const benchSchema = z.strictObject({
  noteId: id,
  chosenKey: z.optional(z.string().check(z.maxLength(2000))),
  /** Amounts changed by hand, in the order of laying down. */
  byHand: z.optional(z.array(amountSchema).check(z.maxLength(6))),
  required: z.optional(z.array(id).check(z.maxLength(24))),
  forbidden: z.optional(z.array(id).check(z.maxLength(24))),
  /** A finger on the rails that was not noted yet, and how often paint had been added then. */
  draft: z.optional(z.strictObject({ pileId: id, additionCount: ordinal, miss: missSchema })),
});
