/** Types of scripts that are written in JavaScript (HTML Living Standard, 4.12.1.1). */
const JAVASCRIPT =
  /^(?:module|(?:text|application)\/(?:x-)?(?:java|ecma|j|live)script(?:[\d.]*)?)$/;

/** The language of what a script or a style sheet holds; undefined for text of others. */
export function languageIn(
  name: string,
  type: string | undefined,
  lang: string | undefined,
): string | undefined {
  const given = (lang ?? type ?? "").trim().toLowerCase();
  if (name === "style") {
    if (given === "" || given === "text/css" || given === "css") return "css";
    return /^(?:text\/)?(scss|less)$/.exec(given)?.[1];
  }
  if (name !== "script") return undefined;
  if (given === "" || given === "js" || JAVASCRIPT.test(given)) return "javascript";
  if (/^(?:ts|typescript|(?:text|application)\/(?:x-)?typescript)$/.test(given))
    return "typescript";
  if (given === "tsx") return "typescriptreact";
  if (given === "jsx" || given === "text/babel" || given === "text/jsx") return "javascriptreact";
  return /^(?:importmap|speculationrules)$|[/+]json$/.test(given) ? "json" : undefined;
}
