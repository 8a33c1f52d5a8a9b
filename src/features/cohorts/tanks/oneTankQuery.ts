import 'server-only';
import { say } from '../../../core/words/words';
import { notFound } from 'next/navigation';
import { explainDensity, type Explanation } from '../../../core/explain';
import { explainMinutes } from '../../../core/explainLife';
import { mayHoldFish } from '../../../core/fish/biosecurity';
import { nettingWords } from '../../../core/fish/liveSale';
import { densityKgM3, waterL } from '../../../core/fish/stocking';
import type { FarmFacts, PlaceFact } from '../../../core/facts/farm';
import type { PlanStep } from '../../../core/facts/step';
import { addDays, type Day } from '../../../core/quantity/days';
import { formatNumber } from '../../../core/quantity/units';
import { husbandryEvents, type FishEvent } from '../../../db/fishRecords';
import { dayOnly, farmView, stillToCome, type DayView, type Search } from '../../../server/farmView';
import { waterOfLoops } from '../../../server/judgeLoops';
import { dangersIn } from '../../../core/water/lastWater';
import { airFor, staysAt } from '../../../core/plan/tankAir';

export interface TankPage extends DayView {
  place: Pick<PlaceFact, 'id' | 'code' | 'name' | 'kind' | 'volumeL' | 'densityLimitKgM3' | 'stage'>;
  loop: string | null;
  here: { lotCode: string; species: string; count: number; meanG: number; kg: number }[];
  series: { day: Day; kgM3: number }[];
  fullOn: Day | null;
  feedG: number;
  minutes: number | null;
  because: { density: Explanation; minutes: Explanation | null };
  resting: Day | null;
  events: FishEvent[];
  /** What its water is dangerous by, by the last readings. */
  dangers: string[];
  next: { day: Day; words: string }[];
}

/** A step of a tank's plan in words; null for those that are no event of the tank. */
function sayStep(step: PlanStep, placeId: string, facts: FarmFacts): string | null {
  const code = (id: string | null) => facts.places.find((p) => p.id === id)?.code ?? '';
  const fish = step.count === null ? step.lotCode : say`${formatNumber(step.count)} of ${step.lotCode}`;
  const comesIn = step.toPlaceId === placeId;
  const ways: Partial<Record<PlanStep['kind'], string>> = {
    stock: say`${fish} arrive`,
    move: comesIn ? say`${fish} come from ${code(step.fromPlaceId)}` : say`${fish} move to ${code(step.toPlaceId)}`,
    purge: comesIn ? say`${fish} come to be purged` : say`${fish} go to purge in ${code(step.toPlaceId)}`,
    feed_stop: say`feed of ${step.lotCode} stops`,
    harvest: nettingWords(step, facts.products) ? say`${fish} are netted alive` : say`${fish} are harvested`,
  };
  return ways[step.kind] ?? null;
}

/** One tank: who is in it, how full it will be, what comes next. */
export async function tankPage(code: string, search: Search): Promise<TankPage> {
  const view = await farmView(search, async (tx, { facts, day, units, when }) => {
    const place = facts.places.find((p) => p.code === code && mayHoldFish(p));
    if (!place) return null;
    const events = await husbandryEvents({ tx, about: { placeId: place.id }, day });
    const { judged } = await waterOfLoops(tx, facts, { day, units });
    const dangers = when === 'today' ? dangersIn(judged.get(place.loopId ?? '') ?? [], place.code) : [];
    return { place, dangers: dangers.map((j) => j.words), events: events.filter((e) => !e.takenBack) };
  });
  if (!view.more) notFound();
  const { facts, forecast, at, steps } = view;
  const { place, events, dangers } = view.more;
  const tank = forecast.tanks.get(place.id);
  const litres = waterL(place);
  const air = airFor(view, place, at);
  const density = (i: number) => densityKgM3(tank?.biomassG[i] ?? 0, litres);
  const full = place.densityLimitKgM3
    ? Array.from(tank?.biomassG ?? []).findIndex((_, i) => i >= at && density(i) > place.densityLimitKgM3!)
    : -1;
  return {
    ...dayOnly(view),
    place,
    loop: facts.loops.find((l) => l.id === place.loopId)?.name ?? null,
    here: staysAt(view.forecast, place.id, view.at).map((s) => ({
      lotCode: s.lotCode,
      species: facts.species.find((x) => x.code === s.speciesCode)!.name,
      count: s.count[at - s.from]!,
      meanG: s.meanG[at - s.from]!,
      kg: s.biomassG[at - s.from]! / 1000,
    })),
    series: Array.from({ length: Math.max(0, Math.ceil((forecast.days - at) / 2)) }, (_, i) => ({
      day: addDays(forecast.firstDay, at + i * 2),
      kgM3: density(at + i * 2),
    })),
    fullOn: full < 0 ? null : addDays(forecast.firstDay, full),
    feedG: tank?.feedG[at] ?? 0,
    minutes: air?.minutes ?? null,
    because: {
      density: explainDensity({
        place,
        biomassG: tank?.biomassG[at] ?? 0,
        count: tank?.count[at] ?? 0,
        units: view.units,
      }),
      minutes: air && explainMinutes({ place, kg: (tank?.biomassG[at] ?? 0) / 1000, ...air }),
    },
    resting: facts.resting.find((r) => r.placeId === place.id)?.until ?? null,
    events,
    dangers,
    next: stillToCome(view, steps)
      .filter((s) => s.fromPlaceId === place.id || s.toPlaceId === place.id)
      .map((s) => ({ day: s.day, words: sayStep(s, place.id, facts) ?? '' }))
      .filter((s) => s.words)
      .sort((a, b) => a.day.localeCompare(b.day))
      .slice(0, 10),
  };
}
