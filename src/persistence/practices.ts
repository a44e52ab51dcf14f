/** Practice sessions, kept answer by answer so that a broken one goes on; and series of found colours. */
import { nanoid } from "nanoid";
import type { Answer, FoundSeries, PracticeSession } from "../domain/practice/practice";
import { type LabD65, labD65 } from "../core/color/types";
import type { GamanDatabase } from "./database";
import { parseRows } from "./rows";
import { foundSeriesSchema, lookSchema, matchSchema, practiceSchema } from "./schema";

/** Thrown when the session is not there any more. */
export class PracticeGoneError extends Error {
  override readonly name = "PracticeGoneError";
  constructor() {
    super("This practice was removed, here or in another window. Begin a new one.");
  }
}

/** Sessions that were read before, by store: after an answer only the one that it belongs to is parsed again. */
const known = new WeakMap<GamanDatabase, ReadonlyMap<string, PracticeSession>>();

/** Questions of a session never change, and answers are only added. */
function stampOf({ id, startedAt, endedAt, answers }: PracticeSession): string {
  return [id, startedAt, endedAt, answers.length, answers.at(-1)?.at].join(" ");
}

/** All of them, oldest first; the same objects as before for those that did not change. */
export async function readPractices(db: GamanDatabase): Promise<readonly PracticeSession[]> {
  const stored = await db.practices.orderBy("startedAt").toArray();
  const before = known.get(db);
  const rows = stored.flatMap((row) => {
    // What was never parsed may be anything.
    const same = Array.isArray(row.answers) ? before?.get(stampOf(row)) : undefined;
    return same ?? parseRows(practiceSchema, [row]).rows;
  });
  known.set(db, new Map(rows.map((row) => [stampOf(row), row])));
  return rows;
}

export async function addPractice(
  db: GamanDatabase,
  session: Omit<PracticeSession, "id" | "answers" | "endedAt">,
): Promise<PracticeSession> {
  const row = practiceSchema.parse({ ...session, id: nanoid(), answers: [] });
  await db.practices.add(row);
  return row;
}

/** The next answer, unless another window gave it already. @param place - of the question that it answers. */
export async function keepAnswer(
  db: GamanDatabase,
  sessionId: string,
  place: number,
  answer: Answer,
): Promise<void> {
  await changePractice(db, sessionId, (before) =>
    before.answers.length === place ? { answers: [...before.answers, answer] } : {},
  );
}

export async function changePractice(
  db: GamanDatabase,
  sessionId: string,
  change: (before: PracticeSession) => Partial<Omit<PracticeSession, "id">>,
): Promise<void> {
  await db.transaction("rw", db.practices, async () => {
    const before = parseRows(practiceSchema, [await db.practices.get(sessionId)]).rows[0];
    if (!before) throw new PracticeGoneError();
    await db.practices.put(practiceSchema.parse({ ...before, ...change(before) }));
  });
}

export type EyeTrial = { readonly truth: LabD65; readonly said: LabD65; readonly at: number };

/** What the log says of the eye: the newest matches, and what was said of targets at first sight. */
export async function readEyeTrials(db: GamanDatabase, most: number): Promise<readonly EyeTrial[]> {
  const [matches, looks] = await Promise.all([
    db.matches.orderBy("keptAt").reverse().limit(most).toArray(),
    db.looks.orderBy("at").reverse().limit(most).toArray(),
  ]);
  return [
    ...parseRows(matchSchema, matches).rows.map(({ target, result, keptAt }) => ({
      target,
      result,
      at: keptAt,
    })),
    ...parseRows(lookSchema, looks).rows.map(({ target, said, at }) => ({ target, result: said, at })),
  ]
    .flatMap(({ target, result, at }) =>
      target.light === "D65" && result.light === "D65"
        ? [{ truth: labD65(...target.lab), said: labD65(...result.lab), at }]
        : [],
    )
    .sort((one, other) => one.at - other.at);
}

/** Of some notes those that were matched: their colour was mixed for real. */
export async function readMatchedNotes(
  db: GamanDatabase,
  noteIds: readonly string[],
): Promise<ReadonlySet<string>> {
  const matches = await db.matches
    .where("noteId")
    .anyOf([...noteIds])
    .toArray();
  return new Set(parseRows(matchSchema, matches).rows.map(({ noteId }) => noteId));
}

/** Oldest first. */
export async function readFoundSeries(db: GamanDatabase): Promise<readonly FoundSeries[]> {
  const { rows } = parseRows(foundSeriesSchema, await db.foundSeries.toArray());
  return [...rows].sort((one, other) => one.createdAt - other.createdAt);
}

export async function addFoundSeries(
  db: GamanDatabase,
  series: Pick<FoundSeries, "name" | "wanted">,
  now: number,
): Promise<FoundSeries> {
  const row = foundSeriesSchema.parse({ ...series, id: nanoid(), colours: [], createdAt: now });
  await db.foundSeries.add(row);
  return row;
}

export async function changeFoundSeries(
  db: GamanDatabase,
  seriesId: string,
  change: (before: FoundSeries) => Partial<Omit<FoundSeries, "id">>,
): Promise<void> {
  await db.transaction("rw", db.foundSeries, async () => {
    const before = parseRows(foundSeriesSchema, [await db.foundSeries.get(seriesId)]).rows[0];
    if (!before) throw new PracticeGoneError();
    await db.foundSeries.put(foundSeriesSchema.parse({ ...before, ...change(before) }));
  });
}

export async function removeFoundSeries(db: GamanDatabase, seriesId: string): Promise<void> {
  await db.foundSeries.delete(seriesId);
}
