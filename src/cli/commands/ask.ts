import { Argument, Command, InvalidArgumentError, Option } from "commander";
import {
  createEngine,
  type Answer,
  type TypedAnswer,
  type Document,
  type Position,
  type Range,
} from "../../index.js";
import { languageOfFile } from "../../node/program.js";
import { readSource } from "../../node/source.js";
import { writeOutput } from "../input.js";
import { lineLimitOption, styleOf, type StyleOptions } from "../options.js";

interface Options extends StyleOptions {
  readonly lines?: readonly Range[];
  readonly at?: Position;
  readonly character?: string;
}

export const askCommand = (): Command => new Command("ask")
  .description(
    "Print one request's answer as JSON in the protocol's shapes: edits and unsettled ranges.",
  )
  .addArgument(
    new Argument("<request>", "the request").choices([
      "document",
      "selection",
      "type",
      "paste",
      "move",
    ]),
  )
  .argument("<file>", "the file to ask about; it is not changed")
  .addOption(
    new Option(
      "--lines <first-last>",
      "the selection: whole lines, counted from 1; several with commas",
    ).argParser(parseLines),
  )
  .addOption(
    new Option(
      "--at <line:column>",
      "type: the place just after the typed character, counted from 1",
    ).argParser(parsePlace),
  )
  .addOption(new Option("--character <character>", "type: what was typed; Enter unless stated"))
  .addOption(lineLimitOption())
  .action(ask);

async function ask(request: string, path: string, options: Options): Promise<void> {
  const engine = createEngine();
  // What no language is known for is read by its indentation and brackets.
  const { text } = await readSource(path);
  const languageId = languageOfFile(engine, path, text)?.ids[0] ?? "plaintext";
  const document = engine.open({ uri: path, languageId, text });
  const answer = answerTo(document, request, options);
  await writeOutput(`${JSON.stringify(answer, null, 2)}\n`);
}

function answerTo(
  document: Document,
  request: string,
  options: Options,
): Answer | Omit<TypedAnswer, "clientEdits" | "version"> {
  const style = styleOf(options);
  const { lines, at, character = "\n" } = options;
  if (request === "type") {
    if (at === undefined) throw new RangeError("ask type needs --at, such as --at 12:5");
    const { edits, unsettled, caret } = document.formatOnType(at, character, style);
    return { edits, unsettled, caret };
  }
  if (request === "document") {
    if (lines !== undefined) throw new RangeError("--lines goes with selection, paste and move.");
    return document.formatDocument(style);
  }
  if (lines === undefined)
    throw new RangeError(`ask ${request} needs --lines, such as --lines 10-20`);
  if (request === "selection") return document.formatSelection(lines, style);
  const [range, ...more] = lines;
  if (range === undefined || more.length > 0)
    throw new RangeError(`ask ${request} takes one stretch of lines.`);
  return request === "paste"
    ? document.formatOnPaste(range, style)
    : document.formatOnMove(range, style);
}

/** `12:5` as a position. */
function parsePlace(value: string): Position {
  const match = /^(\d+):(\d+)$/.exec(value);
  const [line, column] = [Number(match?.[1]), Number(match?.[2])];
  if (match === null || line < 1 || column < 1) {
    throw new InvalidArgumentError(`"${value}" is no place such as 12:5.`);
  }
  return { line: line - 1, character: column - 1 };
}

/** `10-20`, `7` or `1-3,8` as ranges of whole lines. */
function parseLines(value: string): readonly Range[] {
  return value.split(",").map((part) => {
    const match = /^(\d+)(?:-(\d+))?$/.exec(part.trim());
    const first = Number(match?.[1]);
    const last = Number(match?.[2] ?? first);
    if (match === null || first < 1 || last < first)
      throw new InvalidArgumentError(`"${part}" is no stretch of lines such as 10-20.`);
    return {
      start: { line: first - 1, character: 0 },
      end: { line: last - 1, character: Number.MAX_SAFE_INTEGER },
    };
  });
}
