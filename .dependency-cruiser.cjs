/** Which folders may import which: the floors of docs/architecture.md. */
const floor = (name, from, to) => ({
  name,
  severity: "error",
  from: { path: from },
  to: { path: to },
});

module.exports = {
  forbidden: [
    { name: "no cycles", severity: "error", from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } } },
    floor("core imports nothing above it", "^src/core", "^src/(?!core)"),
    floor("text stands on nothing", "^src/core/text", "^src/core/(?!text)"),
    floor("syntax stands on text", "^src/core/syntax", "^src/core/(?!text|syntax)"),
    floor("core reads no files and speaks to nobody", "^src/(core|languages|worker)", "^node:|node_modules"),
    floor("languages stand on core", "^src/languages", "^src/(?!core|languages)"),
    floor("a language knows none of the others", "^src/languages/ecma", "^src/languages/(?!ecma)"),
    floor("a language knows none of the others", "^src/languages/python", "^src/languages/(?!python)"),
    floor("a language knows none of the others", "^src/languages/json", "^src/languages/(?!json)"),
    floor("a language knows none of the others", "^src/languages/css", "^src/languages/(?!css)"),
    floor("a language knows none of the others", "^src/languages/html", "^src/languages/(?!html)"),
    floor("the worker stands on core", "^src/worker", "^src/(?!core|worker)"),
    floor("files stand below the command line", "^src/node", "^src/(cli|server)"),
    floor("the server does not know the command line", "^src/server", "^src/cli"),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.core.json" },
    doNotFollow: { path: "node_modules" },
  },
};
