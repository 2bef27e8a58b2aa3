/** What begins a text that may go on over several lines, in one language or another. */
const BEGINS = /`|"""|'''|@\$?"/;

/** Those texts where they end on the line on which they begin, as `` `pier ${berth}` `` does. */
const ON_ONE_LINE =
  /`(?:[^`\r\n\\$]|\\.|\$(?!\{)|\$\{[^`{}\r\n]*\})*`|"""[^\r\n]*?"""|'''[^\r\n]*?'''|@\$?"(?:[^"\r\n]|"")*"(?!")/g;

/**
 * Whether a text over several lines may stand in the code of a region. What its lines begin with is the text's, so
 * that they must not move with the others. It is told without reading the code: rather once too often.
 */
export const mayHoldText = (code: string): boolean =>
  BEGINS.test(code) && BEGINS.test(code.replace(ON_ONE_LINE, ""));
