import type { Tinypool } from "tinypool";
import type { CancellationToken } from "vscode-languageserver/node.js";
import type { LongAnswer, LongSave } from "./format-worker.js";

/** From how many UTF-16 units on a text is formatted in a thread of its own, so that typing is answered meanwhile. */
export const LONG = 1 << 18;

/** How long the thread waits for more, in milliseconds: it takes memory. */
const IDLE = 60_000;

let pool: Promise<Tinypool> | undefined;

/**
 * Formats a long text in a thread of its own, which ends where the request is taken back.
 *
 * @returns undefined where that happened.
 */
export async function formatLong(
  save: LongSave,
  token: CancellationToken,
): Promise<LongAnswer | undefined> {
  pool ??= openPool();
  const ended = new AbortController();
  const listening = token.onCancellationRequested(() => ended.abort());
  try {
    if (token.isCancellationRequested) return undefined;
    return await (await pool).run(save, { signal: ended.signal }) as LongAnswer;
  } catch (error) {
    if (ended.signal.aborted) return undefined;
    throw error;
  } finally {
    listening.dispose();
  }
}

async function openPool(): Promise<Tinypool> {
  const { Tinypool } = await import("tinypool");
  return new Tinypool({
    filename: new URL("./format-worker.js", import.meta.url).href,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE,
  });
}
