import { createEngine } from "../index.js";
import { SourceError } from "./error.js";
import { formatFiles, type Outcome } from "./run.js";
import { StyleFiles } from "./style/files.js";
import type { Batch, Done } from "./pool.js";

const engine = createEngine();
const styles = new Map<string, StyleFiles>();

/** Formats a batch of files, and answers with plain data. */
export default async function formatBatch({ files, options }: Batch): Promise<Done[]> {
  const key = options.only ?? "";
  if (!styles.has(key))
    styles.set(key, new StyleFiles(options.only === undefined ? {} : { only: options.only }));
  const done: Done[] = [];
  const { write, style, save } = options;
  const hashes: string[] = [];
  const run = formatFiles(engine, files, {
    write,
    save,
    ...(style === undefined ? {} : { style }),
    styles: styles.get(key)!,
    found: options.remembers ? (hash) => void hashes.push(hash) : undefined,
  });
  for await (const outcome of run) {
    if (outcome instanceof SourceError) done.push({ path: outcome.path, error: outcome.reason });
    else if ("excludedBy" in outcome) done.push(outcome);
    else done.push(plain(outcome, options.most));
  }
  const [first] = done;
  if (first !== undefined) first.hashes = hashes;
  return done;
}

function plain({ path, before, answer }: Outcome, most: number): Done {
  const { editCount, unsettled } = answer;
  return editCount === 0 || most === 0
    ? { path, unsettled, editCount }
    : {
      path,
      unsettled,
      editCount,
      differs: {
        before,
        changes: answer.changes.slice(0, most),
        edits: answer.edits.slice(0, most),
      },
    };
}
