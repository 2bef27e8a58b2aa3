import * as z from "zod/mini";

const whole = z.int().check(z.minimum(0));
const position = z.object({ line: whole, character: whole });
const range = z.object({ start: position, end: position });
const textDocument = z.object({ uri: z.string() });
const options = z.optional(z.nullable(z.record(z.string(), z.unknown())));
const version = z.optional(z.nullable(z.int()));

const atDocument = z.object({ textDocument });
const atPosition = z.object({ textDocument, position });
const atRange = z.object({ textDocument, range, options });
const item = z.object({ uri: z.string(), languageId: z.string(), version, text: z.string() });
const contentChanges = z.array(z.object({ range: z.optional(range), text: z.string() }));
const notebook = z.object({ notebookDocument: z.object({ uri: z.string() }) });

/** What the parameters of each message must be that the server takes, by its method. */
export const SHAPES: Readonly<Record<string, z.ZodMiniType>> = {
  "initialize": z.object({ capabilities: z.record(z.string(), z.unknown()) }),
  "textDocument/didOpen": z.object({ textDocument: item }),
  "textDocument/didChange": z.object({
    textDocument: z.object({ uri: z.string(), version }),
    contentChanges,
  }),
  "textDocument/didClose": atDocument,
  "textDocument/didSave": atDocument,
  "textDocument/willSaveWaitUntil": atDocument,
  "textDocument/formatting": z.object({ textDocument, options }),
  "textDocument/rangeFormatting": atRange,
  "textDocument/rangesFormatting": z.object({ textDocument, ranges: z.array(range), options }),
  "textDocument/onTypeFormatting": z.object({ textDocument, position, ch: z.string(), options }),
  "textDocument/linkedEditingRange": atPosition,
  "textDocument/hover": atPosition,
  "textDocument/diagnostic": atDocument,
  "textDocument/codeAction": z.object({
    textDocument,
    range,
    context: z.object({ only: z.optional(z.nullable(z.array(z.string()))) }),
  }),
  "workspace/executeCommand": z.object({
    command: z.string(),
    arguments: z.optional(z.nullable(z.array(z.unknown()))),
  }),
  "notebookDocument/didOpen": z.object({
    notebookDocument: z.object({ uri: z.string() }),
    cellTextDocuments: z.array(item),
  }),
  "notebookDocument/didChange": notebook,
  "notebookDocument/didClose": z.object({ cellTextDocuments: z.array(textDocument) }),
  "oakTide/paste": atRange,
  "oakTide/move": atRange,
  "oakTide/status": atDocument,
};

/**
 * What is wrong with the parameters of a message, with the member's name; undefined where nothing is, or
 * where nobody here takes such a message.
 */
export function misshaped(method: string, params: unknown): string | undefined {
  const shape = Object.hasOwn(SHAPES, method) ? SHAPES[method] : undefined;
  const result = shape?.safeParse(params);
  if (result?.success !== false) return undefined;
  const issue = result.error.issues[0]!;
  const member = ["params", ...issue.path].reduce<string>(
    (name, part) => name + (typeof part === "number" ? `[${part}]` : `.${String(part)}`),
    "",
  ).slice(1);
  const found = issue.path.reduce<unknown>(
    (value, part) => (value as Record<PropertyKey, unknown> | undefined)?.[part],
    params,
  );
  const shown = JSON.stringify(found)?.slice(0, 60) ?? "nothing";
  return `${member} must be ${expected(issue)}, and is ${shown}`;
}

function expected(issue: z.core.$ZodIssue): string {
  if (issue.code === "too_small") return `${String(issue.minimum)} or more`;
  const type = issue.code === "invalid_type" ? issue.expected as string : "";
  return {
    array: "an array",
    int: "a whole number",
    number: "a whole number",
    object: "an object",
    record: "an object",
    string: "a string",
  }[type] ?? "something else";
}
