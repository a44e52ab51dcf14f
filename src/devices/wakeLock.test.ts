import { describe, expect, it } from "vitest";
import { canKeepAwake, keepAwake } from "./wakeLock";

function screen() {
  let held = 0;
  let asked = 0;
  return {
    wakeLock: {
      request: () => {
        asked++;
        held++;
        return Promise.resolve({
          release: () => {
            held--;
            return Promise.resolve();
          },
        });
      },
    },
    held: () => held,
    asked: () => asked,
  };
}

function page() {
  const listeners = new Set<() => void>();
  const own = {
    visibilityState: "visible" as DocumentVisibilityState,
    addEventListener: (_: string, listener: () => void) => {
      listeners.add(listener);
    },
    removeEventListener: (_: string, listener: () => void) => {
      listeners.delete(listener);
    },
  };
  return {
    own: own as unknown as Document,
    turn: (visibilityState: DocumentVisibilityState) => {
      own.visibilityState = visibilityState;
      for (const listener of listeners) listener();
    },
  };
}

const settled = () => new Promise((resolve) => setTimeout(resolve, 0));

describe("keeping the screen on", () => {
  it("holds until it is let go", async () => {
    const device = screen();
    const release = keepAwake(device, page().own);
    await settled();
    expect(device.held()).toBe(1);
    release();
    await settled();
    expect(device.held()).toBe(0);
  });

  it("asks again when the page comes back, and not while it is hidden", async () => {
    const device = screen();
    const { own, turn } = page();
    const release = keepAwake(device, own);
    turn("hidden");
    expect(device.asked()).toBe(1);
    turn("visible");
    expect(device.asked()).toBe(2);
    release();
    turn("visible");
    await settled();
    expect(device.asked()).toBe(2);
  });

  it("takes a refusal and a platform without it as they are", async () => {
    const refusing = { wakeLock: { request: () => Promise.reject(new Error("battery")) } };
    keepAwake(refusing, page().own)();
    keepAwake({}, page().own)();
    await settled();
    expect(canKeepAwake(refusing)).toBe(true);
    expect(canKeepAwake({})).toBe(false);
  });
});
