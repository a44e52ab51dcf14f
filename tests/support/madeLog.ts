/** A log of any size, made up from a seed: paintings, notes, piles of several additions, readings, matches. */
import type { Row } from "@/persistence/tables";
import type { TableName } from "@/domain/store/tableNames";
import { createRng, type Rng } from "@/core/random/rng";
import { tubeFromModel } from "@/domain/tube/newTube";
import { DEFAULT_SETTINGS } from "@/domain/settings/settings";
import type { StoredColor } from "@/domain/reading/storedColor";
import type { Tube } from "@/domain/tube/tube";
import { pigment, SIX_TUBES } from "./paint";

const NOTES_PER_PAINTING = 40;
const HOUR_MS = 3_600_000;
/** 1 January 2020. */
const BEGIN = 1_577_836_800_000;
const NAMES = [
  "Keel",
  "Wet sand",
  "Rope",
  "Slate",
  "Gorse",
  "Cloud edge",
  "Brick",
  "Ivy",
  "Skin, half light",
  "Tin",
];
const REMARKS = ["", "", "", "a little more white next time", "in shadow", "too glossy"];

export type MadeLog = ReadonlyMap<TableName, readonly Row[]>;

/** @param readingsPerPile - the last one is that of the match. */
export function makeLog(matchCount: number, readingsPerPile = 5, seed = 1): MadeLog {
  const rng = createRng(seed);
  const tubes: readonly Tube[] = SIX_TUBES.map((id, position) => ({
    ...tubeFromModel(pigment(id)),
    id: `tube-${id}`,
    label: pigment(id).name,
    position,
    addedAt: BEGIN,
  }));
  const rows = {
    tubes: [...tubes] as Row[],
    settings: [{ ...DEFAULT_SETTINGS, currentPaintingId: "painting-0" }] as Row[],
    paintings: [] as Row[],
    palettes: [] as Row[],
    notes: [] as Row[],
    piles: [] as Row[],
    readings: [] as Row[],
    matches: [] as Row[],
  };
  for (let i = 0; i < matchCount; i++) {
    const place = i % NOTES_PER_PAINTING;
    const paintingId = `painting-${Math.floor(i / NOTES_PER_PAINTING)}`;
    const at = BEGIN + i * HOUR_MS;
    if (place === 0) {
      rows.paintings.push({
        id: paintingId,
        name: `Study ${rows.paintings.length + 1}`,
        paletteId: `${paintingId}-p`,
        createdAt: at,
      });
      rows.palettes.push({
        id: `${paintingId}-p`,
        paintingId,
        name: "Board",
        tubeIds: tubes.map(({ id }) => id),
        remark: "",
      });
    }
    const target = anyColor(rng);
    rows.notes.push({
      id: `note-${i}`,
      paintingId,
      number: place + 1,
      name: NAMES[rng.below(NAMES.length)] ?? "Note",
      target,
      state: "checked",
      createdAt: at,
    });
    rows.piles.push({
      id: `pile-${i}`,
      noteId: `note-${i}`,
      paintingId,
      additions: anyAdditions(rng, tubes, at),
      state: "kept",
      createdAt: at,
    });
    let miss = 8;
    for (let k = 0; k < readingsPerPile; k++) {
      const color = nearTo(target, miss, rng, k % 2 === 0 ? "by-eye" : "measured");
      rows.readings.push({
        id: `reading-${i}-${k}`,
        noteId: `note-${i}`,
        pileId: `pile-${i}`,
        color,
        film: k === readingsPerPile - 1 ? "dry" : "wet",
        turn: MOST_ADDITIONS + k + 1,
        takenAt: at + k + 1,
      });
      if (k === readingsPerPile - 1)
        rows.matches.push(anyMatch(rng, i, paintingId, target, color, at, `reading-${i}-${k}`));
      miss /= 2;
    }
  }
  return new Map(Object.entries(rows) as [TableName, Row[]][]);
}

function anyColor(rng: Rng): StoredColor {
  return stored([rng.between(12, 95), rng.between(-45, 60), rng.between(-45, 75)], "picture");
}

function nearTo({ lab }: StoredColor, by: number, rng: Rng, source: StoredColor["source"]): StoredColor {
  const [l, a, b] = lab;
  return stored(
    [Math.min(100, Math.max(0, l + by * rng.normal())), a + by * rng.normal(), b + by * rng.normal()],
    source,
  );
}

function stored(lab: StoredColor["lab"], source: StoredColor["source"]): StoredColor {
  return { space: "cielab-2deg", light: "D65", lab, source, uncertaintyDeltaE2000: 1 };
}

/** Readings of a made pile come after all its additions. */
const MOST_ADDITIONS = 5;

function anyAdditions(rng: Rng, tubes: readonly Tube[], at: number): Row[] {
  return Array.from({ length: 2 + rng.below(4) }, (_, k) => ({
    tubeId: tubes[rng.below(tubes.length)]?.id ?? "",
    parts: k === 0 ? 4 : rng.between(0.05, 1),
    turn: k + 1,
    addedAt: at + k,
  }));
}

function anyMatch(
  rng: Rng,
  i: number,
  paintingId: string,
  target: StoredColor,
  result: StoredColor,
  at: number,
  readingId: string,
): Row {
  return {
    id: `match-${i}`,
    paintingId,
    noteId: `note-${i}`,
    pileId: `pile-${i}`,
    readingId,
    target,
    result,
    deltaE2000: rng.between(0, 4),
    verdict: (["provisional", "confirmed", "moved"] as const)[rng.below(3)] ?? "provisional",
    keptAt: at + 100,
    remark: REMARKS[rng.below(REMARKS.length)] ?? "",
  };
}
