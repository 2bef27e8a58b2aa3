import { execFileSync } from "node:child_process";
import { existsSync } from "node:fs";

/** Editors that the server is tried in: what tells that one is here, and Debian's packages of it. */
export const CLIENTS = {
  emacs: {
    files: ["/usr/bin/emacs", "/usr/share/emacs/site-lisp/elpa-src"],
    packages: ["emacs-nox", "elpa-eglot"],
  },
  neovim: { files: ["/usr/bin/nvim"], packages: ["neovim"] },
};

/** Whether an editor is here. */
export const isHere = (name) => CLIENTS[name].files.every((file) => existsSync(file));

/** Installs the editors where that can be done; tests of the others are skipped by name. */
function install() {
  const missing = Object.keys(CLIENTS).filter((name) => !isHere(name));
  if (missing.length === 0) return;
  if (process.getuid?.() === 0 && existsSync("/usr/bin/apt-get")) {
    const packages = missing.flatMap((name) => CLIENTS[name].packages);
    console.log(`Installing Debian's ${packages.join(", ")} to try the server in.`);
    try {
      const apt = (...args) => execFileSync("apt-get", args, { stdio: "inherit" });
      apt("update", "-q");
      apt("install", "-y", "-q", "--no-install-recommends", ...packages);
    } catch {
      // What is not here is told below.
    }
  }
  for (const name of missing)
    if (!isHere(name))
      console.log(
        `The server is not tried in ${name}, which is not here (on Debian: sudo apt-get install ${CLIENTS[name].packages.join(" ")}).`,
      );
}

if (import.meta.url === `file://${process.argv[1]}`) install();
