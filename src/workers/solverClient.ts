/**
 * Asks the solver worker, latest question first.
 *
 * A new question makes the one before stale: its answer is dropped when it comes. If it is still being
 * computed after a grace time, the worker is ended and started anew, which is the only way to stop a
 * computation that is under way. A worker that crashes is replaced too, and every open question is told.
 */
import * as Comlink from "comlink";
import { fail, type Result, succeed } from "../core/result";
import type { TubeCalibration, TubeReading } from "../core/tube/calibrateTube";
import type { LearnedBox, LearningTube, PileEvidence } from "../core/tube/learnBox";
import type { PaletteTable } from "../core/picture/paletteTable";
import type { NextAddition } from "../core/correct/nextAddition";
import type { AdditionRequest, RecipeRequest, SolverApi, SolverFailure } from "./protocol";
import type { SolverTube } from "../domain/tube/solverTube";
import type { PaletteAnswer } from "../core/recipe/palette";

/** The part of a Worker that the client needs; tests bring their own. */
export type WorkerLike = Comlink.Endpoint & { terminate: () => void };

export type SolverClientOptions = {
  readonly spawn: () => WorkerLike;
  /** How long a stale computation may go on before its worker is ended. */
  readonly graceMs: number;
  readonly schedule: (task: () => void, delayMs: number) => void;
};

type Running = { readonly id: number; readonly tell: (failure: SolverFailure) => void };

export class SolverClient {
  private worker: WorkerLike | undefined;
  private remote: Comlink.Remote<SolverApi> | undefined;
  private running: Running | undefined;
  private lastId = 0;

  constructor(private readonly options: SolverClientOptions) {}

  searchRecipes(request: RecipeRequest): Promise<Result<PaletteAnswer, SolverFailure>> {
    return this.ask((remote) => remote.searchRecipes(request));
  }

  calibrateTube(
    tube: SolverTube,
    readings: readonly TubeReading[],
  ): Promise<Result<TubeCalibration, SolverFailure>> {
    return this.ask((remote) => remote.calibrateTube(tube, readings));
  }

  /** Fits all tubes to recorded piles; {@link cancel} gives it up. */
  learnBox(
    tubes: readonly LearningTube[],
    piles: readonly PileEvidence[],
  ): Promise<Result<LearnedBox, SolverFailure>> {
    return this.ask((remote) => remote.learnBox(tubes, piles));
  }

  nextAddition(request: AdditionRequest): Promise<Result<NextAddition, SolverFailure>> {
    return this.ask<NextAddition>(async (remote) => remote.nextAddition(request));
  }

  /** Any other question of {@link SolverApi}. */
  query<T>(call: (remote: Comlink.Remote<SolverApi>) => Promise<T>): Promise<Result<T, SolverFailure>> {
    return this.ask(call);
  }

  /** What pictures look like through a palette; takes seconds, and `onProgress` hears the share that is done. */
  paletteTable(
    tubes: readonly SolverTube[],
    size: number,
    onProgress: (share: number) => void,
  ): Promise<Result<PaletteTable, SolverFailure>> {
    // Progress comes through a port of its own, so that its last word may arrive after the answer.
    let isOpen = true;
    const tell = (share: number): void => {
      if (isOpen) onProgress(share);
    };
    return this.ask((remote) => remote.paletteTable(tubes, size, Comlink.proxy(tell))).finally(() => {
      isOpen = false;
    });
  }

  /** Gives up the question that is open, if any. */
  cancel(): void {
    const stale = this.running;
    if (!stale) return;
    this.running = undefined;
    stale.tell({ code: "stale" });
    this.options.schedule(() => {
      if (this.unfinished.has(stale.id)) this.restart();
    }, this.options.graceMs);
  }

  dispose(): void {
    this.cancel();
    this.restart();
  }

  private readonly unfinished = new Set<number>();

  private ask<T>(call: (remote: Comlink.Remote<SolverApi>) => Promise<T>): Promise<Result<T, SolverFailure>> {
    this.cancel();
    const id = ++this.lastId;
    return new Promise((resolve) => {
      const settle = (result: Result<T, SolverFailure>): void => {
        this.unfinished.delete(id);
        if (this.running?.id === id) this.running = undefined;
        resolve(result);
      };
      this.running = {
        id,
        tell: (failure) => {
          resolve(fail(failure));
        },
      };
      this.unfinished.add(id);
      call(this.remoteWorker()).then(
        (value) => {
          settle(succeed(value));
        },
        (error: unknown) => {
          settle(fail({ code: "refused", detail: error instanceof Error ? error.message : String(error) }));
        },
      );
    });
  }

  private remoteWorker(): Comlink.Remote<SolverApi> {
    if (this.remote) return this.remote;
    const worker = this.options.spawn();
    worker.addEventListener("error", (event) => {
      const lost = this.running;
      this.running = undefined;
      this.restart();
      const detail =
        "message" in event && typeof event.message === "string" ? event.message : "no reason given";
      lost?.tell({ code: "worker-lost", detail });
    });
    this.worker = worker;
    this.remote = Comlink.wrap<SolverApi>(worker);
    return this.remote;
  }

  private restart(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.remote = undefined;
    this.unfinished.clear();
  }
}

/** The client of the real worker. */
export function createSolverClient(): SolverClient {
  return new SolverClient({
    spawn: () =>
      new Worker(new URL("./solver.worker.ts", import.meta.url), { type: "module", name: "solver" }),
    graceMs: 250,
    schedule: (task, delayMs) => {
      setTimeout(task, delayMs);
    },
  });
}
