import type { Reporter, TestModule } from "vitest/node";

/** Closes a run with one plain line that counts its tests. */
export default class Count implements Reporter {
  onTestRunEnd(files: readonly TestModule[], errors: readonly unknown[]): void {
    const counts = { passed: 0, failed: errors.length, skipped: 0, pending: 0 };
    for (const file of files) {
      const before = counts.failed;
      for (const test of file.children.allTests()) counts[test.result().state]++;
      // One that does not load, or whose preparations throw, fails without a failing test.
      if (file.state() === "failed" && counts.failed === before) counts.failed++;
    }
    const left = counts.skipped + counts.pending;
    const skipped = left > 0 ? `, ${left} skipped` : "";
    console.log(`\n${counts.passed} passed, ${counts.failed} failed${skipped}`);
  }
}
