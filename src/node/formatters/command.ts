import { spawn } from "node:child_process";
import { resolve } from "node:path";
import { SourceError } from "../error.js";

/** A command that formats a text: it reads it from standard input, and prints the new one. */
export interface FormatterCommand {
  /** A program and its arguments; `{path}` in them stands for the file's path. No shell reads them. */
  readonly run: readonly string[];
  /** How many seconds it may take; 10 where it is left out. */
  readonly seconds?: number | undefined;
  /** How to install it, told where it is not there. */
  readonly install?: string | undefined;
}

const SECONDS = 10;

/** How much of what a command complains of is told, in characters. */
const TOLD = 400;

/**
 * The text that a command makes of one.
 *
 * @param folder where it runs.
 * @param signal ends it early.
 * @throws SourceError where it fails, takes too long, or prints nothing for a text that is not empty.
 */
export async function runFormatter(
  { run, seconds = SECONDS }: FormatterCommand,
  { name, path, text, folder, signal }: {
    readonly name: string;
    readonly path: string;
    readonly text: string;
    readonly folder: string;
    readonly signal?: AbortSignal | undefined;
  },
): Promise<string> {
  const [program = "", ...args] = run.map((part) => part.replaceAll("{path}", resolve(path)));
  const failed = (reason: string): SourceError =>
    new SourceError(path, `the formatter "${name}" ${reason}; the text stays as it is`);
  const limit = AbortSignal.timeout(seconds * 1000);
  const child = spawn(program, args, {
    cwd: folder,
    stdio: "pipe",
    killSignal: "SIGKILL",
    signal: signal === undefined ? limit : AbortSignal.any([limit, signal]),
  });
  // A command may answer before it has read all.
  child.stdin.on("error", () => undefined).end(text);
  const [out, complaint] = [collected(child.stdout), collected(child.stderr)];
  const end = await new Promise<number | string>((resolve) => {
    child.on("error", (error: NodeJS.ErrnoException) => resolve(
      limit.aborted
        ? `took longer than ${seconds} s`
        : signal?.aborted === true
        ? "was ended"
        : `cannot be run (${error.code ?? error.message})`,
    ));
    child.on("close", (code, by) => resolve(code ?? `was ended by ${by}`));
  });
  if (typeof end === "string") throw failed(end);
  if (end !== 0) {
    const said = complaint().toString("utf8").trim().slice(0, TOLD);
    throw failed(`ended with code ${end}${said === "" ? "" : ` and said: ${said}`}`);
  }
  const wanted = decoded(out());
  if (wanted === undefined) throw failed("printed what is no UTF-8");
  if (wanted === "" && text.trim() !== "") throw failed("printed nothing");
  return wanted;
}

/** What a stream has brought so far. */
function collected(stream: NodeJS.ReadableStream): () => Buffer {
  const chunks: Buffer[] = [];
  stream.on("data", (chunk: Buffer) => chunks.push(chunk));
  return () => Buffer.concat(chunks);
}

function decoded(bytes: Buffer): string | undefined {
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return undefined;
  }
}
