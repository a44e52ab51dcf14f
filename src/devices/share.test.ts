import { describe, expect, it } from "vitest";
import { sharerOf } from "./share";

const failingWith = (name: string) => ({
  share: () => Promise.reject(Object.assign(new Error("no"), { name })),
});

describe("sharing", () => {
  it("hands title and text over as they are", async () => {
    const handed: unknown[] = [];
    await sharerOf({
      share: (data) => {
        handed.push(data);
        return Promise.resolve();
      },
    })?.shareText("Lichen", "6 parts");
    expect(handed).toEqual([{ title: "Lichen", text: "6 parts" }]);
  });

  it("is not there where the platform has none", () => {
    expect(sharerOf({})).toBeUndefined();
  });

  it("takes a closed sheet for a choice and a refusal for an error", async () => {
    await expect(sharerOf(failingWith("AbortError"))?.shareText("", "")).resolves.toBeUndefined();
    await expect(sharerOf(failingWith("NotAllowedError"))?.shareText("", "")).rejects.toThrow("no");
  });
});
