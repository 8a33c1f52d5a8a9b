import { requireWithin } from '../errors';
import { addDays, type Day } from '../quantity/days';

/** The schools of purging: separate tank with clean water, the same lightly salted, or in place. */
export type PurgeMethod = 'separate' | 'salted' | 'in_place';

export interface PurgeRules {
  method: PurgeMethod;
  /** Days in clean water without feed. */
  purgeDays: number;
  /** Days without feed in the grow-out tank before the transfer. */
  fastBeforeMoveDays: number;
  /** A water exchange every so many days; the first one day after the transfer. */
  exchangeEveryDays: number;
}

export interface PurgeSchedule {
  feedStop: Day;
  /** Null in place: the fish stay where they are. */
  transfer: Day | null;
  exchanges: Day[];
  taste: Day;
  harvest: Day;
}

/**
 * Works back from the harvest day: harvest ← taste test (the day before) ← exchanges ← transfer ← feed stop.
 * @param rules.purgeDays 1 to 30 @returns calendar days in the order they are done
 * @throws {RuleBroken} outside those ranges
 */
export function purgeBackSchedule(harvest: Day, rules: PurgeRules): PurgeSchedule {
  requireWithin('purgeDays', rules.purgeDays, [1, 30]);
  requireWithin('fastBeforeMoveDays', rules.fastBeforeMoveDays, [0, 10]);
  requireWithin('exchangeEveryDays', rules.exchangeEveryDays, [1, 30]);
  const start = addDays(harvest, -rules.purgeDays);
  const taste = addDays(harvest, -1);
  if (rules.method === 'in_place') return { feedStop: start, transfer: null, exchanges: [], taste, harvest };
  const exchanges: Day[] = [];
  for (let day = rules.exchangeEveryDays; day < rules.purgeDays; day += rules.exchangeEveryDays) {
    exchanges.push(addDays(start, day));
  }
  return { feedStop: addDays(start, -rules.fastBeforeMoveDays), transfer: start, exchanges, taste, harvest };
}

/** Salt to weigh out, g: each litre put in needs it, because an exchange takes its share away. */
export function saltG(litresPutIn: number, saltGL: number): number {
  requireWithin('litresPutIn', litresPutIn, [0, 1_000_000]);
  requireWithin('saltGL', saltGL, [0, 35]);
  return litresPutIn * saltGL;
}
