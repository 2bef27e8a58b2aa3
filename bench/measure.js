/** The middle of several timings of `work`, in milliseconds, after runs that warm the compiler up. */
export function median(work, { warm = 8, runs = 9 } = {}) {
  for (let i = 0; i < warm; i++) work();
  const times = [];
  for (let i = 0; i < runs; i++) {
    const began = performance.now();
    work();
    times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b)[runs >> 1];
}

/**
 * The middle time of each of several pieces of work, in milliseconds. They run in turns, so that a
 * machine that slows down slows all of them, and none has to clear away what another left behind.
 */
export function race(works, { warm = 20, runs = 15 } = {}) {
  for (let i = 0; i < warm; i++) for (const work of works) work();
  const times = works.map(() => []);
  for (let i = 0; i < runs; i++) {
    works.forEach((work, w) => {
      globalThis.gc?.({ type: "minor" });
      const began = performance.now();
      work();
      times[w].push(performance.now() - began);
    });
  }
  return times.map((each) => each.sort((a, b) => a - b)[runs >> 1]);
}

/** Prints rows of [name, milliseconds] with throughput and the ratio to the first. */
export function table(title, bytes, rows) {
  console.log(`\n${title} (${(bytes / 1e6).toFixed(2)} MB)`);
  console.log(
    `  ${"".padEnd(34)}${"ms".padStart(9)}${"MB/s".padStart(9)}${"of the first".padStart(14)}`,
  );
  for (const [name, ms] of rows) {
    const cells = [
      ms.toFixed(1).padStart(9),
      (bytes / 1e3 / ms).toFixed(1).padStart(9),
      (ms / rows[0][1]).toFixed(2).padStart(14),
    ];
    console.log(`  ${name.padEnd(34)}${cells.join("")}`);
  }
}
