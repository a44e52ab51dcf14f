/**
 * What every view stands on: the painter's settings, box, paintings, and the painting in hand, as the store has them.
 *
 * A plain class: views read it through narrow selectors ({@link useStudio}), so that a write to one table redraws
 * what shows that table and nothing else. Lists are made here, once, and stay the same objects while nothing in
 * them changes.
 */
import type { Note } from "../../domain/note/note";
import { currentPainting } from "../../domain/painting/current";
import type { Painting } from "../../domain/painting/painting";
import type { Palette } from "../../domain/palette/palette";
import { DEFAULT_SETTINGS, type Settings } from "../../domain/settings/settings";
import type { Tube } from "../../domain/tube/tube";
import type { Ground } from "../../domain/ground/ground";
import { seenOfGround } from "../../domain/ground/seenGround";
import { withShine } from "../../domain/tube/optics";
import { WATER, waterOver } from "../../domain/tube/water";
import { RowCache } from "../../domain/store/rowCache";
import type { Watched } from "../../persistence/watch";
import type { Store } from "../store/store";

export type Studio = {
  /** False until the database has answered once. */
  readonly isReady: boolean;
  readonly settings: Settings;
  /** All of them, oldest first. */
  readonly paintings: readonly Painting[];
  /** The one in hand. */
  readonly painting: Painting | undefined;
  /** The one that is laid out on the board. */
  readonly palette: Palette | undefined;
  /** All palettes of the painting, the board's among them, by name. */
  readonly palettes: readonly Palette[];
  /** Tubes that are not deleted; archived ones too. */
  readonly box: readonly Tube[];
  /** Every tube there ever was, deleted ones too. */
  readonly tubes: readonly Tube[];
  /** Every tube that a record may name: deleted ones too, and water. */
  readonly tubeById: ReadonlyMap<string, Tube>;
  /** The palette's tubes in the order of the board. */
  readonly board: readonly Tube[];
  /** Of the painting, by number. */
  readonly notes: readonly Note[];
  readonly noteById: ReadonlyMap<string, Note>;
  /** Records that could not be read: how many were put out of the way, and whether there are more. */
  readonly quarantinedCount: number;
  readonly hasUnreadable: boolean;
};

const NONE: readonly never[] = [];

const NOTHING: Studio = {
  isReady: false,
  settings: DEFAULT_SETTINGS,
  paintings: NONE,
  painting: undefined,
  palette: undefined,
  palettes: NONE,
  box: NONE,
  tubes: NONE,
  tubeById: new Map([[WATER.id, WATER]]),
  board: NONE,
  notes: NONE,
  noteById: new Map(),
  quarantinedCount: 0,
  hasUnreadable: false,
};

type Heard = { [Table in Watched["table"]]?: Extract<Watched, { readonly table: Table }> };

export class StudioStore {
  private state = NOTHING;
  private readonly heard: Heard = {};
  private readonly known = new Map<Watched["table"], RowCache<unknown>>();
  private readonly listeners = new Set<() => void>();
  private watched: { readonly paintingId: string; readonly end: () => void } | undefined;
  private end: (() => void) | undefined;

  constructor(private readonly store: Pick<Store, "watch">) {}

  readonly get = (): Studio => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** @param onFailure - the database cannot be read at all. @returns ends the watching. */
  readonly open = (onFailure: (error: unknown) => void): (() => void) => {
    this.end = this.store.watch(undefined, this.hear, onFailure);
    this.onFailure = onFailure;
    return () => {
      this.end?.();
      this.watched?.end();
      this.watched = undefined;
    };
  };

  private onFailure: (error: unknown) => void = () => undefined;

  private readonly hear = (watched: Watched): void => {
    Object.assign(this.heard, { [watched.table]: this.withKnownRows(watched) });
    this.watchCurrentPainting();
    const next = this.compose();
    if (next === this.state) return;
    this.state = next;
    for (const listener of this.listeners) listener();
  };

  /** What crosses between threads is a copy: a row that says the same stays the object that it was. */
  private withKnownRows(watched: Watched): Watched {
    if (!("parsed" in watched)) return watched;
    const { table, parsed } = watched;
    const cache = this.known.get(table) ?? new RowCache<unknown>((row) => row);
    this.known.set(table, cache);
    const { rows } = cache.take(parsed.rows);
    // Each table has its own rows, and its own cache.
    return { ...watched, parsed: { ...parsed, rows } } as Watched;
  }

  private currentPainting(): Painting | undefined {
    return currentPainting(this.heard.paintings?.parsed.rows ?? NONE, this.heard.settings?.settings);
  }

  private watchCurrentPainting(): void {
    if (!this.heard.settings || !this.heard.paintings) return;
    const id = this.currentPainting()?.id;
    if (this.watched?.paintingId === id) return;
    this.watched?.end();
    this.watched = undefined;
    if (id === undefined) return;
    // Told at once or later: what is kept here must stand before the first word comes.
    const end = this.store.watch(id, this.hear, this.onFailure);
    this.watched = { paintingId: id, end };
  }

  private compose(): Studio {
    const { settings, paintings, tubes, palettes, notes, quarantine } = this.heard;
    if (!settings || !paintings || !tubes || !quarantine) return this.state;
    const painting = this.currentPainting();
    // A painting comes into hand with its palettes and notes, never without.
    if (painting && (palettes?.paintingId !== painting.id || notes?.paintingId !== painting.id))
      return this.state;
    const before = this.state;
    const own = painting ? (palettes?.parsed.rows ?? NONE) : NONE;
    const noteRows = painting ? (notes?.parsed.rows ?? NONE) : NONE;
    const allTubes = same(before.tubes, withShine(tubes.parsed.rows, settings.settings.paintSurfaces));
    const areTubesSame = allTubes === before.tubes;
    const isGroundSame = JSON.stringify(before.painting?.ground) === JSON.stringify(painting?.ground);
    const tubeById =
      areTubesSame && isGroundSame
        ? before.tubeById
        : new Map([waterOn(painting?.ground), ...allTubes].map((tube) => [tube.id, tube]));
    const sortedNotes = same(
      before.notes,
      [...noteRows].sort((a, b) => a.number - b.number),
    );
    const palette = own.find(({ id }) => id === painting?.paletteId);
    const next: Studio = {
      isReady: true,
      settings: settings.settings,
      paintings: paintings.parsed.rows,
      painting,
      palette,
      palettes: same(
        before.palettes,
        [...own].sort((a, b) => a.name.localeCompare(b.name) || a.id.localeCompare(b.id)),
      ),
      tubes: allTubes,
      box: areTubesSame ? before.box : allTubes.filter((tube) => tube.deletedAt === undefined),
      tubeById,
      board: same(
        before.board,
        (palette?.tubeIds ?? NONE).flatMap((id) => tubeById.get(id) ?? NONE),
      ),
      notes: sortedNotes,
      noteById:
        sortedNotes === before.notes ? before.noteById : new Map(sortedNotes.map((note) => [note.id, note])),
      quarantinedCount: quarantine.count,
      hasUnreadable:
        settings.isUnreadable ||
        [paintings, tubes, palettes, notes].some((part) => (part?.parsed.unreadableIds.length ?? 0) > 0),
    };
    const isSame = (Object.keys(next) as (keyof Studio)[]).every((key) => next[key] === before[key]);
    return isSame ? before : next;
  }
}

/** The list before, when the next one holds the same. */
/** Washes run over the painting's own ground, once its colour is known. */
function waterOn(ground: Ground | undefined): Tube {
  const seen = ground && seenOfGround(ground, { labOf: () => undefined });
  return seen ? waterOver(seen) : WATER;
}

function same<T>(before: readonly T[], next: readonly T[]): readonly T[] {
  return before.length === next.length && before.every((row, i) => row === next[i]) ? before : next;
}
