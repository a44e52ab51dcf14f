import { afterEach, expect, it } from "vitest";
import { forgetWork, rememberWork, workBefore } from "./ownWork";
import { remember } from "./remembered";

afterEach(forgetWork);

it("what was here is remembered until its end was wanted", () => {
  expect(workBefore()).toBeUndefined();
  rememberWork({ painting: "Jetty", at: 5 });
  expect(workBefore()).toEqual({ painting: "Jetty", at: 5 });
  forgetWork();
  expect(workBefore()).toBeUndefined();
});

it.each([
  "",
  "{",
  "null",
  "7",
  '{"painting":1,"at":2}',
  '{"painting":"Jetty"}',
  '{"painting":"Jetty","at":"now"}',
])("says nothing of what is not to be read: %s", (text) => {
  remember("gaman-own-work", text);
  expect(workBefore()).toBeUndefined();
});
