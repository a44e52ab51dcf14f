import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    environment: "node",
    include: ["src/**/*.test.ts", "tests/guards/**/*.test.ts"],
    // The default leaves one of two cores to the watcher, which a run that ends does not need.
    maxWorkers: 2,
    testTimeout: 30_000,
  },
});
