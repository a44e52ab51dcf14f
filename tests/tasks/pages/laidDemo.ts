/**
 * What the demo stores, taken from a page that opened it and laid into another one. Playwright's own storage state leaves
 * pictures out.
 */
import type { Page } from "@playwright/test";

type Stored = {
  readonly databases: readonly {
    readonly name: string;
    readonly version: number;
    readonly tables: readonly {
      readonly name: string;
      readonly options: IDBObjectStoreParameters;
      readonly indexes: readonly {
        readonly name: string;
        readonly path: string | string[];
        readonly options: IDBIndexParameters;
      }[];
      readonly keys: readonly IDBValidKey[];
      readonly rows: readonly unknown[];
    }[];
  }[];
  readonly local: readonly (readonly [string, string])[];
};

/** A file of the application's own that starts nothing. */
const QUIET = "/demo/greens-sheet.jpg";

/** @returns it as text. */
export async function storedBy(page: Page): Promise<string> {
  return page.evaluate(async () => {
    const done = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => {
          resolve(request.result);
        };
        request.onerror = () => {
          reject(new Error("not read"));
        };
      });
    // Pictures go as text; everything else that is stored is plain.
    const plain = async (value: unknown): Promise<unknown> => {
      if (value instanceof Blob) {
        const bytes = new Uint8Array(await value.arrayBuffer());
        return {
          picture: btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join("")),
          type: value.type,
        };
      }
      if (Array.isArray(value)) return Promise.all(value.map(plain));
      if (typeof value !== "object" || value === null) return value;
      if (Object.getPrototypeOf(value) !== Object.prototype) throw new Error("something stored is not plain");
      return Object.fromEntries(
        await Promise.all(
          Object.entries(value).map(async ([key, part]) => [key, await plain(part)] as const),
        ),
      );
    };
    const databases = [];
    for (const { name = "", version = 1 } of await indexedDB.databases()) {
      const database = await done(indexedDB.open(name));
      const tables = [];
      for (const table of Array.from(database.objectStoreNames)) {
        const store = database.transaction(table).objectStore(table);
        const [keys, rows] = await Promise.all([
          done(store.getAllKeys()),
          done(store.getAll() as IDBRequest<unknown[]>),
        ]);
        const again = database.transaction(table).objectStore(table);
        tables.push({
          name: table,
          options: { keyPath: again.keyPath, autoIncrement: again.autoIncrement },
          indexes: Array.from(again.indexNames, (index) => {
            const { keyPath, unique, multiEntry } = again.index(index);
            return { name: index, path: keyPath, options: { unique, multiEntry } };
          }),
          keys: again.keyPath === null ? keys : [],
          rows: await Promise.all(rows.map(plain)),
        });
      }
      database.close();
      databases.push({ name, version, tables });
    }
    return JSON.stringify({ databases, local: Object.entries(localStorage) });
  });
}

/** Lays it into a page that has stored nothing yet. */
export async function lay(page: Page, stored: string): Promise<void> {
  await page.goto(QUIET);
  await page.evaluate(async (text) => {
    const { databases, local } = JSON.parse(text) as Stored;
    const whole = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(whole);
      if (typeof value !== "object" || value === null) return value;
      if ("picture" in value && typeof value.picture === "string" && "type" in value) {
        const bytes = Uint8Array.from(atob(value.picture), (letter) => letter.charCodeAt(0));
        return new Blob([bytes], { type: String(value.type) });
      }
      return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, whole(part)]));
    };
    for (const [key, value] of local) localStorage.setItem(key, value);
    for (const { name, version, tables } of databases)
      await new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open(name, version);
        opening.onerror = () => {
          reject(new Error(`${name} is not laid`));
        };
        opening.onupgradeneeded = () => {
          for (const table of tables) {
            const store = opening.result.createObjectStore(table.name, table.options);
            for (const index of table.indexes) store.createIndex(index.name, index.path, index.options);
            table.rows.forEach((row, i) => {
              store.put(whole(row), table.keys[i]);
            });
          }
        };
        opening.onsuccess = () => {
          opening.result.close();
          resolve();
        };
      });
  }, stored);
}
