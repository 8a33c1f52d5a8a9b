import type { LogContext, LogPlace, Parsed } from './words';

/** What may be said after a place on the log line. One file each; the list is generated. */
export interface LogVerb {
  verb: string;
  /** A whole line, for people to learn from. */
  example: string;
  /** Its place among the examples. */
  order: number;
  /** Reads what follows. @throws {NotUnderstood} with what is missing, in words */
  read(place: LogPlace, words: string[], context: LogContext): Parsed;
}
