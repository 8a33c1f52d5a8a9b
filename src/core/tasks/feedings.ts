/** Feedings of a day by number, from 1, as they stand in the slot of a done job: "1 3". Nothing: the whole day, or what was left of it. */
export const feedingsSlot = (feedings: readonly number[]): string => [...feedings].sort((a, b) => a - b).join(' ');

/** The feedings a slot names; none: it was the whole day. */
export const feedingsIn = (slot: string): number[] => (slot ? slot.split(' ').map(Number) : []);

/** Feedings of a tank that were given one by one on the day. */
export interface FeedingsGiven {
  feedings: ReadonlySet<number>;
  /** The last of them. */
  by: string;
  at: string;
}

interface DoneFeeding {
  id: { kind: string; subject: string; slot: string };
  by: string;
  at: string;
}

/** What was given one by one, by tank. @param done in order of time */
export function feedingsByTank(done: readonly DoneFeeding[]): Map<string, FeedingsGiven> {
  const given = new Map<string, FeedingsGiven>();
  for (const { id, by, at } of done) {
    if (id.kind !== 'feed' || !isOneByOne(id.slot)) continue;
    const before = given.get(id.subject)?.feedings ?? [];
    given.set(id.subject, { feedings: new Set([...before, ...feedingsIn(id.slot)]), by, at });
  }
  return given;
}

/** Whether a slot names feedings one by one. */
export const isOneByOne = (slot: string): boolean => /^\d+( \d+)*$/.test(slot);
