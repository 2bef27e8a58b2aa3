import { InvalidArgumentError, Option } from "commander";
import type { Style } from "../core/style/style.js";

/** The options that say how the result shall look. */
export interface StyleOptions {
  readonly lineLimit?: number;
}

export const lineLimitOption = (): Option => new Option(
  "--line-limit <columns>",
  "the most columns a line should fill",
).argParser((value) => {
  const columns = Number(value);
  if (!Number.isInteger(columns) || columns < 1)
    throw new InvalidArgumentError("It must be a whole number, 1 or more.");
  return columns;
});

export const quietOption = (): Option => new Option("--quiet", "print nothing but errors");

export function styleOf({ lineLimit }: StyleOptions): Partial<Style> {
  return lineLimit === undefined ? {} : { maxLineLength: lineLimit };
}
