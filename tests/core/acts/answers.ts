import type { Decision } from '../../../src/core/acts/decision';

/** Beside which field something is refused, and in which words; null: it is not. */
export const refusedOf = (decision: Decision<unknown>): [field: string, words: string] | null =>
  'refused' in decision ? [decision.refused.field, decision.refused.words] : null;

/** What is asked before it is taken. */
export const askedOf = (decision: Decision<unknown>): string[] => ('asks' in decision ? decision.asks : []);
