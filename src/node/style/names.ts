/** The names under which style may stand in a folder. */
export const STYLE_FILE_NAMES = [
  "oak-tide.json",
  "oak-tide.yaml",
  "oak-tide.toml",
  "package.json",
  "pyproject.toml",
] as const;
