import { Argument, Command, InvalidArgumentError, Option } from "commander";
import { createEngine, type Range } from "../../index.js";
import { readSource } from "../../node/index.js";
import { writeOutput } from "../input.js";
import { lineLimitOption, styleOf, type StyleOptions } from "../options.js";

interface Options extends StyleOptions {
  readonly lines?: readonly Range[];
}

export const askCommand = (): Command => new Command("ask")
.description(
  "Print one request's answer as JSON in the protocol's shapes: edits and unsettled ranges.",
)
.addArgument(new Argument("<request>", "the request").choices(["document", "selection"]))
.argument("<file>", "the file to ask about; it is not changed")
.addOption(
  new Option(
    "--lines <first-last>",
    "the selection: whole lines, counted from 1; several with commas",
  ).argParser(parseLines),
)
.addOption(lineLimitOption())
.action(ask);

async function ask(request: string, path: string, options: Options): Promise<void> {
  const engine = createEngine();
  const language = engine.languageFor(path);
  if (language === undefined) throw new RangeError(`${path}: no language is known for its ending.`);
  if (request === "selection" && options.lines === undefined)
    throw new RangeError("ask selection needs --lines, such as --lines 10-20");
  if (request === "document" && options.lines !== undefined)
    throw new RangeError("--lines goes with ask selection only.");
  const { text } = await readSource(path);
  const document = engine.open({ uri: path, languageId: language.ids[0]!, text });
  const style = styleOf(options);
  const answer = options.lines === undefined
    ? document.formatDocument(style)
    : document.formatSelection(options.lines, style);
  await writeOutput(`${JSON.stringify(answer, null, 2)}\n`);
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
