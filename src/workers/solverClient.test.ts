import * as Comlink from "comlink";
import { afterEach, describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { REFERENCE_FACTORS } from "../core/color/ciede2000";
import { labD65 } from "../core/color/types";
import { DEFAULT_SIZES } from "../core/amounts/amounts";
import type { RecipeRequest, SolverApi } from "./protocol";
import { createSolverApi } from "./solverApi";
import { SolverClient, type WorkerLike } from "./solverClient";

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

  constructor(api: SolverApi) {
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

function clientOf(api: SolverApi): { client: SolverClient; later: (() => void)[] } {
  const later: (() => void)[] = [];
  const client = new SolverClient({
    spawn: () => new FakeWorker(api),
    graceMs: 250,
    schedule: (task) => later.push(task),
  });
  return { client, later };
}

/** An api whose answers wait until they are let go. */
function hangingApi(): SolverApi {
  return {
    searchRecipes: () => new Promise(() => undefined) as never,
    paletteTable: () => new Promise(() => undefined) as never,
    calibrateTube: () => new Promise(() => undefined) as never,
    learnBox: () => new Promise(() => undefined) as never,
    nextAddition: () => new Promise(() => undefined) as never,
    washAddition: () => new Promise(() => undefined) as never,
    waysToMove: () => new Promise(() => undefined) as never,
    lightenAndShade: () => new Promise(() => undefined) as never,
    nearestTube: () => new Promise(() => undefined) as never,
    lightCheck: () => new Promise(() => undefined) as never,
  };
}

afterEach(() => {
  for (const worker of FakeWorker.all.splice(0)) worker.terminate();
});

describe("SolverClient", () => {
  it("brings the answer of the core across", async () => {
    const { client } = clientOf(createSolverApi());
    const answer = await client.searchRecipes(request(60));
    expect(answer).toEqual({ ok: true, value: createSolverApi().searchRecipes(request(60)) });
  });

  it("drops a stale answer and keeps the worker when it was quick", async () => {
    const { client, later } = clientOf(createSolverApi());
    const first = client.searchRecipes(request(60));
    const second = client.searchRecipes(request(70));
    expect(await first).toEqual({ ok: false, failure: { code: "stale" } });
    expect((await second).ok).toBe(true);
    for (const task of later) task();
    expect(FakeWorker.all).toHaveLength(1);
    expect(FakeWorker.all[0]?.isTerminated).toBe(false);
  });

  it("ends a computation that goes on after it was cancelled", async () => {
    const { client, later } = clientOf(hangingApi());
    const open = client.searchRecipes(request(60));
    client.cancel();
    expect(await open).toEqual({ ok: false, failure: { code: "stale" } });
    for (const task of later) task();
    expect(FakeWorker.all[0]?.isTerminated).toBe(true);
  });

  it("says when the worker was lost, and the next question gets a new one", async () => {
    let isBroken = true;
    const working = createSolverApi();
    const { client } = clientOf({
      ...working,
      searchRecipes: (asked) => (isBroken ? hangingApi().searchRecipes(asked) : working.searchRecipes(asked)),
    });
    const open = client.searchRecipes(request(60));
    FakeWorker.all[0]?.crash("out of memory");
    expect(await open).toEqual({ ok: false, failure: { code: "worker-lost", detail: "out of memory" } });
    isBroken = false;
    expect((await client.searchRecipes(request(60))).ok).toBe(true);
    expect(FakeWorker.all).toHaveLength(2);
  });

  it("builds the table of a palette and hears how far it is", async () => {
    const { client } = clientOf(createSolverApi());
    const shares: number[] = [];
    const tubes = tubesOf(["titanium-white", "raw-umber"]);
    const answer = await client.paletteTable(tubes, 9, (share) => shares.push(share));
    expect(answer).toMatchObject({ ok: true, value: { size: 9 } });
    expect(shares.length).toBeGreaterThan(0);
    // Nothing is told once the answer is there.
    const told = shares.length;
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(shares).toHaveLength(told);
  });

  it("passes on why a question was refused", async () => {
    const { client } = clientOf(createSolverApi());
    const answer = await client.searchRecipes(
      request(60, [{ absorption: [1], scattering: [1], isBlack: false }]),
    );
    expect(answer).toMatchObject({ ok: false, failure: { code: "refused" } });
  });
});
