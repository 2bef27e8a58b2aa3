import { createEngine, describeRule } from "../../dist/index.js";

/** The families whose rules are written about, each by one of its languages. */
const FAMILIES = [
  ["JavaScript and TypeScript", "javascript"],
  ["Python", "python"],
  ["JSON", "json"],
  ["HTML", "html"],
  ["CSS, SCSS and Less", "css"],
  ["Markdown", "markdown"],
  ["Components", "vue"],
  ["Notebooks", "ipynb"],
  ["Languages without a parser, as YAML", "yaml"],
];

/** docs/rules.md: each rule that an edit may name. */
export function rulesPage() {
  const engine = createEngine();
  const lines = [
    "# Rules",
    "",
    "Every edit names the rule that asked for it. `describeRule(engine, id)` says the same in a program. This page is written",
    "by `npm run docs`.",
  ];
  for (const [title, languageId] of FAMILIES) {
    lines.push(
      "",
      `## ${title}`,
      "",
      "| rule | what it asks for | by the options |",
      "| --- | --- | --- |",
    );
    for (const id of engine.rules(languageId)) {
      const { description, link, options } = describeRule(engine, id);
      const anchor = link.slice(link.indexOf("#") + 1);
      lines.push(
        `| <a id="${anchor}"></a>\`${id}\` | ${description} | ${options.map((name) => `[${name}](style.md#${name.toLowerCase()})`).join(", ")} |`,
      );
    }
  }
  return `${lines.join("\n")}\n`;
}
