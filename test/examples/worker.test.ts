import { afterAll, beforeAll, expect, test } from "vitest";
import { typedAtOnce } from "../support/typist.js";
import { openExample, type Opened } from "../support/page.js";

let opened: Opened;
beforeAll(async () => {
  opened = await openExample("worker");
});
afterAll(() => opened.close());

const ROUNDS: Readonly<Record<string, string>> = {
  typescript:
    "class Pier{\nberth(tide:number){\nif(tide>2){\nreturn this.boats.map((one)=>{\nreturn one\n})\n}\n}\n}\n",
  python: "def moor(boat):\nif boat:\nfor a in b:\nprint(a)\nelse:\nreturn {\n1: 2,\n}\n\n\n",
  json: '{\n"pier": [\n1,\n2\n],\n"tide": {\n"low": true\n}\n}\n',
  rust: "fn sail() {\nlet x = moor(\na,\n);\n}\n",
  shellscript: "if a; then\nb\nfi\nc\n",
  yaml: "piers:\n- name: quay\ndepth: 4\n",
};

test.each(Object.entries(ROUNDS))("200 keys of %s without a pause", async (languageId, round) => {
  const keys = round.repeat(Math.ceil(200 / round.length));
  const { page } = opened;
  await page.selectOption("#language", languageId);
  await page.locator("#text").focus();
  // Within one task, so that no answer comes before the last key.
  await page.evaluate((text) => {
    for (const key of text)
      document.execCommand(key === "\n" ? "insertLineBreak" : "insertText", false, key);
  }, keys);
  await page.getByText("0 answers to come", { exact: true }).waitFor();
  const typed = await page.locator("#text").evaluate((element) => {
    const { value, selectionEnd } = element as HTMLTextAreaElement;
    return { text: value, caret: selectionEnd };
  });
  const { text, caret } = typedAtOnce(languageId, keys, /^[\n}\])>;:/{.?&|+\- (]$/);
  expect(typed).toEqual({ text, caret });
});
