import { expect, it } from "vitest";
import * as CALLS from "../../persistence/calls";
import * as asked from "./calls";

it("all that the keeper answers is asked for under its own name, and nothing else", () => {
  expect(Object.entries(asked).map(([name, { called }]) => [name, called])).toEqual(
    Object.keys(asked).map((name) => [name, name]),
  );
  expect(Object.keys(asked).sort()).toEqual(Object.keys(CALLS).sort());
});
