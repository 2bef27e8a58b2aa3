/** A head or a body whose first line stands in its column. */
const FLUSH = /(?:^|[\r\n])([ \t]*)<(?:head|body)\b[^>]*>[ \t]*(?:\r\n|\r|\n)\1[^\s]/i;

/** Whether a page, or a part of one, shows that what its head or its body holds stands at their margin. */
export const leavesAtMargin = (text: string): boolean => FLUSH.test(text);
