import { execFileSync } from "node:child_process";
import { existsSync } from "node:fs";

/** Where Debian and others put the browser. */
const PLACES = ["/usr/bin/chromium", "/usr/bin/chromium-browser", "/usr/bin/google-chrome"];

/** The path of the browser in which the examples are tested; undefined where there is none. */
export const chromium = () =>
  [process.env.CHROMIUM, ...PLACES].find((path) => path !== undefined && existsSync(path));

/** Installs the browser where that can be done, or says what to do. */
function ensure() {
  if (chromium() !== undefined) return;
  const root = process.getuid?.() === 0;
  if (root && existsSync("/usr/bin/apt-get")) {
    console.log("Chromium is not here; installing Debian's package.");
    const apt = (...args) => execFileSync("apt-get", args, { stdio: "inherit" });
    apt("update", "-q");
    apt("install", "-y", "-q", "--no-install-recommends", "chromium");
    if (chromium() !== undefined) return;
  }
  console.error(
    "The tests drive the examples in Chromium, which is not here. Install it (on Debian: sudo apt-get install chromium), or set CHROMIUM to its path.",
  );
  process.exit(1);
}

if (import.meta.url === `file://${process.argv[1]}`) ensure();
