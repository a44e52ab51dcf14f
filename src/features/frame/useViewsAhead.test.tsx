import { act } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { installWorkers } from "../../../tests/support/inProcessWorkers";
import { hookIn, openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { useViewsAhead } from "./useViewsAhead";
import { VIEWS } from "./views";

const prefetch = vi.hoisted(() => vi.fn<(path: string) => void>());
vi.mock("next/navigation", () => ({ useRouter: () => ROUTER }));
const ROUTER = { prefetch };

let studio: TestStudio;

beforeEach(() => {
  installWorkers();
  prefetch.mockClear();
  studio = openStudio();
});
afterEach(() => studio.end());

it("fetches each of the other views once, when the one in hand has had its moment", async () => {
  const { rerender } = hookIn(studio, useViewsAhead);
  await until(() => studio.store.get().isReady, "the store is read");
  expect(prefetch).not.toHaveBeenCalled();
  await until(() => prefetch.mock.calls.length > 0, "the first is fetched");
  rerender();
  await until(() => prefetch.mock.calls.length >= VIEWS.length, "all are fetched");
  expect(prefetch.mock.calls.map(([path]) => path)).toEqual(VIEWS.map(({ path }) => path));
});

it("fetches nothing more once it is left", async () => {
  const { unmount } = hookIn(studio, useViewsAhead);
  await until(() => studio.store.get().isReady, "the store is read");
  unmount();
  await act(() => new Promise((resolve) => setTimeout(resolve, 3000)));
  expect(prefetch).not.toHaveBeenCalled();
});
