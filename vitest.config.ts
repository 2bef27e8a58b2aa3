import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["test/**/*.test.ts"],
    setupFiles: ["./test/support/seed.ts"],
    // What the tests load is loaded once for all files, and stays optimised: a fifth of the time.
    isolate: false,
    // Far above what any test takes, as a busy machine may take four times as long: they end what hangs, and judge no pace.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    reporters: ["default", "./test/support/count.ts"],
  },
});
