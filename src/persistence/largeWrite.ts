/**
 * Writes of thousands of rows, and what a killed browser leaves of them.
 *
 * Chromium writes its log head first and text after. A kill between the two leaves a head alone; the next start
 * writes on behind it, and the start after that cannot read the log and deletes every database of the application. One
 * small write is in danger for microseconds, an import of thousands of rows for a good part of its time. So a mark is
 * set before a large write. Where the mark is found at a start, the write was cut short: then the browser is made to
 * begin a new log before anything else is written, and the damaged one is thrown away.
 */
import Dexie from "dexie";

const CARE = "gaman-care";
const LOCK = "gaman-large-write";
const TABLE = "ballast";

/** Chromium begins a new log when 4 MB lie in its memory. */
const BALLAST_PIECES = 110;
/** Texts of more than 64 kB lie in files of their own, outside the log. */
const PIECE_LENGTH = 60_000;
const PIECES_A_WRITE = 10;

/** Carries out `work` under the mark. The mark goes with its end, well or not. */
export function asLargeWrite<T>(work: () => Promise<T>): Promise<T> {
  return holdingLock(async () => {
    const care = openCare();
    // A browser that cannot take the mark says why when the work itself is written.
    await care.open().catch(() => undefined);
    care.close();
    try {
      return await work();
    } finally {
      await Dexie.delete(CARE).catch(() => undefined);
    }
  });
}

/**
 * To be awaited before a store is opened. Without a mark it costs one question to the browser; with one, a second.
 *
 * @returns whether a large write had been cut short.
 */
export async function mendAfterCut(): Promise<boolean> {
  if (!(await isMarked())) return false;
  return ifLockIsFree(async () => {
    const care = openCare();
    const ballast = care.table<{ key: number; text: string }, number>(TABLE);
    for (let from = 0; from < BALLAST_PIECES; from += PIECES_A_WRITE)
      await ballast.bulkPut(
        Array.from({ length: PIECES_A_WRITE }, (_, i) => ({
          key: from + i,
          text: "-".repeat(PIECE_LENGTH),
        })),
      );
    care.close();
    await Dexie.delete(CARE);
  });
}

/** The browser's own list is there at once; asking the library means opening what mostly is not there. */
async function isMarked(): Promise<boolean> {
  const factory: Partial<IDBFactory> = globalThis.indexedDB;
  if (!factory.databases) return Dexie.exists(CARE);
  return (await indexedDB.databases()).some(({ name }) => name === CARE);
}

function openCare(): Dexie {
  const care = new Dexie(CARE, { chromeTransactionDurability: "strict", cache: "disabled" });
  care.version(1).stores({ [TABLE]: "key" });
  return care;
}

/** A lock goes with the window that holds it, so a mark without its lock is of a write that was cut short. */
async function holdingLock<T>(work: () => Promise<T>): Promise<T> {
  const locks = lockManager();
  return locks ? locks.request(LOCK, work) : work();
}

/** @returns whether the work was done; false while another window is at a large write. */
async function ifLockIsFree(work: () => Promise<void>): Promise<boolean> {
  const locks = lockManager();
  if (!locks) {
    await work();
    return true;
  }
  return locks.request(LOCK, { ifAvailable: true }, async (lock) => {
    if (lock) await work();
    return lock !== null;
  });
}

/** Pages without a secure address have none. */
function lockManager(): LockManager | undefined {
  return (globalThis.navigator as Partial<Navigator> | undefined)?.locks;
}
