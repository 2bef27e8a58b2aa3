import { join } from "node:path";
import envPaths from "env-paths";

/** Where a person's own style file lies: in the platform's folder for settings. */
export const personPath = (): string =>
  join(envPaths("oak-tide", { suffix: "" }).config, "oak-tide.json");
