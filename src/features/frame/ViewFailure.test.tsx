import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { installWorkers } from "../../../tests/support/inProcessWorkers";
import { keeper } from "../../kit/store/keeper";
import { openDatabase } from "../../persistence/database";
import { printOf } from "../../persistence/archive/mergePlan";
import { ViewFailure } from "./ViewFailure";

beforeEach(() => {
  installWorkers();
});

afterEach(async () => {
  keeper.dispose();
  await openDatabase("own").delete();
});

it("a view that failed lets the last import be taken back, and is shown again then", async () => {
  const db = openDatabase("own");
  const timer = { id: "t", paintingId: "p", kind: "stir" as const, startedAt: 1, dueAt: 2 };
  await db.timers.add(timer);
  await db.imports.add({ id: "i", at: 5000, fileName: "harbour.gaman.zip" });
  const added = [{ key: timer.id, print: printOf(timer) }];
  await db.importParts.add({ importId: "i", table: "timers", added, replaced: [] });
  const reset = vi.fn();
  render(<ViewFailure error={new Error("Invalid time value")} reset={reset} />);
  fireEvent.click(await screen.findByRole("button", { name: "Take the import back" }));
  await waitFor(
    () => {
      expect(reset).toHaveBeenCalled();
    },
    { timeout: 60_000 },
  );
  expect(await db.timers.count()).toBe(0);
  expect(screen.queryByText(/may have brought/)).toBeNull();
});

it("a view that failed for another reason speaks of no import", async () => {
  render(<ViewFailure error={new Error("x")} reset={vi.fn()} />);
  // Long enough for the store to have answered.
  await new Promise((resolve) => setTimeout(resolve, 100));
  expect(screen.queryByRole("button", { name: "Take the import back" })).toBeNull();
  expect(screen.getByRole("alert").textContent).toContain("What you kept is not touched");
});
