import { createRequire } from "node:module";

/** This package's version. */
export const { version } = createRequire(import.meta.url)("../../package.json") as {
  readonly version: string;
};
