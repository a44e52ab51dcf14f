import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    // The default leaves one of two cores to the watcher, which a run that ends does not need.
    maxWorkers: 2,
    // None takes more than a few seconds alone; a busy machine may take several times as long.
    testTimeout: 180_000,
    projects: [
      {
        extends: true,
        test: {
          name: "node",
          environment: "node",
          // Files share what they import, which saves a third of the time; none may lean on another's leavings.
          isolate: false,
          include: ["src/**/*.test.ts", "tests/guards/**/*.test.ts"],
          setupFiles: ["tests/support/kernelSetup.ts"],
        },
      },
      {
        extends: true,
        test: {
          name: "hooks",
          environment: "happy-dom",
          include: ["src/**/*.test.tsx"],
          setupFiles: ["tests/support/hooksSetup.ts"],
        },
      },
    ],
    coverage: {
      provider: "v8",
      // What is drawn is tried in the browser; what decides is tried here.
      include: ["src/features/**/*.ts", "src/kit/**/*.ts"],
      exclude: ["**/*.test.ts", "**/index.ts"],
      reporter: ["text"],
    },
  },
});
