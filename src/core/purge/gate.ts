import { plural, say } from '../words/words';
import { daysBetween, type Day } from '../quantity/days';

export interface GateFacts {
  feedStoppedOn: Day | null;
  today: Day;
  /** Fasting days the method asks for. */
  fastingDaysNeeded: number;
  exchangesPlanned: number;
  exchangesDone: number;
  /** False when a manager decided that this batch need not be tasted. */
  tasteNeeded?: boolean;
  /** The last taste test: null when none was held. */
  tastePassed: boolean | null;
  /** Last day of a treatment's withdrawal period; null: not treated. */
  withdrawalUntil: Day | null;
  /** False for stock that is never purged: companions and fish sold live. */
  purged: boolean;
}

export interface GateCheck {
  check: 'fasting' | 'exchanges' | 'taste' | 'withdrawal';
  met: boolean;
  words: string;
}

/** What stands between a purge batch and its sale. Every check must be met, or a manager overrides by name and reason. */
export function purgeGate(facts: GateFacts): GateCheck[] {
  const fasted = facts.feedStoppedOn ? daysBetween(facts.feedStoppedOn, facts.today) : 0;
  const fasting = fasted >= facts.fastingDaysNeeded;
  const exchanges = facts.exchangesDone >= facts.exchangesPlanned;
  const days = (n: number) => plural(n, '# day', '# days');
  const treated: GateCheck[] =
    facts.withdrawalUntil === null
      ? []
      : [
          {
            check: 'withdrawal',
            met: facts.today > facts.withdrawalUntil,
            words: say`Treated: not for sale up to and with ${facts.withdrawalUntil}`,
          },
        ];
  if (!facts.purged) return treated;
  return [
    ...treated,
    {
      check: 'fasting',
      met: fasting,
      words: facts.feedStoppedOn
        ? say`Feed stopped ${days(fasted)} ago, ${days(facts.fastingDaysNeeded)} needed`
        : say`Feed not stopped yet, ${days(facts.fastingDaysNeeded)} needed`,
    },
    {
      check: 'exchanges',
      met: exchanges,
      words: say`${facts.exchangesDone} of ${plural(facts.exchangesPlanned, '# water change', '# water changes')} done`,
    },
    ...(facts.tasteNeeded === false ? [] : [tasteCheck(facts.tastePassed)]),
  ];
}

function tasteCheck(passed: boolean | null): GateCheck {
  const words = passed === null ? say`Not tasted yet` : passed ? say`Taste clean` : say`Last taste was not clean`;
  return { check: 'taste', met: passed === true, words };
}
