import { existsSync } from "node:fs";
import { join } from "node:path";
import envPaths from "env-paths";
import { styleFileAt, type StyleFile } from "./file.js";

/** Where a person's own style file lies: in the platform's folder for settings. */
export const personPath = (): string =>
  join(envPaths("oak-tide", { suffix: "" }).config, "oak-tide.json");

/**
 * A person's own style file.
 *
 * @throws SettingsError where it cannot be used.
 */
export function personFile(path = personPath()): StyleFile | undefined {
  return existsSync(path) ? styleFileAt(path) : undefined;
}
