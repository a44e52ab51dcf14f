/**
 * Workers for tests of hooks: the real interfaces, over a real message channel, in this process. What is asked and
 * answered is cloned as between threads.
 */
import { MessageChannel, type MessagePort } from "node:worker_threads";
import * as Comlink from "comlink";
import { vi } from "vitest";
import { FakeBitmap } from "./fakeCanvas";

type Name = "solver" | "palette" | "picture" | "reading-files" | "log" | "store" | "keeper";

const COARSE = 5;

const APIS: Readonly<Record<Name, () => Promise<object>>> = {
  solver: async () => {
    const api = (await import("@/workers/solverApi")).createSolverApi();
    // A coarse table is as good to a hook as a fine one, and is there at once.
    const paletteTable: typeof api.paletteTable = (tubes, { size }, lightening, tell) =>
      api.paletteTable(tubes, { size: Math.min(size, COARSE) }, lightening, tell);
    return { ...api, paletteTable };
  },
  palette: async () => (await import("@/workers/paletteApi")).createPaletteApi(),
  picture: async () => (await import("@/workers/pictureApi")).createPictureApi(),
  "reading-files": async () => (await import("@/workers/readingFiles")).createReadingFilesApi(),
  log: async () => {
    const { createLogApi } = await import("@/persistence/log/logApi");
    return {
      open: (...asked: Parameters<typeof createLogApi>) => Comlink.proxy(createLogApi(...asked)),
    };
  },
  keeper: async () => (await import("@/persistence/keeperApi")).createKeeperApi(),
  store: async () => {
    const { createStoreApi } = await import("@/persistence/storeApi");
    const { openDatabase } = await import("@/persistence/database");
    return createStoreApi(openDatabase);
  },
};

/** Every worker that was made and not ended, the last one last. */
export const liveWorkers: InProcessWorker[] = [];

class InProcessWorker {
  readonly name: Name;
  readonly #here: MessagePort;
  readonly #onError = new Set<(event: Event) => void>();

  constructor(_url: URL, { name }: { readonly name: Name }) {
    const { port1, port2 } = new MessageChannel();
    this.name = name;
    this.#here = port1;
    liveWorkers.push(this);
    void APIS[name]().then((api) => {
      Comlink.expose(api, port2 as unknown as Comlink.Endpoint);
    });
    // A channel that nobody closes would keep the process alive.
    port1.unref();
    port2.unref();
    port1.start();
  }

  postMessage(message: unknown, transfer: readonly unknown[] = []): void {
    this.#here.postMessage(message, transfer as never);
  }

  addEventListener(type: string, listener: EventListener): void {
    if (type === "error") this.#onError.add(listener);
    else (this.#here as unknown as EventTarget).addEventListener(type, listener);
  }

  removeEventListener(type: string, listener: EventListener): void {
    (this.#here as unknown as EventTarget).removeEventListener(type, listener);
  }

  /** As a browser ends a worker that wants more memory than there is. */
  crash(): void {
    for (const listener of this.#onError)
      listener(Object.assign(new Event("error"), { message: "out of memory" }));
  }

  terminate(): void {
    this.#here.close();
    liveWorkers.splice(liveWorkers.indexOf(this), 1);
  }
}

// A bitmap is handed over; here its pixels are.
Comlink.transferHandlers.set("bitmap", {
  canHandle: (value): value is { bitmap: FakeBitmap } =>
    typeof value === "object" && value !== null && "bitmap" in value && value.bitmap instanceof FakeBitmap,
  serialize: ({ bitmap, ...rest }: { bitmap: FakeBitmap }) => [{ ...rest, pixels: { ...bitmap.pixels } }, []],
  deserialize: ({ pixels, ...rest }: { pixels: FakeBitmap["pixels"] }) => ({
    ...rest,
    bitmap: new FakeBitmap(pixels),
  }),
});

export function installWorkers(): void {
  vi.stubGlobal("Worker", InProcessWorker);
}
