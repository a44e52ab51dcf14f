import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { installWorkers } from "../../../tests/support/inProcessWorkers";
import { fillStore } from "../../../tests/support/sampleStore";
import { hookIn, openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { useFindables } from "./useFindables";

const VIEWS = [{ path: "/mix", name: "Mix" }];

let studio: TestStudio;

beforeEach(async () => {
  installWorkers();
  studio = openStudio();
  await fillStore(studio.db);
});

afterEach(async () => {
  await studio.end();
});

describe("what can be found", () => {
  it("holds views, notes, tubes and deeds, and matches of the log when their words are typed", async () => {
    const asked = { text: "" };
    const { result, rerender } = hookIn(studio, () => useFindables(VIEWS, asked.text));
    const linesOf = (heading: string) =>
      result.current.findables.find((one) => one.heading === heading)?.lines ?? [];
    await until(() => linesOf("Notes of this painting").length === 2, "the notes are known");
    expect(linesOf("Go to").map(({ name }) => name)).toEqual(["Mix", "Harbour"]);
    expect(linesOf("Tubes").map(({ name }) => name)).toEqual([
      "titanium-white",
      "raw-umber",
      "prussian-blue",
    ]);
    // The room that one is in is not offered.
    expect(linesOf("Do").map(({ name }) => name)).not.toContain("Go to the dark room");
    expect(linesOf("Matches and their recipes")).toEqual([]);

    asked.text = "keel";
    rerender();
    expect(result.current.isLooking).toBe(true);
    await until(() => !result.current.isLooking, "the log has answered");
    expect(linesOf("Matches and their recipes")).toMatchObject([{ name: "Hull", tells: "in the log" }]);
    asked.text = "k";
    rerender();
    expect(linesOf("Matches and their recipes")).toEqual([]);
  });
});
