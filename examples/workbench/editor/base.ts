import { HighlightStyle, LanguageSupport, syntaxHighlighting } from "@codemirror/language";
import { Compartment, EditorState, type Extension } from "@codemirror/state";
import { EditorView, drawSelection, highlightSpecialChars, lineNumbers } from "@codemirror/view";
import { tags } from "@lezer/highlight";

const look = EditorView.theme({
  "&": { height: "100%", fontSize: "13px", backgroundColor: "var(--paper)", color: "var(--ink)" },
  "&.cm-focused": { outline: "2px solid var(--tide)", outlineOffset: "-2px" },
  ".cm-scroller": { fontFamily: "var(--mono)", lineHeight: "1.5" },
  ".cm-gutters": {
    backgroundColor: "var(--paper)",
    color: "var(--quiet)",
    border: "none",
    paddingRight: "4px",
  },
  ".cm-cursor": { borderLeftColor: "var(--ink)", borderLeftWidth: "2px" },
  "&.cm-focused .cm-selectionBackground, .cm-selectionBackground": {
    backgroundColor: "var(--chosen) !important",
  },
  ".cm-tooltip": {
    backgroundColor: "var(--raised)",
    color: "var(--ink)",
    border: "1px solid var(--line)",
    borderRadius: "4px",
    padding: "8px 12px",
    maxWidth: "420px",
    font: "14px/1.45 var(--sans)",
  },
});

/** Few colours, so that marks of edits stand out. */
const colours = HighlightStyle.define([
  { tag: [tags.keyword, tags.tagName, tags.modifier], color: "var(--word)" },
  { tag: [tags.string, tags.attributeValue], color: "var(--text)" },
  { tag: tags.comment, color: "var(--quiet)", fontStyle: "italic" },
  { tag: [tags.number, tags.bool, tags.null], color: "var(--number)" },
]);

/** Colours of a language's words; what else its package brings, indentation above all, stays out. */
async function colouring(languageId: string): Promise<Extension> {
  const support = await supportFor(languageId);
  return support === undefined ? [] : support.language.extension;
}

async function supportFor(languageId: string): Promise<LanguageSupport | undefined> {
  switch (languageId) {
    case "javascript":
    case "typescript":
    case "typescriptreact": {
      const { javascript } = await import("@codemirror/lang-javascript");
      return javascript({
        typescript: languageId !== "javascript",
        jsx: languageId !== "typescript",
      });
    }
    case "python": return (await import("@codemirror/lang-python")).python();
    case "html": return (await import("@codemirror/lang-html")).html();
    case "css": return (await import("@codemirror/lang-css")).css();
    case "scss": return (await import("@codemirror/lang-sass")).sass();
    case "less": return (await import("@codemirror/lang-less")).less();
    case "json": return (await import("@codemirror/lang-json")).json();
    default: return undefined;
  }
}

/** A surface for text, without any habits of its own. */
export class Surface {
  readonly view: EditorView;
  private readonly language = new Compartment();

  constructor(parent: HTMLElement, label: string, extensions: Extension) {
    this.view = new EditorView({
      parent,
      state: EditorState.create({
        extensions: [
          lineNumbers(),
          highlightSpecialChars(),
          drawSelection(),
          look,
          syntaxHighlighting(colours),
          EditorState.tabSize.of(4),
          EditorView.contentAttributes.of({ "aria-label": label, "spellcheck": "false" }),
          this.language.of([]),
          extensions,
        ],
      }),
    });
  }

  get text(): string {
    return this.view.state.doc.toString();
  }

  /** Colours words as a language has them. */
  async colour(languageId: string): Promise<void> {
    const extension = await colouring(languageId);
    this.view.dispatch({ effects: this.language.reconfigure(extension) });
  }
}
