declare module "commonmark-spec" {
  /** The examples of the specification; tabs are drawn as arrows. */
  export const tests: readonly {
    readonly markdown: string;
    readonly html: string;
    readonly number: number;
  }[];
}
