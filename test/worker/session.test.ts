import { afterAll, expect, test } from "vitest";
import { connectEngine, hostEngine, type Outcome, type Port } from "oak-tide/worker";
import { engine } from "../support/format.js";
import { Page, typedAtOnce } from "../support/typist.js";

const { port1, port2 } = new MessageChannel();
hostEngine(engine, port1 as unknown as Port);
const remote = connectEngine(port2 as unknown as Port);
afterAll(() => port1.close());

const SESSIONS: Readonly<Record<string, string>> = {
  javascript:
    "function moor(boat,tide){\nif(tide>2){\nreturn pier.filter((one)=>{\nreturn one.free\n})\n}\nelse {\nwait( 1,2 );\n}\n}\nconst a=[1,2];\n",
  typescript:
    "interface Pier{\nname:string;\nboats?:Boat[];\n}\nclass A{\n/**\n * x\n */\nrun(){\n}\n}\n",
  python:
    "def moor(boat):\nif boat:\nfor a in b:\nprint(a)\nelse:\nreturn {\n1: 2,\n}\n\n\nx = 1\n",
  json: '{\n"pier": [\n1,\n2\n],\n"tide": {\n"low": true\n}\n}\n',
  rust: "fn sail() {\nlet x = moor(\na,\n);\n}\n",
  shellscript: "if a; then\nb\nfi\nc\n",
  plaintext: "a {\nb (\nc\n)\n}\n",
};

test.each(Object.entries(SESSIONS))("%s typed without a pause", async (languageId, keys) => {
  for (const pause of [0, 1, 3, 7]) {
    const page = new Page();
    const document = remote.open({
      uri: "file:///gullhaven",
      languageId,
      text: "",
      apply: (changes, carets) => page.apply(changes, carets),
    });
    const triggers = new Set(engine.triggerCharacters(languageId));
    const outcomes: Promise<Outcome>[] = [];
    let typed = 0;
    for (const key of keys) {
      document.changed([page.put(key)]);
      if (triggers.has(key)) outcomes.push(document.formatOnType(page.caret, key));
      // Answers come a few keys late.
      if (pause > 0 && ++typed % pause === 0) await new Promise((go) => setTimeout(go, 0));
    }
    const told = await Promise.all(outcomes);
    const wanted = typedAtOnce(languageId, keys);
    expect(page).toEqual(wanted);
    expect(told.every(({ status }) => status === "applied" || status === "nothing")).toBe(true);
  }
});

test("an answer that meets what was typed meanwhile is given up, and said so", async () => {
  const page = new Page();
  page.text = "let a = [ 1 ]\n";
  const document = remote.open({
    uri: "",
    languageId: "javascript",
    text: page.text,
    apply: (changes) => page.apply(changes),
  });
  const stretch = { from: 0, to: page.text.length };
  const asked = document.formatSelection([stretch]);
  page.caret = 10;
  const change = { from: 9, to: 11, text: "x" };
  page.apply([change]);
  document.changed([change]);
  expect((await asked).status).toBe("outdated");
  expect(page.text).toBe("let a = [x ]\n");
  // The host has taken its answer back as well.
  const next = await document.formatDocument();
  expect([next.status, page.text]).toEqual(["applied", "let a = [x];\n"]);
});

test("what is no longer wanted is cancelled; what fails says why", async () => {
  const apply = (): void => undefined;
  const document = remote.open({ uri: "", languageId: "json", text: "[1 ,2]", apply });
  const stop = new AbortController();
  const asked = document.formatDocument({ signal: stop.signal });
  stop.abort();
  expect((await asked).status).toBe("cancelled");
  const unknown = remote.open({ uri: "", languageId: "tidal", text: "", apply });
  await expect(unknown.formatDocument()).rejects.toThrow(
    'No language has the identifier "tidal".',
  );
  const closed = document.formatDocument();
  document.close();
  expect((await closed).status).toBe("cancelled");
});
