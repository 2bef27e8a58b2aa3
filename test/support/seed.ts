import fc from "fast-check";

// The same properties on the same values in every run, so that a failure is the change's own;
// `OAK_TIDE_SEED=$RANDOM npm test` tries others.
fc.configureGlobal({ seed: Number(process.env["OAK_TIDE_SEED"] ?? 17) });
