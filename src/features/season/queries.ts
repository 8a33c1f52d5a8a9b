import 'server-only';
import { PROMISE_WEEKS, promiseTable, type PromiseRow } from '../../core/market/promiseTable';
import { findTroubles, type Trouble } from '../../core/plan/troubles';
import { boardSeries, type BoardSeries } from '../../core/plan/board';
import type { NamedDraft, OutlookGround } from '../../core/plan/outlook';
import { explainBalance, explainNitrogen, type Explanation } from '../../core/explain';
import { OUTLOOK_WEEKS } from '../../core/plan/settings';
import { type FarmFacts } from '../../core/facts/farm';
import { type FarmForecast, type FishStay } from '../../core/facts/forecast';
import type { UnitChoice } from '../../core/quantity/units';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { balanceSeries, bandOf, formatBalance, isByNitrogen } from '../../core/water/loopBalance';
import { recordedStays } from '../../db/history';
import { openDrafts } from '../../db/drafts';
import { knownFarm } from '../../server/farmCache';
import { dayView, readFarm, type DayView, type Search } from '../../server/farmView';

export interface SeasonPage extends DayView {
  facts: Pick<FarmFacts, 'places' | 'loops' | 'crops'>;
  drafts: { id: string; name: string }[];
  /** The draft that the address asks for. */
  opened: NamedDraft | null;
  board: BoardSeries;
  /** Fish against plants today, by loop with plants. */
  balance: { loop: string; says: string; low: boolean; high: boolean; because: Explanation }[];
  /** What the plan must answer, the most pressing first. */
  troubles: Trouble[];
  /** Fish by tank on the day of the dial. */
  weights: TankWeight[];
  /** Changes with the plan: a board that was drafted on begins anew. */
  stamp: string;
  /** First day drawn, as a day index from today, and how many days are drawn. */
  from: number;
  days: number;
}

/** What stands in a tank on a day. */
export interface TankWeight {
  code: string;
  count: number;
  meanG: number;
  biomassG: number;
}

/** What is decided on the board. */
const OF_THE_PLAN: ReadonlySet<Trouble['kind']> = new Set(['short', 'crowding', 'surplus', 'unripe']);

const SHOWN_DAYS = 105;
const BACK_DAYS = 14;

/** The board always forecasts from today; the dial moves the window, and what lies before today is as recorded. */
export async function seasonPage(search: Search): Promise<SeasonPage> {
  const view = await dayView(search);
  return readFarm(async (tx) => {
    const first = firstDay(view.today, view.day);
    const from = daysBetween(view.today, first);
    const [{ facts, steps, forecast }, drafts, past] = [
      await knownFarm(tx, { farmId: view.asks.farmId, day: view.today }),
      await openDrafts(tx),
      from < 0 ? await recordedStays(tx, first, view.today) : { fish: [], plants: [] },
    ];
    const wanted = (await search).draft;
    const promise = promiseTable({
      forecast,
      products: facts.products,
      promises: facts.promises,
      weeks: OUTLOOK_WEEKS,
    });
    const board = boardSeries({ forecast, facts, plan: steps, promise, days: Math.max(1, from + SHOWN_DAYS) });
    // What still stands today is in the forecast's own stays, back to its transplanting.
    const gone = past.plants.filter((s) => s.until < 0);
    return {
      ...view,
      facts: { places: facts.places, loops: facts.loops, crops: facts.crops },
      drafts: drafts.map(({ id, name }) => ({ id, name })),
      opened: drafts.find((d) => d.id === wanted) ?? null,
      board: { ...board, fish: [...past.fish, ...board.fish], plants: [...gone, ...board.plants] },
      balance: balanceToday(facts, forecast, view.units),
      troubles: findTroubles({ facts, forecast, promise: firstWeeks(promise), pH: [], units: view.units }).filter((t) =>
        OF_THE_PLAN.has(t.kind),
      ),
      weights: weightsOn(facts, forecast, Math.max(0, daysBetween(view.today, view.day))),
      stamp: `${steps.length}.${steps.reduce((sum, s) => sum + s.version, 0)}`,
      from,
      days: SHOWN_DAYS,
    };
  });
}

/** As many weeks as the round looks ahead. */
const firstWeeks = (promise: PromiseRow[]) => promise.map((r) => ({ ...r, weeks: r.weeks.slice(0, PROMISE_WEEKS) }));

function weightsOn({ places }: FarmFacts, forecast: FarmForecast, at: number): TankWeight[] {
  return places.flatMap(({ id, code }) => {
    const stays = forecast.fish.filter((s) => s.placeId === id && s.from <= at && s.until > at);
    const total = (of: (s: FishStay) => Float64Array) => stays.reduce((sum, s) => sum + of(s)[at - s.from]!, 0);
    const [count, biomassG] = [total((s) => s.count), total((s) => s.biomassG)];
    return count < 0.5 ? [] : [{ code, count: Math.round(count), biomassG, meanG: biomassG / count }];
  });
}

function balanceToday(facts: FarmFacts, forecast: FarmForecast, units: UnitChoice): SeasonPage['balance'] {
  return facts.loops.flatMap((loop) => {
    const series = forecast.loops.get(loop.id);
    const [feedG, areaM2] = [series?.feedG[0] ?? 0, series?.plantedAreaM2[0] ?? 0];
    if (areaM2 <= 0) return [];
    const value = balanceSeries(forecast, loop)[0]!;
    const [low, high] = bandOf(loop);
    const because = isByNitrogen(loop)
      ? explainNitrogen({ loop, givenG: series!.ammoniaG[0]!, takenG: series!.uptakeG![0]!, units })
      : explainBalance({ loop: loop.name, feedG, areaM2, band: loop.bandGM2, units });
    const says = formatBalance(value, loop, units);
    return [{ loop: loop.name, says, low: value < low, high: value > high, because }];
  });
}

/** What a worker needs to forecast drafts by itself. */
export async function outlookGround(): Promise<OutlookGround> {
  return readFarm(async (tx, person, today) => {
    const { facts, steps } = await knownFarm(tx, { farmId: person.farmId, day: today });
    return {
      facts,
      drafts: await openDrafts(tx),
      plan: steps.map(({ state: _state, doneOn: _doneOn, note: _note, ...step }) => step),
    };
  });
}

function firstDay(today: Day, day: Day): Day {
  const near = day >= addDays(today, -BACK_DAYS) && day < addDays(today, SHOWN_DAYS - BACK_DAYS - 14);
  return addDays(near ? today : day, -BACK_DAYS);
}
