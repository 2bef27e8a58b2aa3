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
 * Of each of several pieces of work its name, the middle of its times in milliseconds, and the middle of
 * its ratios to the first. They run in turns and each ratio is one turn's own, so that a machine that
 * slows down slows all of them; and none has to clear away what another left behind.
 */
export function race(works, { warm = 20, runs = 15 } = {}) {
  for (let i = 0; i < warm; i++) for (const [, work] of works) work();
  const times = works.map(() => []);
  for (let i = 0; i < runs; i++) {
    works.forEach(([, work], w) => {
      globalThis.gc?.({ type: "minor" });
      const began = performance.now();
      work();
      times[w].push(performance.now() - began);
    });
  }
  const middle = (numbers) => numbers.sort((a, b) => a - b)[runs >> 1];
  const ratios = times.map((each) => middle(each.map((time, i) => time / times[0][i])));
  return works.map(([name], w) => [name, middle(times[w]), ratios[w]]);
}

/** Prints rows of [name, milliseconds, ratio to the first] with throughput. */
export function table(title, bytes, rows) {
  console.log(`\n${title} (${(bytes / 1e6).toFixed(2)} MB)`);
  console.log(
    `  ${"".padEnd(34)}${"ms".padStart(9)}${"MB/s".padStart(9)}${"of the first".padStart(14)}`,
  );
  for (const [name, ms, ratio = 1] of rows) {
    const cells = [
      ms.toFixed(1).padStart(9),
      (bytes / 1e3 / ms).toFixed(1).padStart(9),
      ratio.toFixed(2).padStart(14),
    ];
    console.log(`  ${name.padEnd(34)}${cells.join("")}`);
  }
}

/** The value below which a share of all lies. */
export const percentile = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];
