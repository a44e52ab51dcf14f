/** The workers of a view that have a picture open: asked under the light of the moment, let go of together. */
import type * as Comlink from "comlink";
import type { PictureLight } from "../../core/picture/pixels";
import { fail, type Result } from "../../core/result";
import type { PictureFailure } from "../../domain/painting/pictureFailure";
import type { Tell } from "../../workers/client";
import type { PictureClient } from "../../workers/clients";
import type { KeptPicture, OpenedPicture, OpeningStage, PictureApi } from "../../workers/pictureApi";

/** A worker with a picture open in it. */
export type Held = { readonly id: string; readonly client: PictureClient; readonly info: OpenedPicture };

export type PictureQuestion<T> = (remote: Comlink.Remote<PictureApi>) => Promise<T>;

export class PictureHold {
  readonly #clients = new Set<PictureClient>();
  /** The light that each worker was last told. */
  readonly #told = new WeakMap<PictureClient, string>();

  take(client: PictureClient): void {
    this.#clients.add(client);
  }

  has(client: PictureClient): boolean {
    return this.#clients.has(client);
  }

  letGo(client: PictureClient | undefined): void {
    if (!client) return;
    this.#clients.delete(client);
    client.dispose();
  }

  letGoOfAll(): void {
    for (const client of [...this.#clients]) this.letGo(client);
  }

  /**
   * Asks a worker about its picture under a light.
   *
   * @param lightKey - the light as JSON, empty for the picture as it is.
   * @returns "gone" when the picture is not open any more, "lost" when its worker stopped meanwhile.
   * @throws Error with the worker's reason when it refuses the question.
   */
  async ask<T>(
    client: PictureClient,
    lightKey: string,
    question: PictureQuestion<T>,
  ): Promise<Result<T, "gone" | "lost">> {
    if (!this.has(client)) return fail("gone");
    if ((this.#told.get(client) ?? "") !== lightKey) {
      this.#told.set(client, lightKey);
      const light = lightKey === "" ? undefined : (JSON.parse(lightKey) as PictureLight);
      // One thing after another: the question after it is answered under the new light.
      void client.ask((remote) => remote.setLight(light));
    }
    const answer = await client.ask(question);
    if (answer.ok) return answer;
    if (answer.failure.code === "refused") throw new Error(answer.failure.detail);
    return fail(answer.failure.code === "lost" && this.has(client) ? "lost" : "gone");
  }
}

/** Opens a file in a worker. */
export async function openIn(
  client: PictureClient,
  file: Blob,
  onProgress: (stage: OpeningStage) => void = () => undefined,
): Promise<Result<OpenedPicture, PictureFailure>> {
  const answer = await client.ask((remote, tell: Tell<OpeningStage>) => remote.open(file, tell), {
    onProgress,
  });
  return answer.ok ? answer.value : fail({ code: "lost" });
}

/**
 * What to store of the picture that is open in a worker.
 *
 * @throws Error when the worker stopped.
 */
export async function keptBy(client: PictureClient): Promise<KeptPicture> {
  const answer = await client.ask((remote) => remote.keep());
  if (answer.ok) return answer.value;
  throw new Error("The picture could not be kept, since what reads pictures stopped. Choose it once more.");
}
