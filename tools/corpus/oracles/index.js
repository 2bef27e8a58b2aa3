import { astroTree } from "./astro.js";
import { TokenFlag } from "../../../dist/language.js";
import { componentTree } from "./component.js";
import { csharpTree } from "./csharp.js";
import { ecmaTree } from "./ecma.js";
import { renderings } from "./markdown.js";
import { pageTree } from "./page.js";
import { compiled, cssTree } from "./styles.js";
import { pythonOracle } from "./python.js";
import { svelteTree } from "./svelte.js";
import { xmlTree } from "./xml.js";

let python;

/**
 * What an independent parser says of a text, and of the text after formatting: whether it takes the
 * first, whether both mean the same, and where not.
 */
export async function judge(language, path, before, after) {
  switch (language.name) {
    case "python":
      python ??= pythonOracle();
      return python.ask(after === undefined ? { before } : { before, after });
    case "json":
    case "jsonc": return jsonVerdict(before, after);
    case "html": {
      const page = (text) => pageTree(withoutIslands(text));
      return verdict(page(before), after === undefined ? undefined : () => page(after));
    }
    case "aspx": {
      const page = (text) => pageTree(
        withoutIslands(text)
          // A control of the server holds nothing where its tag ends itself.
          .replace(
            /<([\w:]+)((?:"[^"]*"|'[^']*'|[^<>"'])*?\brunat\s*=(?:"[^"]*"|'[^']*'|[^<>"'])*?)\/>/g,
            "<$1$2></$1>",
          ),
      );
      return verdict(page(before), after === undefined ? undefined : () => page(after));
    }
    case "razor": {
      const page = (text) => pageTree(withoutCode(language, text));
      return verdict(page(before), after === undefined ? undefined : () => page(after));
    }
    case "xml":
      return verdict(xmlTree(before), after === undefined ? undefined : () => xmlTree(after));
    case "markdown":
      return verdict(renderings(before), after === undefined ? undefined : () => renderings(after));
    case "csharp": {
      const old = await csharpTree(before);
      // What the oracle does not read it does not judge.
      if (after === undefined || old === undefined) return { compiles: true, equal: true };
      const fresh = await csharpTree(after);
      return verdict(old, () => fresh);
    }
    case "component":
      return verdict(
        componentTree(path, before),
        after === undefined ? undefined : () => componentTree(path, after),
      );
    case "astro":
      return verdict(astroTree(before), after === undefined ? undefined : () => astroTree(after));
    case "svelte":
      return verdict(
        svelteTree(before),
        after === undefined ? undefined : () => svelteTree(after),
      );
    case "css": {
      const old = cssTree(before);
      // What the oracle does not read it takes as text.
      return verdict(old.text, after === undefined ? undefined : () => cssTree(after).text);
    }
    case "scss":
    case "less": {
      if (after === undefined) return { compiles: true };
      const old = await compiled(language, path, before);
      if (old === undefined) return { compiles: true, equal: true };
      const fresh = await compiled(language, path, after);
      return verdict(old, () => fresh);
    }
    default:
      return verdict(
        ecmaTree(path, before),
        after === undefined ? undefined : () => ecmaTree(path, after),
      );
  }
}

/** Islands are text like any other to the oracle, without their white space. */
const withoutIslands = (text) =>
  text.replace(/<%[^]*?%>|<\?[^]*?\?>|\{%[^]*?%\}|\{\{[^]*?\}\}/g, (island) =>
    `[${island.slice(2, -2).replace(/\s+/g, "")}]`.replace(/[<>"'=&]/g, "_"));

export const stopOracles = () => python?.stop();

function jsonVerdict(before, after) {
  const tree = (text) => {
    try {
      return JSON.stringify(JSON.parse(text.replace(/^\ufeff/, "")));
    } catch {
      return undefined;
    }
  };
  return verdict(tree(before), after === undefined ? undefined : () => tree(after));
}

function verdict(old, after) {
  if (old === undefined) return { compiles: false };
  if (after === undefined) return { compiles: true };
  const fresh = after();
  if (fresh === old) return { compiles: true, equal: true };
  if (fresh === undefined) return { compiles: true, equal: false, where: "it no longer parses" };
  let at = 0;
  while (old[at] === fresh[at]) at++;
  return {
    compiles: true,
    equal: false,
    where:
      `${old.slice(Math.max(0, at - 80), at + 60)} | ${fresh.slice(Math.max(0, at - 80), at + 60)}`,
  };
}

/** A kind of tokens that are a script, or the members of a page. */
const RAW = 11;

/**
 * A page with its pieces of code as words, so that markup in them is the page's. Where code begins and ends is what
 * the language says, as no other parser tells; the code itself is compared without its white space.
 */
function withoutCode(language, text) {
  const { tokens } = language.parse(text);
  const parts = [];
  let at = 0;
  for (let t = 0; t < tokens.count; t++) {
    const word = tokens.textOf(t);
    const isCode = tokens.has(t, TokenFlag.Own);
    const isMembers = t > 0 && tokens.kind(t) === RAW && tokens.has(t - 1, TokenFlag.Own);
    if (!isCode && !isMembers && !word.includes("@")) continue;
    parts.push(text.slice(at, tokens.start(t)));
    const opaque = word.replace(/\s+/g, "");
    parts.push(isCode || isMembers ? `[${opaque.replace(/[<>"'=&]/g, "_")}]` : opaque);
    at = tokens.end(t);
  }
  return parts.join("") + text.slice(at);
}
