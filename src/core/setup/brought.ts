import { said, type Effect, type Said, type Taken } from '../acts/effects';
import { formatNumber } from '../quantity/units';
import { plural, say } from '../words/words';

/** How many records of a file came in, and how many were there already. */
export interface Brought {
  added: number;
  known: number;
}

/** What a file came to. */
export function brought(effects: Effect[], { added, known }: Brought): Taken<Said & Brought> {
  const lines = known > 0 ? [say`${formatNumber(known)} were in the books already.`] : [];
  const words = plural(added, '# record came in.', '# records came in.');
  return { effects, said: () => ({ ...said(words, lines), added, known }) };
}
