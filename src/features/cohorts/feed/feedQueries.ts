import 'server-only';
import { explainFeed, type Explanation } from '../../../core/explain';
import type { FeedRule } from '../../../core/facts/farm';
import { bothRations, tankFeed } from '../../../core/plan/tankFeed';
import { addDays, type Day } from '../../../core/quantity/days';
import { say } from '../../../core/words/words';
import { feedStore } from '../../../db/feedStore';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../../server/farmView';

export interface FeedRow {
  place: string;
  lots: string;
  species: string;
  count: number;
  meanG: number;
  givenG: number;
  feedings: number;
  eachG: number;
  pelletMm: number;
  times: readonly string[];
  byGrowthG: number;
  byTableG: number | null;
  because: Explanation;
}

export interface FeedLot {
  code: string;
  leftG: number;
  receivedOn: Day;
  supplier: string | null;
}

export interface FeedPage extends DayView {
  tanks: FeedRow[];
  rules: (FeedRule & { name: string })[];
  store: {
    species: string;
    speciesCode: string;
    lots: FeedLot[];
    leftG: number;
    perDayG: number;
    daysLeft: number | null;
    emptyOn: Day | null;
    orderBy: Day | null;
    costPerDayMinor: number;
  }[];
  currency: string;
}

export async function feedPage(search: Search): Promise<FeedPage> {
  const view = await farmView(search, async (tx) => ({ lots: await feedStore(tx) }));
  const { facts, forecast, at, more, today, units } = view;
  const tanks = facts.places.flatMap((p): FeedRow[] => {
    const fed = tankFeed({ facts, forecast, place: p, at });
    if (!fed) return [];
    const { place, count, meanG, feedG, feedings, eachG, pelletMm, times } = fed;
    return [
      {
        place,
        count,
        meanG,
        feedings,
        eachG,
        pelletMm,
        times,
        givenG: feedG,
        lots: fed.lots.join(' + '),
        species: fed.species.name,
        ...bothRations(fed),
        because: explainFeed(fed, units),
      },
    ];
  });
  const lotsFor = (code: string | null) =>
    more.lots
      .filter((l) => l.speciesCode === code)
      .map((l): FeedLot => ({ code: l.lotCode, leftG: l.massG, receivedOn: l.beganOn, supplier: l.supplier }));
  const codes = facts.species.map((s) => s.code).filter((code) => isFed(view, code) || lotsFor(code).length > 0);
  return {
    ...dayOnly(view),
    today,
    tanks,
    currency: view.asks.currency,
    store: [...codes.map((code) => storeOf(view, code, lotsFor(code))), ...forAnyFish(lotsFor(null))],
    rules: facts.feedRules.map((r) => ({
      ...r,
      name: facts.species.find((s) => s.code === r.speciesCode)?.name ?? r.speciesCode,
    })),
  };
}

/** Companion stock that grazes is in no need of a store. */
function isFed({ forecast }: FarmView, speciesCode: string): boolean {
  return forecast.fish.some((s) => s.speciesCode === speciesCode && s.feedG.some((g) => g > 0));
}

/** Feed that is for no one species: it is taken where a species' own is used up. */
function forAnyFish(lots: FeedLot[]): FeedPage['store'] {
  const leftG = lots.reduce((sum, l) => sum + l.leftG, 0);
  if (lots.length === 0) return [];
  const lasting = { perDayG: 0, daysLeft: null, emptyOn: null, orderBy: null, costPerDayMinor: 0 };
  return [{ species: say`Any fish`, speciesCode: '', lots, leftG, ...lasting }];
}

/** How long the feed of one species lasts as the forecast eats it, and when to order. */
function storeOf({ facts, forecast }: FarmView, code: string, lots: FeedLot[]): FeedPage['store'][number] {
  const rule = facts.feedRules.find((r) => r.speciesCode === code);
  const perDay = new Float64Array(forecast.days);
  for (const stay of forecast.fish) {
    if (stay.speciesCode !== code) continue;
    stay.feedG.forEach((g, i) => (perDay[stay.from + i]! += g * (1 - (rule?.farmGrownShare ?? 0))));
  }
  const leftG = lots.reduce((sum, l) => sum + l.leftG, 0);
  let gone = 0;
  const empty = perDay.findIndex((g) => (gone += g) > leftG);
  const emptyOn = empty < 0 ? null : addDays(forecast.firstDay, empty);
  return {
    species: facts.species.find((s) => s.code === code)?.name ?? code,
    speciesCode: code,
    lots,
    leftG,
    perDayG: perDay[0] ?? 0,
    daysLeft: empty < 0 ? null : empty,
    emptyOn,
    orderBy: emptyOn ? addDays(emptyOn, -(rule?.leadDays ?? 7)) : null,
    costPerDayMinor: ((perDay[0] ?? 0) / 1000) * (rule?.feedMinorPerKg ?? 0),
  };
}
