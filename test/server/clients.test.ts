import { execFileSync, spawn, spawnSync } from "node:child_process";
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, onTestFinished, test } from "vitest";
import { isHere } from "../../tools/clients.js";
import { COMMAND } from "../support/process.js";

/** What docs/editors.md says to set, in a language. */
const settingsIn = (language: string): string =>
  new RegExp(`\`\`\`${language}\n([^]*?)\`\`\``).exec(readFileSync("docs/editors.md", "utf8"))![1]!;

interface Place {
  readonly path: (name: string) => string;
  readonly write: (name: string, text: string) => string;
  readonly env: NodeJS.ProcessEnv;
}

/** A folder with `oak-tide` on the path, and nobody's own settings. */
function place(): Place {
  const root = mkdtempSync(join(tmpdir(), "gullhaven-"));
  onTestFinished(() => rmSync(root, { recursive: true, force: true }));
  const path = (name: string): string => join(root, name);
  const write = (name: string, text: string): string => {
    writeFileSync(path(name), text);
    return path(name);
  };
  write("oak-tide", `#!/bin/sh\nexec "${process.execPath}" "${COMMAND}" "$@"\n`);
  chmodSync(path("oak-tide"), 0o755);
  const env = {
    ...process.env,
    HOME: root,
    PATH: `${root}:${process.env["PATH"]}`,
    // A server that outlives its client writes nothing into a folder that goes away.
    NODE_DISABLE_COMPILE_CACHE: "1",
  };
  return { path, write, env };
}

/** What the command line makes of a file. */
const formatted = (name: string, text: string, env: NodeJS.ProcessEnv): string =>
  execFileSync(process.execPath, [COMMAND, "format", "-", "--as", name], {
    input: text,
    encoding: "utf8",
    env,
  });

const MESSY = "import sys\nimport os\ntides=[1,2,   3]\nif tides :\n        print( os,sys )\n";
const MESSES = {
  "messy.py": MESSY,
  "Berth.cs": "class Berth{\n    int tide=1;\n}\n",
  "Tide.vue": "<template>\n\t<p>{{tide+1}}</p>\n</template>\n",
};

describe.runIf(isHere("emacs"))("Emacs", () => {
  test("types, formats and saves as the command line does", () => {
    const { path, write, env } = place();
    write("typed.py", "if tide:");
    write("typed.js", "moor({});\n");
    write("messy.py", MESSY);
    const script = write("drive.el", `
(package-initialize)
(setq create-lockfiles nil make-backup-files nil eglot-sync-connect 20 eglot-autoshutdown nil)
${settingsIn("elisp")}
(defun visit (file) (find-file file) (unless (eglot-managed-p) (error "%s is not managed" file)))
(defun keys (text)
  (dolist (key (string-to-list text))
    (setq last-command-event key last-input-event key)
    (if (eq key ?\\n) (newline nil t) (self-insert-command 1 key))))
(defun say (name) (princ (format "%s %s %S\\n" name (point) (buffer-string))))
(find-file "${path("typed.py")}")
(apply #'eglot--connect (eglot--guess-contact))
(goto-char (point-max))
(keys "\\nlevel = 1\\nelse:\\nlevel = 2\\n")
(say "python")
(visit "${path("typed.js")}")
(search-forward "{")
(keys "\\nberth: 1,")
(say "javascript")
(visit "${path("messy.py")}")
(eglot-format-buffer)
(say "formatted")
(goto-char (point-max)) (insert "tide  =  2")
(let ((last-command-event ?x)) (save-buffer))
(kill-emacs)
`);
    const said = execFileSync("emacs", ["--batch", "-l", script], {
      env,
      encoding: "utf8",
      stdio: ["ignore", "pipe", "pipe"],
    });
    const buffer = (name: string): [point: number, text: string] => {
      const [, point, text] = new RegExp(`^${name} (\\d+) (".*?[^\\\\]")$`, "ms").exec(said)!;
      return [Number(point), JSON.parse(text!.replaceAll("\n", "\\n").replaceAll("\t", "\\t"))];
    };
    // The text shows no step, so that the editor's counts.
    const typed = "if tide:\n        level = 1\nelse:\n        level = 2\n        ";
    expect(buffer("python")).toEqual([typed.length + 1, typed]);
    const object = "moor({\n\tberth: 1,\n});\n";
    expect(buffer("javascript")).toEqual([object.indexOf(",") + 2, object]);
    const wanted = formatted(path("messy.py"), MESSY, env);
    expect(buffer("formatted")[1]).toBe(wanted);
    expect(readFileSync(path("messy.py"), "utf8")).toBe(`${wanted}tide = 2\n`);
  });
});

describe.runIf(isHere("neovim"))("Neovim", () => {
  test("types, formats, and renames a pair of tags as the command line and the library do", async () => {
    const { path, write, env } = place();
    write("typed.py", "if tide:\n");
    write("typed.js", "moor({});\n");
    for (const [name, text] of Object.entries(MESSES)) write(name, text);
    write("page.html", "<main>\n<p>Tide</p>\n</main>\n");
    const init = write("init.lua", settingsIn("lua"));
    const socket = path("nvim.sock");
    const server = spawn(
      "nvim",
      ["--headless", "--clean", "--listen", socket, "-c", `luafile ${init}`],
      {
        env,
        stdio: "ignore",
      },
    );
    onTestFinished(() => void server.kill("SIGKILL"));
    // What an expression comes to is printed where errors are.
    const remote = (...args: string[]): string =>
      spawnSync("nvim", ["--server", socket, ...args], { env, encoding: "utf8" }).stderr.replaceAll(
        "\r\n",
        "\n",
      );
    const lua = (code: string): string =>
      remote("--remote-expr", `luaeval(${JSON.stringify(code)})`);
    const until = async (code: string): Promise<void> => {
      for (let tries = 0; tries < 200; tries++) {
        if (/^(?:v:)?true$/.test(lua(code).trim())) return;
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
      throw new Error(`${code} never came true`);
    };
    const READY =
      "#vim.lsp.buf_get_clients() > 0 and next(vim.lsp.buf_get_clients()[1].server_capabilities or {}) ~= nil";
    const visit = async (file: string): Promise<void> => {
      await until("true");
      remote("--remote-send", `<Esc>:edit! ${path(file)}<CR>`);
      await until(READY);
    };
    const NAMED: Record<string, string> = { "\n": "<CR>", "<": "<lt>" };
    const send = (...sent: string[]): string =>
      remote("--remote-send", sent.map((key) => NAMED[key] ?? key).join(""));
    /** Keys one by one, each when what was asked about the one before is answered. */
    const keys = async (text: string): Promise<void> => {
      for (const key of text) {
        send(key);
        await until("next(vim.lsp.buf_get_clients()[1].requests) == nil");
      }
    };
    const told = (code: string): any => JSON.parse(lua(`vim.fn.json_encode(${code})`) || "null");
    const buffer = (): string => told("vim.api.nvim_buf_get_lines(0, 0, -1, false)").join("\n");
    const caret = (): number[] => told("vim.api.nvim_win_get_cursor(0)");

    await visit("typed.py");
    await keys("A\nlevel = 1\nelse:\nlevel = 2\n");
    expect(buffer()).toBe("if tide:\n    level = 1\nelse:\n    level = 2\n    ");
    expect(caret()).toEqual([5, 4]);
    // Keys that come in one go stand in the order in which they were pressed.
    send("\n", ..."else");
    await keys(" = 1");
    expect(buffer()).toMatch(/^ {4}\n *else = 1$/m);
    await visit("typed.js");
    send(..."f{a");
    await keys("\nberth: 1,");
    expect(buffer()).toBe("moor({\n\tberth: 1,\n});");
    expect(caret()).toEqual([2, 10]);
    for (const [name, text] of Object.entries(MESSES)) {
      await visit(name);
      lua("vim.lsp.buf.formatting_sync(nil, 5000)");
      expect(`${buffer()}\n`).toBe(formatted(path(name), text, env));
    }
    await visit("page.html");
    await keys("l");
    const linked = told(
      "vim.lsp.get_active_clients()[1].request_sync('textDocument/linkedEditingRange', vim.lsp.util.make_position_params(), 5000, 0).result.ranges",
    );
    expect(linked.map(({ start }: any) => start)).toEqual([
      { line: 0, character: 1 },
      { line: 2, character: 2 },
    ]);
  });
});
