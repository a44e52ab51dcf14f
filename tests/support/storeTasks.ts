/** What a painter does to the store, task by task, on a small one that has something of everything. */
import type { Match } from "@/domain/match/match";
import type { Reading } from "@/domain/reading/reading";
import { setTimer } from "@/persistence/benches";
import { GamanDatabase } from "@/persistence/database";
import { beginFreePile, correctKeptPile, keepFreePile } from "@/persistence/freePiles";
import { addPalette, layOutPalette } from "@/persistence/palettes";
import { keepPicture } from "@/persistence/pictures";
import { seenOf } from "@/domain/pile/seenPile";
import {
  addReading,
  addToPile,
  addToPileAsSeen,
  keepMatch,
  recordDryCheck,
  scrapePile,
  setPileAside,
  standByReading,
  startSample,
  takeBackReading,
} from "@/persistence/piles";
import { addNote, changeSettings, startPainting } from "@/persistence/studio";
import { addTubes, deleteTube, keepTubePhoto } from "@/persistence/tubes";
import { redo, undoLast } from "@/persistence/undo";
import { fillStore, type Sample, stored } from "./sampleStore";

export type Ready = {
  readonly db: GamanDatabase;
  readonly sample: Sample;
  /** Open, on the second note. */
  readonly pile: Awaited<ReturnType<typeof addToPile>>;
  /** Of that pile. */
  readonly reading: Reading;
  /** On the first note. */
  readonly match: Match;
};

/** A painting with a kept match, and an open pile on its second note. */
export async function readyStore(name: string): Promise<Ready> {
  const db = new GamanDatabase(name);
  const sample = await fillStore(db);
  const [white] = sample.tubes;
  const additions = [{ tubeId: white?.id ?? "", parts: 2, addedAt: 2000 }];
  const pile = await addToPile(db, sample.notes[1]?.id ?? "", additions, undefined, 2000, undefined);
  const reading = await addReading(
    db,
    { noteId: pile.noteId, pileId: pile.id, color: stored(80, 1, 4), film: "wet" },
    2001,
    seenOf(pile),
  );
  const [match] = await db.matches.toArray();
  if (!match) throw new Error("nothing was kept");
  return { db, sample, pile, reading, match };
}

const image = new Blob(["a picture"], { type: "image/png" });
const dose = ({ sample }: Ready) => [{ tubeId: sample.tubes[1]?.id ?? "", parts: 0.5, addedAt: 3000 }];
const noteOf = ({ sample }: Ready) => sample.notes[1]?.id ?? "";

export type StoreTask = (at: Ready) => Promise<unknown>;

/** The commands of the bench, each against the pile as it was seen. */
export const BENCH_TASKS: Readonly<Record<string, StoreTask>> = {
  "lay the first paint": (at) =>
    addToPile(at.db, at.sample.notes[0]?.id ?? "", dose(at), undefined, 3000, undefined),
  "add paint": (at) => addToPileAsSeen(at.db, seenOf(at.pile), dose(at)),
  "read a pile": ({ db, pile, ...at }) =>
    addReading(
      db,
      { noteId: noteOf({ db, pile, ...at }), pileId: pile.id, color: stored(50, 1, 1), film: "wet" },
      3000,
      seenOf(pile),
    ),
  "keep a match": (at) =>
    keepMatch(
      at.db,
      {
        paintingId: at.sample.painting.id,
        noteId: noteOf(at),
        pileId: at.pile.id,
        target: stored(62, 3, 14),
        result: stored(62, 3, 13),
        deltaE2000: 1,
        remark: "",
      },
      { noteId: noteOf(at), pileId: at.pile.id, color: stored(62, 3, 13), film: "wet" },
      3000,
      seenOf(at.pile),
    ),
  "check a match dry": ({ db, match }) => recordDryCheck(db, match.id, "confirmed", 3000),
  "scrape a pile": ({ db, pile }) => scrapePile(db, 0.5, 3000, seenOf(pile)),
  "set a pile aside": ({ db, pile }) => setPileAside(db, seenOf(pile)),
  "try on the side": (at) => startSample(at.db, 0.1, dose(at), 3000, seenOf(at.pile)),
  "correct a kept pile": (at) =>
    correctKeptPile(at.db, { id: at.match.pileId }, at.sample.notes[0]?.id ?? "", dose(at), 3000),
  undo: ({ db, pile, ...at }) =>
    undoLast(db, { noteId: noteOf({ db, pile, ...at }) }, "reading", seenOf(pile)),
  "put paint on top, as the first": (at) =>
    addToPile(at.db, noteOf(at), dose(at), undefined, 3000, seenOf(at.pile)),
  "take a reading back": ({ db, pile, reading }) => takeBackReading(db, reading.id, seenOf(pile)),
  "stand by a reading": ({ db, pile, reading }) => standByReading(db, reading.id, seenOf(pile)),
};

/** The commonest tasks of all views. */
export const STORE_TASKS: Readonly<Record<string, StoreTask>> = {
  ...BENCH_TASKS,
  "start a painting": ({ db }) => startPainting(db, "Quay", [], 3000),
  "keep a note": ({ db, sample }) =>
    addNote(db, { paintingId: sample.painting.id, name: "Rope", target: stored(40, 1, 1) }, 3000),
  "change the settings": ({ db }) => changeSettings(db, { room: "light" }),
  "begin and keep a pile without a target": async (at) => {
    const pile = await beginFreePile(at.db, { paintingId: at.sample.painting.id }, dose(at), undefined, 3000);
    await keepFreePile(at.db, seenOf(pile));
  },
  "keep a picture": ({ db, sample }) =>
    keepPicture(
      db,
      {
        id: "p2",
        paintingId: sample.painting.id,
        fileName: "b.png",
        blob: image,
        widthPx: 30,
        heightPx: 20,
        originalWidthPx: 30,
        originalHeightPx: 20,
      },
      3000,
    ),
  "add tubes with a photo": async ({ db, sample }) => {
    const [tube] = sample.tubes;
    if (!tube) throw new Error("no tube");
    const { id: _, position: _position, addedAt: _at, ...spec } = tube;
    const [added] = await addTubes(db, [spec], 3000);
    await keepTubePhoto(db, added?.id ?? "", image, 3000);
  },
  "delete a tube": ({ db, sample }) => deleteTube(db, sample.tubes[2]?.id ?? "", 3000),
  "lay out another palette": async ({ db, sample }) => {
    const { id } = await addPalette(db, {
      paintingId: sample.painting.id,
      name: "Dusk",
      tubeIds: [],
      remark: "",
    });
    await layOutPalette(db, id);
  },
  "set a timer": ({ db, sample }) =>
    setTimer(db, { paintingId: sample.painting.id, kind: "dry-check" }, 60, 3000),

  "undo and do again": async ({ db, pile, ...at }) => {
    const taken = await undoLast(db, { noteId: noteOf({ db, pile, ...at }) }, "reading", seenOf(pile));
    await redo(db, taken);
  },
};
