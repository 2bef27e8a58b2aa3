/** A head or a body whose first line stands in its column; scripts do so in pages whose other lines do not. */
const FLUSH =
  /(?:^|[\r\n])([ \t]*)<(?:head|body)\b[^>]*>[ \t]*(?:\r\n|\r|\n)\1(?!<(?:script|style)\b)[^\s]/i;

/** Whether a page, or a part of one, shows that what its head or its body holds stands at their margin. */
export const leavesAtMargin = (text: string): boolean => FLUSH.test(text);
