/**
 * Rows parse into domain types: this file compiles only while each schema and its domain type say the same.
 * Nothing of it is left in what runs.
 */
import type * as z from "zod/mini";
import type { LabD65 } from "../core/color/types";
import type { Chart } from "../domain/charts/chart";
import type { Layering, Scrap } from "../domain/layers/layering";
import type { Match, MatchPhoto } from "../domain/match/match";
import type { Note } from "../domain/note/note";
import type { Painting, Picture } from "../domain/painting/painting";
import type { Palette } from "../domain/palette/palette";
import type { BenchRow, Pile, StoredRecipe, TurnPhoto } from "../domain/pile/pile";
import type { FoundSeries, PracticeSession } from "../domain/practice/practice";
import type { FirstLook, Reading } from "../domain/reading/reading";
import type { School } from "../domain/school/school";
import type { Settings } from "../domain/settings/settings";
import type { Grid } from "../domain/strings/grid";
import type { Timer } from "../domain/timer/timer";
import type { Tube, TubePhoto } from "../domain/tube/tube";
import type * as rows from "./schema";

/** As the domain sees a row: nothing in it can be written to. */
type Read<T> = T extends Blob | LabD65
  ? T
  : T extends object
    ? { readonly [Key in keyof T]: Read<T[Key]> }
    : T;

type Same<Row, Domain> = [Read<Row>] extends [Domain] ? ([Domain] extends [Read<Row>] ? true : false) : false;
type RowOf<Schema extends keyof typeof rows> =
  (typeof rows)[Schema] extends z.ZodMiniType<infer T> ? T : never;

export type RowsAreDomain = [
  Same<RowOf<"paintingSchema">, Painting>,
  Same<RowOf<"pictureSchema">, Picture>,
  Same<RowOf<"tubeSchema">, Tube>,
  Same<RowOf<"tubePhotoSchema">, TubePhoto>,
  Same<RowOf<"paletteSchema">, Palette>,
  Same<RowOf<"noteSchema">, Note>,
  Same<RowOf<"schoolSchema">, School>,
  Same<RowOf<"settingsSchema">, Settings>,
  Same<RowOf<"recipeSchema">, StoredRecipe>,
  Same<RowOf<"pileSchema">, Pile>,
  Same<RowOf<"readingSchema">, Reading>,
  Same<RowOf<"matchSchema">, Match>,
  Same<RowOf<"matchPhotoSchema">, MatchPhoto>,
  Same<RowOf<"turnPhotoSchema">, TurnPhoto>,
  Same<RowOf<"lookSchema">, FirstLook>,
  Same<RowOf<"timerSchema">, Timer>,
  Same<RowOf<"benchSchema">, BenchRow>,
  Same<RowOf<"gridSchema">, Grid>,
  Same<RowOf<"layeringSchema">, Layering>,
  Same<RowOf<"scrapSchema">, Scrap>,
  Same<RowOf<"chartSchema">, Chart>,
  Same<RowOf<"practiceSchema">, PracticeSession>,
  Same<RowOf<"foundSeriesSchema">, FoundSeries>,
];
/** Does not compile when a row and its type differ: "never" is not "true". */
export const ROWS_ARE_DOMAIN: RowsAreDomain extends readonly true[] ? true : false = true;
