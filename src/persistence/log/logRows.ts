/** Every match, pile, addition and reading as one kind of line, with the words it can be found by. */
import { deltaE2000 } from "../../core/color/ciede2000";
import { lchFromLab } from "../../core/color/cieLab";
import { type LabD65, labD65 } from "../../core/color/types";
import { NEUTRAL_CHROMA } from "../../core/describe/chromaWords";
import { describeColor, type DescribeStyle } from "../../core/describe/describe";
import { readHue } from "../../core/describe/huePlaces";
import type { Match } from "../../domain/match/match";
import { isFree } from "../../domain/pile/ingredients";
import type { Note } from "../../domain/note/note";
import type { Painting } from "../../domain/painting/painting";
import type { Pile } from "../../domain/pile/pile";
import type { Reading } from "../../domain/reading/reading";
import type { StoredColor } from "../../domain/reading/storedColor";
import type { Tube } from "../../domain/tube/tube";
import type { LogKind, LogRow } from "../../domain/log/logRow";
import { additionTurnsOf, contentsOf, totalsOf } from "../../domain/pile/contents";

/** A row with what it is searched by, worked out once. */
export type IndexedRow = {
  readonly row: LogRow;
  /** Place of its pile's words among {@link LogTables.words}; -1 without a pile. */
  readonly pileAt: number;
  readonly ownWords: string;
  readonly hue: number;
  readonly chroma: number;
  readonly huePlace: string;
};

export type LogSource = {
  readonly paintings: readonly Painting[];
  readonly notes: readonly Note[];
  readonly tubes: readonly Tube[];
  readonly piles: readonly Pile[];
  readonly matches: readonly Match[];
  readonly readings: readonly Reading[];
};

export type LogTables = {
  /** Words of each pile: its note, painting and tubes. */
  readonly words: readonly string[];
  /** Rows of a kind, newest first; worked out when they are first asked for. */
  readonly rowsOf: (kind: LogKind) => readonly IndexedRow[];
};

const STATE_WORDS: Readonly<Record<LogRow["state"], string>> = {
  provisional: "provisional wet",
  confirmed: "checked dry confirmed",
  moved: "changed while drying",
  open: "open on the board",
  side: "sample on the side",
  kept: "kept",
  "set-aside": "set aside",
  wet: "wet",
  dry: "dry",
  added: "",
};

type Context = {
  readonly source: LogSource;
  readonly style: DescribeStyle;
  readonly noteById: ReadonlyMap<string, Note>;
  readonly freePileById: ReadonlyMap<string, Pile>;
  readonly paintingById: ReadonlyMap<string, Painting>;
  readonly pileAt: ReadonlyMap<string, number>;
  readonly lastReading: ReadonlyMap<string, Reading>;
};

/** @param source - rows in any order; those of the tables come back newest first. */
export function indexLog(source: LogSource, style: DescribeStyle): LogTables {
  const noteById = new Map(source.notes.map((row) => [row.id, row]));
  const paintingById = new Map(source.paintings.map((row) => [row.id, row]));
  const tubeById = new Map(source.tubes.map((row) => [row.id, row]));
  const pileAt = new Map(source.piles.map((pile, i) => [pile.id, i]));
  const lastReading = new Map<string, Reading>();
  for (const reading of source.readings) {
    const last = lastReading.get(reading.pileId);
    if (!last || last.turn <= reading.turn) lastReading.set(reading.pileId, reading);
  }
  // Few piles have no note, and only they are asked for their own name and painting.
  const freePileById = new Map(source.piles.filter(isFree).map((pile) => [pile.id, pile]));
  const context: Context = { source, style, noteById, paintingById, freePileById, pileAt, lastReading };
  const words = source.piles.map((pile) => {
    const note = noteById.get(pile.noteId ?? "");
    const tubes = new Set(pile.additions.map(({ tubeId }) => tubeId));
    return [
      note ? `${note.name} note ${note.number}` : (pile.name ?? ""),
      paintingById.get(note?.paintingId ?? pile.paintingId ?? "")?.name ?? "",
      ...[...tubes].map((id) => tubeWords(tubeById.get(id))),
    ]
      .join(" ")
      .toLowerCase();
  });
  const make: Readonly<Record<LogKind, () => IndexedRow[]>> = {
    match: () => source.matches.map((match) => matchRow(match, context)),
    pile: () => source.piles.map((pile) => pileRow(pile, context)),
    addition: () => source.piles.flatMap((pile) => additionRows(pile, context)),
    reading: () => source.readings.map((reading) => readingRow(reading, context)),
  };
  const made = new Map<LogKind, readonly IndexedRow[]>();
  return {
    words,
    rowsOf: (kind) => {
      const rows = made.get(kind) ?? newestFirst(make[kind]());
      made.set(kind, rows);
      return rows;
    },
  };
}

function tubeWords(tube: Tube | undefined): string {
  return tube ? `${tube.label} ${tube.colourIndexNames.join(" ")}` : "";
}

function newestFirst(rows: IndexedRow[]): IndexedRow[] {
  return rows.sort(({ row: a }, { row: b }) => b.at - a.at || (a.id < b.id ? 1 : -1));
}

function matchRow(match: Match, context: Context): IndexedRow {
  const pile = context.source.piles[context.pileAt.get(match.pileId) ?? -1];
  return indexed(context, {
    kind: "match",
    id: match.id,
    at: match.keptAt,
    noteId: match.noteId,
    pileId: match.pileId,
    target: daylight(match.target),
    color: daylight(match.result),
    source: match.result.source,
    miss: match.deltaE2000,
    state: match.verdict,
    doses: pile ? contentsOf(pile) : [],
    additionCount: pile ? additionTurnsOf(pile).length : 0,
    remark: match.remark,
    predicted: match.predicted && daylight(match.predicted),
    paintingId: match.paintingId,
  });
}

function pileRow(pile: Pile, context: Context): IndexedRow {
  const target = targetOf(pile.noteId, context);
  const reading = context.lastReading.get(pile.id);
  const color = reading && daylight(reading.color);
  return indexed(context, {
    kind: "pile",
    id: pile.id,
    at: pile.createdAt,
    noteId: pile.noteId,
    pileId: pile.id,
    target,
    color,
    source: reading?.color.source,
    miss: missOf(target, color),
    state: pile.state,
    doses: contentsOf(pile),
    additionCount: additionTurnsOf(pile).length,
    remark: "",
    predicted: undefined,
  });
}

/** An addition is all that was added in one go, whatever tubes it came from. */
function additionRows(pile: Pile, context: Context): IndexedRow[] {
  const target = targetOf(pile.noteId, context);
  return additionTurnsOf(pile).map((turn, i) => {
    const doses = pile.additions.filter((addition) => addition.turn === turn);
    return indexed(context, {
      kind: "addition",
      id: `${pile.id}:${i}`,
      at: doses[0]?.addedAt ?? pile.createdAt,
      noteId: pile.noteId,
      pileId: pile.id,
      target,
      color: undefined,
      source: undefined,
      miss: undefined,
      state: "added",
      doses: totalsOf(doses),
      additionCount: i + 1,
      remark: "",
      predicted: undefined,
    });
  });
}

function readingRow(reading: Reading, context: Context): IndexedRow {
  const target = targetOf(reading.noteId, context);
  const color = daylight(reading.color);
  return indexed(context, {
    kind: "reading",
    id: reading.id,
    at: reading.takenAt,
    noteId: reading.noteId,
    pileId: reading.pileId,
    target,
    color,
    source: reading.color.source,
    miss: missOf(target, color),
    state: reading.film,
    doses: [],
    additionCount: 0,
    remark: "",
    predicted: undefined,
  });
}

/**
 * Each field is named: of a hundred thousand rows, copies of whole objects take ten times as long.
 *
 * @param row - without what stands in its note and painting.
 */
function indexed(
  { style, noteById, paintingById, freePileById, pileAt }: Context,
  row: Omit<LogRow, "note" | "painting" | "paintingId"> & { readonly paintingId?: string },
): IndexedRow {
  const note = noteById.get(row.noteId ?? "");
  const free = row.noteId === undefined ? freePileById.get(row.pileId) : undefined;
  const paintingId = row.paintingId ?? note?.paintingId ?? free?.paintingId ?? "";
  // What it is found by is what came out; before anything was read, what was aimed at.
  const lab = row.color ?? row.target;
  const [, chroma, hue] = lab ? lchFromLab(labD65(...lab)) : [0, 0, 0];
  const place = !lab ? "" : chroma < NEUTRAL_CHROMA ? "grey" : readHue(hue).place.name;
  const colorWords = lab ? describeColor(labD65(...lab), style).sentence : "";
  const sourceWords = row.source === "by-eye" ? "by eye" : (row.source ?? "");
  return {
    row: {
      kind: row.kind,
      id: row.id,
      at: row.at,
      noteId: row.noteId,
      pileId: row.pileId,
      paintingId,
      note: note?.name ?? free?.name,
      painting: paintingById.get(paintingId)?.name ?? "",
      target: row.target,
      color: row.color,
      source: row.source,
      miss: row.miss,
      state: row.state,
      doses: row.doses,
      additionCount: row.additionCount,
      remark: row.remark,
      predicted: row.predicted,
    },
    pileAt: pileAt.get(row.pileId) ?? -1,
    ownWords:
      `${colorWords} ${STATE_WORDS[row.state]} ${sourceWords} ${row.remark} ${dayWords(row.at)}`.toLowerCase(),
    hue,
    chroma,
    huePlace: place,
  };
}

const MONTHS = "january february march april may june july august september october november december".split(
  " ",
);

/** "24 november 2026", cheaper by far than a formatter for each of a hundred thousand rows. */
function dayWords(time: number): string {
  const day = new Date(time);
  return `${day.getDate()} ${MONTHS[day.getMonth()] ?? ""} ${day.getFullYear()}`;
}

function targetOf(noteId: string | undefined, { noteById }: Context): LogRow["target"] {
  const note = noteById.get(noteId ?? "");
  return note && daylight(note.target);
}

/** Only daylight colours are compared; another light is shown as not read. */
function daylight(color: StoredColor): LogRow["color"] {
  return color.light === "D65" ? color.lab : undefined;
}

function missOf(target: LogRow["target"], color: LogRow["color"]): number | undefined {
  if (!target || !color) return undefined;
  return deltaE2000(labD65(...target), labD65(...color) satisfies LabD65);
}
