import { groupBy } from '../groupBy';

export interface ReserveRow {
  name: string;
  kind: string;
  isSpare: boolean;
  leastSpare?: number | null;
}

export interface ShortReserve {
  /** What it is called, without its number. */
  name: string;
  has: number;
  least: number;
}

const stem = (name: string) => name.replace(/\s*\d+$/, '').trim();

/** Of which machines there are fewer in reserve than there are to be. One that was put to use keeps its least number. */
export function shortReserves(machines: readonly ReserveRow[]): ShortReserve[] {
  const alike = groupBy(machines, (m) => `${m.kind} ${stem(m.name).toLowerCase()}`);
  return [...alike.values()].flatMap((group) => {
    const least = Math.max(0, ...group.map((m) => m.leastSpare ?? 0));
    const has = group.filter((m) => m.isSpare).length;
    return has < least ? [{ name: stem(group[0]!.name), has, least }] : [];
  });
}
