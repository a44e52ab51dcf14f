/** A small store in which every table has rows, and what is needed to look at it whole. */
import type { TableName } from "@/domain/store/tableNames";
import { DEFAULT_SETTINGS } from "@/domain/settings/settings";
import type { Note } from "@/domain/note/note";
import type { Painting } from "@/domain/painting/painting";
import type { StoredColor } from "@/domain/reading/storedColor";
import type { Tube } from "@/domain/tube/tube";
import type { GamanDatabase } from "@/persistence/database";
import { tubeFromModel } from "@/domain/tube/newTube";
import { keepPicture } from "@/persistence/pictures";
import { seenOf } from "@/domain/pile/seenPile";
import { addReading, addToPile, keepMatch } from "@/persistence/piles";
import { addFirstLook, changeBench, setTimer } from "@/persistence/benches";
import { TEN_IS_WHITE } from "@/core/describe/valueScale";
import { DEFAULT_SCHOOL } from "@/domain/school/school";
import { newGrid, noteBase, stringOf } from "@/domain/strings/newString";
import { addGrid, takeCell } from "@/persistence/grids";
import { labD65 } from "@/core/color/types";
import { addFoundSeries, addPractice, keepAnswer } from "@/persistence/practices";
import { addChart } from "@/persistence/charts";
import { addLayering, keepScrap } from "@/persistence/layerings";
import { CARDS } from "@/domain/ground/seenGround";
import { keepTurnPhoto } from "@/persistence/turnPhotos";
import { keepMatchPhoto } from "@/persistence/matchRecords";
import { addNote, changeSettings, startPainting } from "@/persistence/studio";
import { ROW_TABLES, type Row, storeOf } from "@/persistence/tables";
import { keepTubePhoto } from "@/persistence/tubes";
import { pigment } from "./paint";

export const stored = (l: number, a: number, b: number): StoredColor => ({
  space: "cielab-2deg",
  light: "D65",
  lab: [l, a, b],
  source: "typed",
  uncertaintyDeltaE2000: 1,
});

export type Sample = {
  readonly painting: Painting;
  readonly notes: readonly Note[];
  readonly tubes: readonly Tube[];
};

const image = (text: string): Blob => new Blob([text], { type: "image/png" });

/** A painting with a picture, two notes, one of them matched; a tube with a photo; a look, a timer, a bench. */
export async function fillStore(db: GamanDatabase, title = "Harbour"): Promise<Sample> {
  const painting = await startPainting(
    db,
    title,
    ["titanium-white", "raw-umber", "prussian-blue"].map((id) => ({
      ...tubeFromModel(pigment(id)),
      label: id,
    })),
    1000,
  );
  await changeSettings(db, { ...DEFAULT_SETTINGS, room: "dark", currentPaintingId: painting.id });
  await keepPicture(
    db,
    {
      id: `${painting.id}-p`,
      paintingId: painting.id,
      fileName: "harbour.png",
      blob: image(`a picture of ${title}`),
      widthPx: 30,
      heightPx: 20,
      originalWidthPx: 60,
      originalHeightPx: 40,
      original: image("the same, larger"),
    },
    1001,
  );
  const tubes = await db.tubes.orderBy("position").toArray();
  const [white, umber] = tubes;
  if (!white || !umber) throw new Error("the box was not filled");
  await keepTubePhoto(db, umber.id, image("a tube"), 1002);
  const notes = [
    await addNote(db, { paintingId: painting.id, name: "Hull", target: stored(50, 2, 10) }, 1003),
    await addNote(db, { paintingId: painting.id, name: "Wet sand", target: stored(62, 3, 14) }, 1004),
  ];
  const [hull, sand] = notes;
  if (!hull || !sand) throw new Error("the notes were not kept");
  const pile = await addToPile(
    db,
    hull.id,
    [
      { tubeId: white.id, parts: 3, addedAt: 1005 },
      { tubeId: umber.id, parts: 1, addedAt: 1005 },
    ],
    {
      amounts: [
        { tubeId: white.id, parts: 3 },
        { tubeId: umber.id, parts: 1 },
      ],
      shares: [0.75, 0.25],
      predicted: stored(50.1, 2, 10),
      deltaE2000: 0.1,
      reasons: ["closest"],
    },
    1005,
    undefined,
  );
  const read = await addReading(
    db,
    { noteId: hull.id, pileId: pile.id, color: stored(50.4, 2.2, 9.5), film: "wet" },
    1006,
    seenOf(pile),
  );
  const match = await keepMatch(
    db,
    {
      paintingId: painting.id,
      noteId: hull.id,
      pileId: pile.id,
      target: hull.target,
      result: read.color,
      predicted: stored(50.1, 2, 10),
      deltaE2000: 0.6,
      remark: "keel, in shadow",
    },
    { id: read.id },
    1007,
    seenOf(pile),
  );
  await keepMatchPhoto(db, match.id, image("the dab"), 1008);
  await keepTurnPhoto(db, pile.id, 1, image("the pile"), 1008);
  await addFirstLook(db, {
    paintingId: painting.id,
    noteId: hull.id,
    target: hull.target,
    said: stored(52, 2, 9),
    at: 1009,
  });
  await setTimer(db, { paintingId: painting.id, noteId: hull.id, kind: "dry-check" }, 60, 1010);
  const grid = await addGrid(
    db,
    {
      ...newGrid(painting.id, "Strings for the hull", TEN_IS_WHITE),
      strings: [{ ...stringOf("Hull", noteBase(hull), DEFAULT_SCHOOL), id: "string-hull" }],
    },
    1011,
  );
  await takeCell(
    db,
    grid.id,
    { stringId: "string-hull", row: grid.rows[0] },
    {
      name: "Hull, value 9",
      amounts: [
        { tubeId: white.id, parts: 3 },
        { tubeId: umber.id, parts: 0.05 },
      ],
      thinned: [{ tubeId: umber.id, carrierId: white.id, carrierParts: 9, dose: 0.5 }],
      shares: [3 / 3.05, 0.05 / 3.05],
      predicted: stored(90, 1, 5),
      deltaE2000: 0,
      reasons: ["by-hand"],
    },
    1012,
  );
  const glaze = {
    id: "glaze",
    name: "Umber",
    amounts: [{ tubeId: umber.id, parts: 1 }],
    thinner: "medium" as const,
    thinnerShare: 0.9,
    passes: 1,
    coverShare: 1,
    takenUpShare: 0,
  };
  await addLayering(
    db,
    {
      paintingId: painting.id,
      name: "Umber over the hull",
      noteId: hull.id,
      ground: { kind: "note", name: "Hull", ofId: hull.id, isWet: false },
      layers: [glaze],
    },
    1013,
  );
  await keepScrap(
    db,
    {
      paintingId: painting.id,
      name: "Umber on a card",
      layers: [glaze],
      readings: [{ ground: CARDS.light, color: stored(70, 4, 14) }],
    },
    1014,
  );
  await addChart(
    db,
    {
      paintingId: painting.id,
      name: "White and umber",
      kind: "tints",
      tubeIds: [umber.id],
      balance: "strength",
      tintRule: "white",
      steps: 5,
      readings: [{ cell: `${umber.id} 1`, color: stored(30, 4, 8) }],
    },
    1015,
  );
  const session = await addPractice(db, {
    startedAt: 1016,
    level: "own",
    seed: 7,
    tubes: [{ label: "Raw umber", tubeId: umber.id }],
    questions: [
      {
        drill: "lighter",
        axis: "value",
        patches: [labD65(40, 3, 4), labD65(52, -6, 8)],
        choices: [],
        key: [1],
        by: 12,
      },
    ],
  });
  await keepAnswer(db, session.id, 0, { at: 1017, given: [1] });
  await addFoundSeries(db, { name: "Round the harbour", wanted: 12 }, 1018);
  await changeBench(db, sand.id, { byHand: [{ tubeId: white.id, parts: 2 }], required: [umber.id] });
  return { painting, notes, tubes };
}

/** All rows of all tables, in the order of their keys, with the bytes of files as text: equal when the stores are. */
export async function wholeOf(db: GamanDatabase): Promise<Readonly<Record<string, readonly unknown[]>>> {
  const whole: Record<string, readonly unknown[]> = {};
  for (const name of ROW_TABLES.keys()) whole[name] = await rowsOf(db, name);
  return whole;
}

export async function rowsOf(db: GamanDatabase, name: TableName): Promise<readonly unknown[]> {
  const rows = await storeOf(db, name).toArray();
  return Promise.all(rows.map(readable));
}

async function readable(row: Row): Promise<unknown> {
  const fields = await Promise.all(
    Object.entries(row).map(async ([field, value]) => [
      field,
      value instanceof Blob ? { type: value.type, text: await value.text() } : value,
    ]),
  );
  return Object.fromEntries(fields) as unknown;
}
