import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["test/**/*.test.ts"],
    setupFiles: ["./test/support/seed.ts"],
    testTimeout: 60_000,
    reporters: ["default", "./test/support/count.ts"],
  },
});
