import { decide, refuse, type Decision } from '../acts/decision';
import { at, role, type Effect, type Taken } from '../acts/effects';
import { askFeed } from '../plausible';
import type { Day } from '../quantity/days';
import { formatNumber } from '../quantity/units';
import { all, say } from '../words/words';

/** Feed of one lot in one store. */
export interface FeedLotFact {
  lotId: string;
  lotCode: string;
  placeId: string;
  /** Which fish it is for; null: any. */
  speciesCode: string | null;
  /** Size of its pellets, mm; null: not said. */
  pelletMm: number | null;
  beganOn: Day;
  massG: number;
}

export interface FeedingFacts {
  /** Lots in the tank, and what part of its feed each takes; the parts add up to 1. */
  eaters: readonly { lotId: string; speciesCode: string; share: number; lastPelletMm: number | null }[];
  speciesNames: ReadonlyMap<string, string>;
  store: readonly FeedLotFact[];
  /** The tank's ration of the day and the weight of its fish, g. */
  rationG: number;
  biomassG: number;
  /** What the tank was fed earlier on the day, g. */
  givenG?: number | undefined;
  /** What in its water is dangerous now, in words. */
  dangers: readonly string[];
}

export interface Feeding {
  placeId: string;
  massG: number;
  response: string;
  withheldG?: number | undefined;
  farmGrownG?: number | undefined;
}

/** Tenths of a gram: what the ledger keeps. */
const tenths = (massG: number) => Math.round(massG * 10);

/**
 * A tank is fed: each species out of its own feed, the pellets it had last before others, the oldest first. Where its own does
 * not suffice, feed for any fish is taken, and what would come out of the bags of others is asked about, for each species.
 */
export function decideFeeding(facts: FeedingFacts, fed: Feeding): Decision<Taken> {
  return decide((asks) => {
    if (facts.eaters.length === 0) refuse('massG', say`There are no fish in this tank to feed.`);
    const total = facts.store.reduce((sum, l) => sum + tenths(l.massG), 0);
    if (total < tenths(fed.massG))
      refuse(
        'massG',
        say`The feed store holds only ${Math.round(total / 10)} g of feed. Receive feed first, or give less.`,
      );
    const amount = askFeed(fed.massG + (facts.givenG ?? 0), facts.rationG, facts.biomassG);
    if (amount) asks.push(amount);
    if (facts.dangers.length > 0) asks.push(...facts.dangers, say`Feed all the same?`);
    const left = new Map(facts.store.map((l) => [keyOf(l), tenths(l.massG)]));
    const meals = bySpecies(facts, tenths(fed.massG)).flatMap((eaters) => {
      const { taken, strange } = takeFeed(facts, { ...eaters, left });
      if (strange.length > 0) asks.push(sayStrange(facts, { ...eaters, strange }));
      return taken.map((t) => ({ ...t, parts: shareOut(t.amount, eaters.parts) }));
    });
    return { effects: meals.map((meal, i) => eatenOf(fed, meal, i === 0)), said: () => say`Recorded.` };
  });
}

const keyOf = ({ lotId, placeId }: FeedLotFact) => `${lotId} ${placeId}`;

interface Meal {
  lot: FeedLotFact;
  /** Tenths of a gram. */
  amount: number;
  parts: { lotId: string; massG: number }[];
}

/** What was held back, or raised on the farm, stands once: with the first bag. */
function eatenOf(fed: Feeding, { lot, amount, parts }: Meal, first: boolean): Effect {
  const also = first ? { withheldG: fed.withheldG ?? 0, farmGrownG: fed.farmGrownG ?? 0 } : {};
  return {
    ...{ does: 'movement', lot: { lotId: lot.lotId }, from: at(lot.placeId), to: role('eaten') },
    ...{ massG: amount / 10, reason: 'feed' },
    eaten: { placeId: fed.placeId, response: fed.response, parts, ...also },
  };
}

interface Eaters {
  speciesCode: string;
  /** Tenths of a gram. */
  owed: number;
  parts: { lotId: string; share: number }[];
}

/** What each species of a tank eats of it, so that nothing is left over. */
function bySpecies({ eaters }: FeedingFacts, whole: number): Eaters[] {
  const codes = [...new Set(eaters.map((e) => e.speciesCode))];
  let rest = whole;
  return codes.map((speciesCode, i) => {
    const parts = eaters.filter((e) => e.speciesCode === speciesCode);
    const share = parts.reduce((sum, p) => sum + p.share, 0);
    const owed = i === codes.length - 1 ? rest : Math.min(rest, Math.round(whole * share));
    rest -= owed;
    return { speciesCode, owed, parts };
  });
}

function shareOut(amount: number, parts: Eaters['parts']): { lotId: string; massG: number }[] {
  const total = parts.reduce((sum, p) => sum + p.share, 0);
  let left = amount;
  return parts.map(({ lotId, share }, i) => {
    const own =
      i === parts.length - 1
        ? left
        : Math.min(left, Math.round(total > 0 ? (amount * share) / total : amount / parts.length));
    left -= own;
    return { lotId, massG: own / 10 };
  });
}

interface Taking {
  speciesCode: string;
  owed: number;
  /** What is left of each lot, tenths of a gram; it is counted down. */
  left: Map<string, number>;
}

/** The bags an amount comes out of, and those of them that are meant for other fish. */
function takeFeed(facts: FeedingFacts, { speciesCode, owed, left }: Taking) {
  const last = facts.eaters.find((e) => e.speciesCode === speciesCode)!.lastPelletMm;
  const rank = (l: FeedLotFact) => (l.speciesCode === speciesCode ? 0 : l.speciesCode === null ? 1 : 2);
  const other = (l: FeedLotFact) => Number(last !== null && l.pelletMm !== null && l.pelletMm !== last);
  const inOrder = [...facts.store].sort(
    (a, b) =>
      rank(a) - rank(b) ||
      other(a) - other(b) ||
      (a.beganOn < b.beganOn ? -1 : a.beganOn > b.beganOn ? 1 : a.lotCode < b.lotCode ? -1 : 1),
  );
  const taken: { lot: FeedLotFact; amount: number }[] = [];
  for (const lot of inOrder) {
    const key = keyOf(lot);
    const amount = Math.min(owed, left.get(key)!);
    if (amount <= 0) continue;
    left.set(key, left.get(key)! - amount);
    owed -= amount;
    taken.push({ lot, amount });
  }
  return { taken, strange: taken.filter(({ lot }) => rank(lot) === 2) };
}

interface Strange {
  speciesCode: string;
  owed: number;
  strange: { lot: FeedLotFact; amount: number }[];
}

function sayStrange({ speciesNames }: FeedingFacts, { speciesCode, owed, strange }: Strange): string {
  const name = (code: string) => speciesNames.get(code) ?? code;
  const foreign = strange.reduce((sum, s) => sum + s.amount, 0);
  const bags = all(strange.map(({ lot }) => say`${lot.lotCode} (for ${name(lot.speciesCode!)})`));
  return say`The store holds ${formatNumber((owed - foreign) / 10)} g of feed for ${name(speciesCode)}; the other ${formatNumber(foreign / 10)} g come out of ${bags}. Is that so?`;
}
