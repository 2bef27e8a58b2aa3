/** A line that did not come out as it stands in the file. */
export interface Miss {
  /** Zero-based. */
  readonly line: number;
  readonly expected: string;
  readonly actual: string;
}

/** The first line in which a text is not what was expected. */
export function firstMiss(expected: string, actual: string): Miss {
  const rows = expected.split("\n");
  const came = actual.split("\n");
  const line = rows.findIndex((row, i) => row !== came[i]);
  return { line, expected: rows[line] ?? "", actual: came[line] ?? "" };
}
