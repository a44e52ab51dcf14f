import { afterEach, describe, expect, it, vi } from "vitest";
import type { CallName } from "../../persistence/keeperApi";
import { sharedOf } from "./shared";
import type { Store } from "./store";

const MINUTE_MS = 60_000;

type Following = {
  readonly called: CallName;
  readonly args: readonly unknown[];
  readonly hear: (value: unknown) => void;
  readonly onFailure: (error: unknown) => void;
};

/** A store that tells when it is made to, and counts who follows it. */
function teller() {
  const following = new Set<Following>();
  let begun = 0;
  const store = {
    follow: (called, args, hear, onFailure) => {
      begun++;
      const one = { called, args, hear, onFailure };
      following.add(one);
      return () => following.delete(one);
    },
  } satisfies Partial<Store> as unknown as Store;
  return {
    store,
    begun: () => begun,
    following: () => following.size,
    tell: (value: unknown, about?: string) => {
      for (const one of following) if (about === undefined || one.args[0] === about) one.hear(value);
    },
    fail: (error: Error) => {
      for (const { onFailure } of following) onFailure(error);
    },
  };
}

const nobody = (): void => undefined;

describe("a shared query", () => {
  afterEach(() => {
    vi.useRealTimers();
  });

  it("is read once for all who listen, and heard by all of them again when the store changes", () => {
    const { store, tell, begun } = teller();
    const [first, second] = [sharedOf(store, "readPile", ["p"]), sharedOf(store, "readPile", ["p"])];
    const heard: string[] = [];
    const stops = [first.subscribe(() => heard.push("first")), second.subscribe(() => heard.push("second"))];
    expect(first.get()).toBeUndefined();
    tell(0);
    expect(first.get()).toEqual({ value: 0 });
    expect(second.get()).toBe(first.get());
    expect(begun()).toBe(1);
    expect(heard).toEqual(["first", "second"]);
    tell(1);
    expect(second.get()).toEqual({ value: 1 });
    for (const stop of stops) stop();
  });

  it("is another one for another question, another reader and another store", () => {
    const [here, there] = [teller(), teller()];
    const queries = [
      sharedOf(here.store, "readPile", ["p"]),
      sharedOf(here.store, "readPile", ["q"]),
      sharedOf(here.store, "readBench", ["r"]),
      sharedOf(there.store, "readPile", ["p"]),
    ];
    const stops = queries.map((query) => query.subscribe(nobody));
    here.tell(1, "p");
    here.tell(2, "q");
    here.tell(3, "r");
    there.tell(4);
    expect(queries.map((query) => query.get())).toEqual([1, 2, 3, 4].map((value) => ({ value })));
    for (const stop of stops) stop();
  });

  it("stays for a while when nobody listens any more, and is forgotten then", () => {
    const { store, tell, begun, following } = teller();
    const query = sharedOf(store, "readPile", ["p"]);
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    const stop = query.subscribe(nobody);
    tell(0);
    stop();
    const stopAgain = sharedOf(store, "readPile", ["p"]).subscribe(nobody);
    vi.advanceTimersByTime(MINUTE_MS);
    expect(query.get()).toEqual({ value: 0 });
    expect(begun()).toBe(1);
    stopAgain();
    vi.advanceTimersByTime(MINUTE_MS);
    expect(query.get()).toBeUndefined();
    expect(following()).toBe(0);
    expect(sharedOf(store, "readPile", ["p"])).not.toBe(query);
  });

  it("hands on what the store throws, and is read anew by who tries again", () => {
    const { store, tell, fail } = teller();
    const query = sharedOf(store, "readPile", ["p"]);
    const stop = query.subscribe(nobody);
    fail(new Error("no such row"));
    expect(query.get()).toEqual({ failure: new Error("no such row") });
    stop();
    const again = sharedOf(store, "readPile", ["p"]);
    const stopAgain = again.subscribe(nobody);
    tell(1);
    expect(again.get()).toEqual({ value: 1 });
    stopAgain();
  });
});
