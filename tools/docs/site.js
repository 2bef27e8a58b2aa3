import { cpSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join, posix } from "node:path";
import MarkdownIt from "markdown-it";

const ROOT = new URL("../../", import.meta.url).pathname;

/** The pages of the set in the order in which they are listed, with the folder of decisions after them. */
const PAGES = [
  "README.md",
  "docs/guide.md",
  "docs/keystrokes.md",
  "docs/style.md",
  "docs/rules.md",
  "docs/editors.md",
  "docs/teams.md",
  "docs/languages.md",
  "docs/glossary.md",
  "docs/architecture.md",
  "CONTRIBUTING.md",
  "CHANGELOG.md",
];

export const pagePaths = () => [
  ...PAGES,
  ...readdirSync(join(ROOT, "docs/decisions"))
    .filter((name) => name.endsWith(".md"))
    .sort()
    .map((name) => `docs/decisions/${name}`),
];

/** The anchor of a heading. */
const slug = (text) =>
  text.toLowerCase().replace(/[^\p{L}\p{N} _-]/gu, "").trim().replaceAll(" ", "-");

function markdown() {
  const md = new MarkdownIt({ html: true });
  md.core.ruler.push("anchors", ({ tokens }) => {
    tokens.forEach((token, i) => {
      if (token.type === "heading_open") token.attrSet("id", slug(tokens[i + 1].content));
    });
  });
  return md;
}

/** A page with what it links to and what may be linked to in it. */
function read(path) {
  const text = readFileSync(join(ROOT, path), "utf8");
  const html = markdown().render(text);
  const links = [...html.matchAll(/(?:href|src)="([^"]+)"/g)].map(([, link]) => link);
  const anchors = new Set([...html.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id));
  return { path, html, links, anchors, title: /^# (.*)$/m.exec(text)?.[1] ?? path };
}

/** The links of all pages that lead nowhere, as sentences. */
export function deadLinks(exists) {
  const pages = new Map(pagePaths().map((path) => [path, read(path)]));
  const dead = [];
  for (const { path, links } of pages.values())
    for (const link of links) {
      if (/^(?:https?:|mailto:)/.test(link)) continue;
      const [file, anchor] = link.split("#");
      const target = file === "" ? path : posix.normalize(posix.join(posix.dirname(path), file));
      const page = pages.get(target);
      if (page === undefined ? !exists(target) : anchor !== undefined && !page.anchors.has(anchor))
        dead.push(`${path} links to ${link}, which is not there`);
    }
  return dead;
}

const STYLE = `
:root { color-scheme: light dark; }
body { display: grid; grid-template-columns: 220px minmax(0, 76ch); gap: 48px; max-width: 1180px; margin: 0 auto; padding: 24px;
  font: 16px/1.55 system-ui, sans-serif; color: light-dark(#1c2a2b, #dbe7e5); background: light-dark(#fcfdfc, #182223); }
nav { position: sticky; top: 24px; align-self: start; font-size: 14px; }
nav a { display: block; padding: 2px 0; }
a { color: light-dark(#0f6a6a, #63bdb6); }
a[aria-current] { color: inherit; font-weight: 600; text-decoration: none; }
pre { padding: 12px 14px; overflow: auto; background: light-dark(#eef2f1, #11191a); border-radius: 6px; }
code { font: 0.88em/1.5 ui-monospace, "DejaVu Sans Mono", monospace; }
table { display: block; overflow: auto; border-collapse: collapse; }
td, th { padding: 4px 12px 4px 0; text-align: left; vertical-align: top; border-bottom: 1px solid light-dark(#c8d3d2, #34474a); }
img { max-width: 100%; }
@media (max-width: 800px) { body { grid-template-columns: minmax(0, 1fr); } nav { position: static; } }
`;

/** Writes all pages as a set that is read in a browser, without a network. */
export function writeSite(folder) {
  rmSync(folder, { recursive: true, force: true });
  const pages = pagePaths().map(read);
  const address = (path) => path.replace(/\.md$/, ".html").replace(/^README/, "index");
  for (const { path, html, title } of pages) {
    const up = "../".repeat(path.split("/").length - 1);
    const nav = pages.map(
      (page) =>
        `<a href="${up}${address(page.path)}"${page.path === path ? ' aria-current="page"' : ""}>${page.path === "README.md" ? "Oak Tide" : page.title.replaceAll("<", "&lt;")}</a>`,
    );
    const body = html.replace(
      /href="([^":#]*)\.md(#[^"]*)?"/g,
      (_, file, anchor = "") => `href="${file.replace(/(^|\/)README$/, "$1index")}.html${anchor}"`,
    );
    const target = join(folder, address(path));
    mkdirSync(dirname(target), { recursive: true });
    writeFileSync(
      target,
      `<!doctype html>\n<html lang="en">\n<meta charset="utf-8">\n<meta name="viewport" content="width=device-width">\n<title>${title.replaceAll("<", "&lt;")}</title>\n<style>${STYLE}</style>\n<nav aria-label="Pages">${nav.join("")}</nav>\n<main>${body}</main>\n</html>\n`,
    );
  }
  cpSync(join(ROOT, "docs/screenshots"), join(folder, "docs/screenshots"), { recursive: true });
  cpSync(join(ROOT, "LICENSE"), join(folder, "LICENSE"));
}
