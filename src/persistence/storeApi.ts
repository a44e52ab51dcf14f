/** What is done to the whole store, away from the page's own thread. Failures come back as data. */
import { en } from "zod/locales";
import { config } from "zod/mini";
import type { ArchiveScope } from "./archive/format";
import { ArchiveRefused } from "./archive/format";
import { writeCsv } from "./archive/csv";
import type { CsvKind } from "../domain/store/csvKind";
import { carryOut, UndoRefused, undoImport, type WhoseCounts } from "./archive/importArchive";
import { type MergePlan, planMerge } from "./archive/mergePlan";
import { readArchive } from "./archive/readArchive";
import { writeArchive } from "./archive/writeArchive";
import { type GamanDatabase, openDatabase, type Workspace } from "./database";
import { checkStore, quarantineUnreadable, type StoreReport } from "./storeCheck";
import { isStorageFull } from "../domain/failure";
import type { StoreFault } from "../domain/store/storeFault";
import type { TableName } from "../domain/store/tableNames";
import { ROW_TABLES, type Row } from "./tables";

// The small build of Zod has no sentences; here its reasons are shown, so they are in English.
config(en());

export type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly fault: StoreFault };

type Progress = (share: number) => void;

/** What an archive holds against the store, for the painter to agree to. */
export type ImportPreview = {
  readonly madeAt: number;
  readonly scope: ArchiveScope;
  /** Rows that could not be read when the archive was made: in it as they are, and those not even that. */
  readonly unread: number;
  readonly leftOut: number;
  /** Files in it that are not the archive's. */
  readonly passedOver: readonly string[];
  readonly tables: readonly {
    readonly table: TableName;
    readonly added: number;
    readonly same: number;
    readonly differing: number;
    /** Names of some that differ. */
    readonly examples: readonly string[];
  }[];
  readonly knownTubes: number;
  readonly renumbered: number;
  /** Rows that speak of others which are neither in the archive nor here: left out, or taken without them. */
  readonly leftLoose: readonly { readonly table: TableName; readonly count: number }[];
  readonly loosened: readonly { readonly table: TableName; readonly count: number }[];
};

export type SavedArchive = {
  readonly blob: Blob;
  readonly rowCount: number;
  /** Rows that cannot be read: in it as they are, and those not even that. */
  readonly unread: number;
  readonly leftOut: number;
};

export type StoreApi = {
  readonly saveArchive: (
    workspace: Workspace,
    scope: ArchiveScope,
    now: number,
    onProgress: Progress,
  ) => Promise<Answer<SavedArchive>>;
  /** Reads an archive and keeps it in mind for {@link StoreApi.takeIn}. */
  readonly openArchive: (
    workspace: Workspace,
    file: Blob,
    onProgress: Progress,
  ) => Promise<Answer<ImportPreview>>;
  readonly takeIn: (
    whoseCounts: WhoseCounts,
    fileName: string,
    now: number,
    onProgress: Progress,
  ) => Promise<Answer<undefined>>;
  readonly undoImport: (workspace: Workspace) => Promise<Answer<undefined>>;
  readonly check: (workspace: Workspace, onProgress: Progress) => Promise<Answer<StoreReport>>;
  readonly quarantine: (workspace: Workspace, now: number) => Promise<Answer<number>>;
  readonly csv: (workspace: Workspace, kind: CsvKind) => Promise<Answer<Blob>>;
};

const EXAMPLES = 5;

export function createStoreApi(open: (workspace: Workspace) => GamanDatabase = openDatabase): StoreApi {
  const databases = new Map<Workspace, GamanDatabase>();
  const of = (workspace: Workspace): GamanDatabase => {
    const db = databases.get(workspace) ?? open(workspace);
    databases.set(workspace, db);
    return db;
  };
  let opened: { readonly db: GamanDatabase; readonly plan: MergePlan } | undefined;
  return {
    saveArchive: (workspace, scope, now, onProgress) =>
      answered(async () => {
        const { blob, manifest } = await writeArchive(of(workspace), scope, now, onProgress);
        const rowCount = manifest.rows.reduce((sum, { rows }) => sum + rows, 0);
        const unread = (manifest.unread ?? []).reduce((sum, { rows }) => sum + rows, 0);
        return { blob, rowCount, unread, leftOut: manifest.leftOut };
      }),
    openArchive: (workspace, file, onProgress) =>
      answered(async () => {
        opened = undefined;
        const contents = await readArchive(file, (share) => {
          onProgress(0.7 * share);
        });
        const plan = await planMerge(of(workspace), contents, (share) => {
          onProgress(0.7 + 0.3 * share);
        });
        opened = { db: of(workspace), plan };
        const { madeAt, scope, leftOut } = contents.manifest;
        const { passedOver } = contents;
        return { madeAt, scope, leftOut, passedOver, ...previewOf(plan) };
      }),
    takeIn: (whoseCounts, fileName, now, onProgress) =>
      answered(async () => {
        if (!opened) throw new ArchiveRefused({ code: "not-open" });
        const { db, plan } = opened;
        await carryOut(db, plan, whoseCounts, fileName, now, onProgress);
        opened = undefined;
        return undefined;
      }),
    undoImport: (workspace) =>
      answered(async () => {
        await undoImport(of(workspace));
        return undefined;
      }),
    check: (workspace, onProgress) => answered(() => checkStore(of(workspace), onProgress)),
    quarantine: (workspace, now) => answered(() => quarantineUnreadable(of(workspace), now)),
    csv: (workspace, kind) => answered(() => writeCsv(of(workspace), kind)),
  };
}

function previewOf(plan: MergePlan): Omit<ImportPreview, "madeAt" | "scope" | "leftOut" | "passedOver"> {
  return {
    tables: [...ROW_TABLES.keys()].flatMap((table) => {
      const differing = plan.differing.get(table) ?? [];
      const added = plan.added.get(table)?.length ?? 0;
      const same = plan.sameCounts.get(table) ?? 0;
      if (added + same + differing.length === 0) return [];
      const examples = differing.slice(0, EXAMPLES).flatMap(({ mine }) => nameOf(mine) ?? []);
      return [{ table, added, same, differing: differing.length, examples }];
    }),
    knownTubes: plan.knownTubes.length,
    renumbered: plan.renumbered,
    unread: plan.unread.length,
    leftLoose: counted(plan.mended.leftOut),
    loosened: counted(plan.mended.loosened),
  };
}

function counted(counts: ReadonlyMap<TableName, number>): ImportPreview["leftLoose"] {
  return [...counts].map(([table, count]) => ({ table, count }));
}

function nameOf(row: Row): string | undefined {
  const name = row.name ?? row.label ?? row.fileName;
  return typeof name === "string" ? name : undefined;
}

async function answered<T>(task: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: true, value: await task() };
  } catch (error) {
    return { ok: false, fault: faultOf(error) };
  }
}

/** An error's class does not survive the way out of a worker; what it says does. */
function faultOf(error: unknown): StoreFault {
  if (error instanceof ArchiveRefused) return { code: "archive", fault: error.fault };
  if (error instanceof UndoRefused) return { code: "worked-on", count: error.workedOn };
  const message = error instanceof Error ? error.message : String(error);
  if (isStorageFull(error)) return { code: "full" };
  return { code: "unknown", detail: message.slice(0, 200) };
}
