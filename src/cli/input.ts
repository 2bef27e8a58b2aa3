import { buffer } from "node:stream/consumers";
import { decode } from "../node/error.js";

/** The whole of standard input, as UTF-8. */
export async function readInput(name: string): Promise<string> {
  return decode(name, await buffer(process.stdin));
}

/** Writes to standard output and waits until it is taken. */
export function writeOutput(text: string): Promise<void> {
  return new Promise((resolve, reject) =>
    process.stdout.write(text, (error) => (error ? reject(error) : resolve())));
}
