import type { File, Reporter, Task } from "vitest";

/** Closes a run with one plain line that counts its tests. */
export default class Count implements Reporter {
  onFinished(files: File[] = []): void {
    const counts = { pass: 0, fail: 0, skip: 0 };
    const visit = (task: Task): void => {
      if (task.type === "suite") task.tasks.forEach(visit);
      else if (task.result?.state === "pass") counts.pass++;
      else if (task.result?.state === "fail") counts.fail++;
      else counts.skip++;
    };
    for (const file of files) {
      file.tasks.forEach(visit);
      // A file that does not even load is a failure too.
      if (file.result?.state === "fail" && file.tasks.length === 0) counts.fail++;
    }
    const skipped = counts.skip > 0 ? `, ${counts.skip} skipped` : "";
    console.log(`\n${counts.pass} passed, ${counts.fail} failed${skipped}`);
  }
}
