import 'server-only';
import { settled, type Decision } from '../core/acts/decision';
import type { Taken } from '../core/acts/effects';
import { apply } from '../db/apply';
import type { Doing } from './command';

/**
 * Carries out what was decided: refused and asked as it says, else performed in this transaction. @returns what is said of it
 * @throws {RuleBroken} what refuses it, beside its field; or what is asked and was not answered
 */
export async function settle<S>(
  { tx, entry }: Pick<Doing, 'tx' | 'entry'>,
  decision: Decision<Taken<S>>,
  confirmed: boolean | undefined,
): Promise<S> {
  const { effects, said } = settled(decision, confirmed ?? false);
  return said(await apply(tx, entry, effects));
}
