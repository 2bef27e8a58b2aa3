/** The names that a style file of its own may have. */
export const STYLE_FILE_NAMES = ["oak-tide.json", "oak-tide.yaml", "oak-tide.toml"] as const;

/** Manifests a key of which may hold style. */
export const MANIFEST_NAMES = ["package.json", "pyproject.toml"] as const;
