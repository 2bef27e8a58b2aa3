import { resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { describeRule, type Engine, type Range } from "../../index.js";
import { writeOutput } from "../input.js";
import { differencesOf, type Report } from "./report.js";

/** A region as SARIF counts it: from 1, its end one past the last character. */
const region = ({ start, end }: Range): object => ({
  startLine: start.line + 1,
  startColumn: start.character + 1,
  endLine: end.line + 1,
  endColumn: end.character + 1,
});

/** A file's address, from the working folder on where it lies below that. */
function artifact(path: string): object {
  const url = pathToFileURL(resolve(path)).href;
  const base = `${pathToFileURL(process.cwd()).href}/`;
  return url.startsWith(base)
    ? { uri: url.slice(base.length), uriBaseId: "SRCROOT" }
    : { uri: url };
}

/** A log by the Static Analysis Results Interchange Format (OASIS standard, version 2.1.0). */
export function sarifReport(engine: Engine, version: string): Report {
  const results: object[] = [];
  const rules = new Map<string, object>();
  const numberOf = (id: string): number => {
    if (!rules.has(id)) {
      const { description = id, link } = describeRule(engine, id) ?? {};
      rules.set(id, {
        id,
        shortDescription: { text: description },
        ...(link === undefined ? {} : { help: { text: `See ${link} of the package.` } }),
      });
    }
    return [...rules.keys()].indexOf(id);
  };
  return {
    most: Infinity,
    add(outcome) {
      const artifactLocation = artifact(outcome.path);
      for (const { edit: { range, newText, rule }, message } of differencesOf(outcome))
        results.push({
          ruleId: rule,
          ruleIndex: numberOf(rule),
          level: "warning",
          message: { text: message },
          locations: [{ physicalLocation: { artifactLocation, region: region(range) } }],
          fixes: [{
            artifactChanges: [{
              artifactLocation,
              replacements: [{
                deletedRegion: region(range),
                ...(newText === "" ? {} : { insertedContent: { text: newText } }),
              }],
            }],
          }],
        });
    },
    close: () => writeOutput(`${JSON.stringify({
      $schema: "https://json.schemastore.org/sarif-2.1.0.json",
      version: "2.1.0",
      runs: [{
        tool: { driver: { name: "Oak Tide", version, rules: [...rules.values()] } },
        columnKind: "utf16CodeUnits",
        originalUriBaseIds: { SRCROOT: { uri: `${pathToFileURL(process.cwd()).href}/` } },
        results,
      }],
    }, null, 2)}\n`),
  };
}
