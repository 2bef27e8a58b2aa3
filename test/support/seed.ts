import fc from "fast-check";
import { afterEach } from "vitest";

// The same properties on the same values in every run, so that a failure is the change's own;
// `OAK_TIDE_SEED=$RANDOM npm test` tries others.
fc.configureGlobal({ seed: Number(process.env["OAK_TIDE_SEED"] ?? 17) });

// Tests without a pause between them leave no moment to take the runner's answers, and a minute
// without one ends the run.
afterEach(() => new Promise<void>((resume) => setImmediate(resume)));
