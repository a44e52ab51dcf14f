import "fake-indexeddb/auto";
import { Blob } from "node:buffer";
import { cleanup, configure } from "@testing-library/react";
import { afterEach, vi } from "vitest";

// Files cross between threads and into the store, which those of the simulated page cannot.
vi.stubGlobal("Blob", Blob);

// No figure is held here: a busy machine shows late what it shows.
configure({ asyncUtilTimeout: 60_000 });

afterEach(() => {
  cleanup();
});
