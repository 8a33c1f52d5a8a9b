import { decide, refuse, type Decision } from '../acts/decision';
import { at, role, type Effect, type LotRef, type Taken } from '../acts/effects';
import { askDeaths } from '../plausible';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';

export interface Deaths {
  lotId: string;
  placeId: string;
  count: number;
  note?: string | null | undefined;
}

/** Fish that died: out of the tank, into the record. @param lot another name of the lot, where the same list makes it */
export const deathsOf = ({ lotId, placeId, count, note }: Deaths, lot: LotRef = { lotId }): Effect => ({
  ...{ does: 'movement', lot, from: at(placeId), to: role('dead'), count, reason: 'dead', note },
});

/** What many deaths are asked about, as they come along with another act. @param there fish in the tank before it */
export const askedDeaths = (dead: number, there: number): string[] => {
  const asked = dead > 0 ? askDeaths(dead, there) : null;
  return asked ? [asked] : [];
};

/** Deaths found in a tank. @param there fish of the lot in it */
export function decideDeaths({ there }: { there: number }, dead: Deaths): Decision<Taken> {
  return decide((asks) => {
    if (dead.count > there) refuse('count', say`There are ${there} here; ${dead.count} is more than that.`);
    asks.push(...askedDeaths(dead.count, there));
    return { effects: [deathsOf(dead)], said: () => say`Recorded: ${formatNumber(dead.count)} dead.` };
  });
}
