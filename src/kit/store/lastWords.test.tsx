import { afterEach, expect, it } from "vitest";
import { forgetAllLast, forgetLast, lastWordsOf, sayLast } from "./lastWords";

afterEach(() => {
  window.localStorage.clear();
});

const dose = { tubeId: "umber", parts: 2 };

it("what was in hand is there for the next opening, each bench once and each store for itself", () => {
  sayLast("own", { noteId: "one", changes: { byHand: [dose] } });
  sayLast("own", { noteId: "two", changes: { required: ["umber"] } });
  sayLast("own", { noteId: "one", changes: { chosenKey: "k" } });
  expect(lastWordsOf("own")).toEqual([
    { noteId: "two", changes: { required: ["umber"] } },
    { noteId: "one", changes: { chosenKey: "k" } },
  ]);
  expect(lastWordsOf("demo")).toEqual([]);
  forgetLast("own", "two");
  expect(lastWordsOf("own").map(({ noteId }) => noteId)).toEqual(["one"]);
  forgetLast("own", "one");
  expect(window.localStorage).toHaveLength(0);
});

it("goes with its store, and with no other", () => {
  for (const workspace of ["own", "demo"] as const) sayLast(workspace, { noteId: "one", changes: {} });
  forgetAllLast("demo");
  expect(lastWordsOf("demo")).toEqual([]);
  expect(lastWordsOf("own")).toHaveLength(1);
});

it("a field that was put away is put away then, too", () => {
  sayLast("own", { noteId: "one", changes: { byHand: undefined, chosenKey: "k" } });
  const [word] = lastWordsOf("own");
  expect(word && "byHand" in word.changes).toBe(true);
  expect(word?.changes).toEqual({ byHand: undefined, chosenKey: "k" });
});

it.each(["", "no json", "7", "[7]", '[{"noteId":1,"changes":{}}]', '[{"noteId":"a","changes":null}]', "{}"])(
  "of a text that is none of them nothing comes: %s",
  (text) => {
    window.localStorage.setItem("gaman-last-words-own", text);
    expect(lastWordsOf("own")).toEqual([]);
  },
);
