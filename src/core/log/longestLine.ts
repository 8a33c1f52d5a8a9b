/** Characters of a log line. */
export const LONGEST_LINE = 400;
