import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["test/**/*.test.ts"],
    setupFiles: ["./test/support/seed.ts"],
    testTimeout: 60_000,
    // The default leaves one core idle.
    poolOptions: { forks: { maxForks: availableParallelism() } },
    reporters: ["default", "./test/support/count.ts"],
  },
});
