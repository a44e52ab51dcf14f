import * as Comlink from "comlink";
import { afterEach, describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { REFERENCE_FACTORS } from "../core/color/ciede2000";
import { labD65 } from "../core/color/types";
import { DEFAULT_SIZES } from "../core/amounts/amounts";
import type { RecipeRequest } from "../domain/recipe/recipeRequest";
import type { SolverApi } from "./protocol";
import { createSolverApi } from "./solverApi";
import { type ClientOptions, WorkerClient, type WorkerLike } from "./client";

const tubesOf = (modelIds: readonly string[]) =>
  modelIds.map((id) => {
    const { absorption, scattering } = pigment(id).optics;
    return { absorption: Array.from(absorption), scattering: Array.from(scattering), isBlack: false };
  });

const request = (lightness: number, tubes = tubesOf(["titanium-white", "raw-umber"])): RecipeRequest => ({
  tubes,
  query: {
    target: labD65(lightness, 2, 8),
    maxTubes: 3,
    factors: REFERENCE_FACTORS,
    toleranceDeltaE2000: 1,
    maxAnswers: 3,
  },
  dosing: { unit: "parts", sizes: DEFAULT_SIZES },
});

/** A worker over a message channel: everything is really cloned, and it can be made to crash or to hang. */
class FakeWorker implements WorkerLike {
  static readonly all: FakeWorker[] = [];
  isTerminated = false;
  private readonly channel = new MessageChannel();
  private readonly onError = new Set<(event: Event) => void>();

  constructor(api: object) {
    FakeWorker.all.push(this);
    Comlink.expose(api, this.channel.port2);
    this.channel.port1.start();
  }

  postMessage(message: unknown, transfer: Transferable[] = []): void {
    this.channel.port1.postMessage(message, transfer);
  }

  addEventListener(type: string, listener: EventListenerOrEventListenerObject): void {
    if (type === "error") this.onError.add(listener as (event: Event) => void);
    else this.channel.port1.addEventListener(type, listener);
  }

  removeEventListener(type: string, listener: EventListenerOrEventListenerObject): void {
    this.channel.port1.removeEventListener(type, listener);
  }

  crash(message: string): void {
    for (const listener of this.onError) listener(Object.assign(new Event("error"), { message }));
  }

  terminate(): void {
    this.isTerminated = true;
    this.channel.port1.close();
    this.channel.port2.close();
  }
}

type Later = { readonly task: () => void; readonly delayMs: number };

function clientOf(api: object, options: Partial<ClientOptions> = {}) {
  const later: Later[] = [];
  const client = new WorkerClient<SolverApi>({
    spawn: () => new FakeWorker(api),
    schedule: (task, delayMs) => {
      const entry = { task, delayMs };
      later.push(entry);
      return () => {
        later.splice(later.indexOf(entry), 1);
      };
    },
    ...options,
  });
  const pass = (delayMs: number): void => {
    for (const entry of later.filter((one) => one.delayMs === delayMs)) entry.task();
  };
  return { client, pass };
}

const GRACE_MS = 250;
const PATIENCE_MS = 40;
const IDLE_MS = 60_000;

/** An api whose searches never end. */
const HANGING = { searchRecipes: () => new Promise(() => undefined) };

const search = (client: WorkerClient<SolverApi>, lightness: number, signal?: AbortSignal) =>
  client.ask((remote) => remote.searchRecipes(request(lightness)), signal && { signal });

afterEach(() => {
  for (const worker of FakeWorker.all.splice(0)) worker.terminate();
});

describe("asking a worker", () => {
  it("brings the answer of the core across", async () => {
    const { client } = clientOf(createSolverApi());
    expect(await search(client, 60)).toEqual({
      ok: true,
      value: createSolverApi().searchRecipes(request(60)),
    });
  });

  it("answers one after the other with one worker, and beside each other with two", async () => {
    const { client } = clientOf(createSolverApi());
    const answers = await Promise.all([search(client, 60), search(client, 70)]);
    expect(answers.map(({ ok }) => ok)).toEqual([true, true]);
    expect(FakeWorker.all).toHaveLength(1);
    const { client: two, pass } = clientOf(createSolverApi(), { most: 2 });
    const asked = [search(two, 60), search(two, 70), search(two, 80)];
    pass(PATIENCE_MS);
    await Promise.all(asked);
    expect(FakeWorker.all).toHaveLength(3);
  });

  it("starts no second worker for what the first one answers soon, nor a third", async () => {
    const { client, pass } = clientOf(createSolverApi(), { most: 2 });
    expect((await Promise.all([search(client, 60), search(client, 70)])).every(({ ok }) => ok)).toBe(true);
    pass(PATIENCE_MS);
    expect(FakeWorker.all).toHaveLength(1);
    const asked = [60, 70, 80, 90].map((lightness) => search(client, lightness));
    pass(PATIENCE_MS);
    pass(PATIENCE_MS);
    expect((await Promise.all(asked)).every(({ ok }) => ok)).toBe(true);
    expect(FakeWorker.all).toHaveLength(2);
  });

  it("drops what nobody waits for: at once while it waits, and keeps a worker that was quick", async () => {
    const { client, pass } = clientOf(createSolverApi());
    const left = new AbortController();
    const first = search(client, 60);
    const second = search(client, 70, left.signal);
    left.abort();
    expect(await second).toEqual({ ok: false, failure: { code: "cancelled" } });
    expect((await first).ok).toBe(true);
    pass(GRACE_MS);
    expect(FakeWorker.all[0]?.isTerminated).toBe(false);
  });

  it("ends a computation that goes on after it was dropped, and goes on with what waits", async () => {
    let isBroken = true;
    const working = createSolverApi();
    const { client, pass } = clientOf({
      searchRecipes: (asked: RecipeRequest) =>
        isBroken ? HANGING.searchRecipes() : working.searchRecipes(asked),
    });
    const left = new AbortController();
    const open = search(client, 60, left.signal);
    const next = search(client, 70);
    left.abort();
    expect(await open).toEqual({ ok: false, failure: { code: "cancelled" } });
    isBroken = false;
    pass(GRACE_MS);
    expect(FakeWorker.all[0]?.isTerminated).toBe(true);
    expect((await next).ok).toBe(true);
  });

  it("refuses to begin what was dropped before it was asked", async () => {
    const { client } = clientOf(createSolverApi());
    expect(await search(client, 60, AbortSignal.abort())).toEqual({
      ok: false,
      failure: { code: "cancelled" },
    });
    expect(FakeWorker.all).toHaveLength(0);
  });

  it("says when the worker was lost, and the next question gets a new one", async () => {
    let isBroken = true;
    const working = createSolverApi();
    const { client } = clientOf({
      searchRecipes: (asked: RecipeRequest) =>
        isBroken ? HANGING.searchRecipes() : working.searchRecipes(asked),
    });
    const open = search(client, 60);
    FakeWorker.all[0]?.crash("out of memory");
    expect(await open).toEqual({ ok: false, failure: { code: "lost", detail: "out of memory" } });
    isBroken = false;
    expect((await search(client, 60)).ok).toBe(true);
    expect(FakeWorker.all).toHaveLength(2);
  });

  it("that kept state and was lost says so from then on: what it knew is gone", async () => {
    const { client, pass } = clientOf(HANGING, { keepsState: true });
    const left = new AbortController();
    void search(client, 60, left.signal);
    left.abort();
    pass(GRACE_MS);
    expect(FakeWorker.all[0]?.isTerminated).toBe(false);
    const waiting = search(client, 65);
    FakeWorker.all[0]?.crash("out of memory");
    for (const answer of [await waiting, await search(client, 70)])
      expect(answer).toMatchObject({ ok: false, failure: { code: "lost" } });
    expect(FakeWorker.all).toHaveLength(1);
  });

  it("gives the memory of an idle worker back, and asks a new one later", async () => {
    const { client, pass } = clientOf(createSolverApi());
    await search(client, 60);
    pass(IDLE_MS);
    expect(FakeWorker.all[0]?.isTerminated).toBe(true);
    expect((await search(client, 60)).ok).toBe(true);
    client.dispose();
    expect(FakeWorker.all.every(({ isTerminated }) => isTerminated)).toBe(true);
  });

  it("hears how far it is, and nothing once the answer is there", async () => {
    const { client } = clientOf(createSolverApi());
    const shares: number[] = [];
    const tubes = tubesOf(["titanium-white", "raw-umber"]);
    const answer = await client.ask(
      (remote, tell) => remote.paletteTable(tubes, { size: 9 }, "white", tell),
      {
        onProgress: (share: number) => shares.push(share),
      },
    );
    expect(answer).toMatchObject({ ok: true, value: { size: 9 } });
    expect(shares.length).toBeGreaterThan(0);
    const told = shares.length;
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(shares).toHaveLength(told);
  });

  it("passes on why a question was refused, also when it could not even be sent", async () => {
    const { client } = clientOf(createSolverApi());
    const broken = request(60, [{ absorption: [1], scattering: [1], isBlack: false }]);
    const answer = await client.ask((remote) => remote.searchRecipes(broken));
    expect(answer).toMatchObject({ ok: false, failure: { code: "refused" } });
    const thrown = await client.ask(() => {
      throw new Error("no question");
    });
    expect(thrown).toEqual({ ok: false, failure: { code: "refused", detail: "no question" } });
  });
});
