import "fake-indexeddb/auto";
import { Blob } from "node:buffer";
import { cleanup } from "@testing-library/react";
import { afterEach, vi } from "vitest";

// Files cross between threads and into the store, which those of the simulated page cannot.
vi.stubGlobal("Blob", Blob);

afterEach(() => {
  cleanup();
});
