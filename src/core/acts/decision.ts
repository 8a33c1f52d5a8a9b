import { RuleBroken } from '../errors';

/**
 * What an act comes to by plain facts, before anything is written: it is refused beside a field, or it may go on, after
 * what looks wrong was asked. The same on a phone without signal as on the server.
 */
export type Decision<T> = { refused: { field: string; words: string } } | { asks: string[]; take: T };

/** @throws {RuleBroken} always: what may not be, and beside which field that is said */
export function refuse(field: string, words: string): never {
  throw new RuleBroken(field, words);
}

/**
 * Works out a decision. What refuses it is thrown from anywhere within; what looks wrong is added to `asks`, so that all of it is
 * asked at once.
 */
export function decide<T>(work: (asks: string[]) => T): Decision<T> {
  const asks: string[] = [];
  try {
    const take = work(asks);
    return { asks, take };
  } catch (error) {
    if (error instanceof RuleBroken) return { refused: { field: error.field, words: error.message } };
    throw error;
  }
}

/**
 * What is taken once everything is answered.
 * @param confirmed whether what was asked was answered with yes
 * @throws {RuleBroken} what refuses it, beside its field; or field `confirm`, what is asked, a line each
 */
export function settled<T>(decision: Decision<T>, confirmed: boolean): T {
  if ('refused' in decision) throw new RuleBroken(decision.refused.field, decision.refused.words);
  if (decision.asks.length > 0 && !confirmed) throw new RuleBroken('confirm', decision.asks.join('\n'));
  return decision.take;
}
