import 'server-only';
import { notFound } from 'next/navigation';
import { explainDensity, type Explanation } from '../../core/explain';
import { explainMinutes } from '../../core/explainLife';
import { liveGrades, nettingWords, type WrittenGrade } from '../../core/fish/liveSale';
import { mayHoldFish } from '../../core/fish/biosecurity';
import { densityKgM3, waterL } from '../../core/fish/stocking';
import { SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { Species } from '../../core/library/types';
import type { FarmFacts, PlaceFact, PlanStep, ProductFact } from '../../core/plan/types';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { formatNumber } from '../../core/quantity/units';
import { plannedWaterC } from '../../core/water/plannedTemperature';
import { latestPh } from '../../db/facts';
import { husbandryEvents, type FishEvent } from '../../db/fishRecords';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../server/farmView';
import { airFor, staysAt } from './lifeQueries';

/** A tank as something to choose. */
export interface TankChoice {
  id: string;
  code: string;
  kind: PlaceFact['kind'];
  says: string;
  tempC: number | null;
  pH: number | null;
  loopId: string | null;
}

/** @param companions raft channels as well: for stock that lives on what it finds */
export function tankChoices(view: FarmView, pH: { loopId: string; pH: number }[], companions = false): TankChoice[] {
  const { facts, forecast, day } = view;
  return facts.places
    .filter((p) => mayHoldFish(p) && (companions || p.kind !== 'bed'))
    .map((p) => {
      const loop = facts.loops.find((l) => l.id === p.loopId);
      const kg = (forecast.tanks.get(p.id)?.biomassG[view.at] ?? 0) / 1000;
      const rest = facts.resting.some((r) => r.placeId === p.id);
      const held = facts.fish.filter((f) => f.placeId === p.id && f.count > 0).map((f) => f.lotCode);
      const full = p.volumeL && p.densityLimitKgM3 ? ` · ${densityKgM3(kg * 1000, p.volumeL).toFixed(0)} of ${p.densityLimitKgM3} kg/m³` : '';
      return {
        id: p.id, code: p.code, kind: p.kind, loopId: p.loopId,
        says: `${p.code} · ${loop?.name ?? p.kind}${p.kind === 'bed' ? ' · channel under rafts' : ''}${rest ? ' · resting' : held.length > 0 ? ` · ${held.join(' + ')}${full}` : ' · empty'}`,
        tempC: loop ? Math.round(plannedWaterC(loop, day) * 10) / 10 : null,
        pH: pH.find((x) => x.loopId === p.loopId)?.pH ?? null,
      };
    }); // prettier-ignore
}

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
  next: { day: Day; words: string }[];
}

/** A step of a tank's plan in words; null for those that are no event of the tank. */
function sayStep(step: PlanStep, placeId: string, facts: FarmFacts): string | null {
  const code = (id: string | null) => facts.places.find((p) => p.id === id)?.code ?? '';
  const fish = step.count === null ? step.lotCode : `${formatNumber(step.count)} of ${step.lotCode}`;
  const comesIn = step.toPlaceId === placeId;
  const ways: Partial<Record<PlanStep['kind'], string>> = {
    stock: `${fish} arrive`,
    move: comesIn ? `${fish} come from ${code(step.fromPlaceId)}` : `${fish} move to ${code(step.toPlaceId)}`,
    purge: comesIn ? `${fish} come to be purged` : `${fish} go to purge in ${code(step.toPlaceId)}`,
    feed_stop: `feed of ${step.lotCode} stops`,
    harvest: nettingWords(step, facts.products) ? `${fish} are netted alive` : `${fish} are harvested`,
  };
  return ways[step.kind] ?? null;
}

/** One tank: who is in it, how full it will be, what comes next. */
export async function tankPage(code: string, search: Search): Promise<TankPage> {
  const view = await farmView(search, async (tx, { facts, day }) => {
    const place = facts.places.find((p) => p.code === code && mayHoldFish(p));
    if (!place) return null;
    const events = await husbandryEvents(tx, { placeId: place.id }, day);
    return { place, events: events.filter((e) => !e.takenBack) };
  });
  if (!view.more) notFound();
  const { facts, forecast, at, steps } = view;
  const { place, events } = view.more;
  const tank = forecast.tanks.get(place.id);
  const litres = waterL(place);
  const air = airFor(view, place, at);
  const density = (i: number) => densityKgM3(tank?.biomassG[i] ?? 0, litres);
  const full = place.densityLimitKgM3 ? Array.from(tank?.biomassG ?? []).findIndex((_, i) => i >= at && density(i) > place.densityLimitKgM3!) : -1; // prettier-ignore
  return {
    ...dayOnly(view),
    place,
    loop: facts.loops.find((l) => l.id === place.loopId)?.name ?? null,
    here: staysAt(view, place.id).map((s) => ({
      lotCode: s.lotCode, species: facts.species.find((x) => x.code === s.speciesCode)!.name, count: s.count[at - s.from]!,
      meanG: s.meanG[at - s.from]!, kg: s.biomassG[at - s.from]! / 1000,
    })), // prettier-ignore
    series: Array.from({ length: Math.max(0, Math.ceil((forecast.days - at) / 2)) }, (_, i) => ({
      day: addDays(forecast.firstDay, at + i * 2), kgM3: density(at + i * 2),
    })), // prettier-ignore
    fullOn: full < 0 ? null : addDays(forecast.firstDay, full),
    feedG: tank?.feedG[at] ?? 0,
    minutes: air?.minutes ?? null,
    because: {
      density: explainDensity(place, tank?.biomassG[at] ?? 0, tank?.count[at] ?? 0, view.units),
      minutes: air && explainMinutes({ place, kg: (tank?.biomassG[at] ?? 0) / 1000, ...air }),
    },
    resting: facts.resting.find((r) => r.placeId === place.id)?.until ?? null,
    events,
    next: steps
      .filter((s) => s.fromPlaceId === place.id || s.toPlaceId === place.id)
      .map((s) => ({ day: s.day, words: sayStep(s, place.id, facts) ?? '' }))
      .filter((s) => s.words)
      .sort((a, b) => a.day.localeCompare(b.day))
      .slice(0, 10),
  };
}

export interface ArrivalsPage extends DayView {
  species: { code: string; name: string; fingerlingMinor: number; quarantineDays: number }[];
  tanks: TankChoice[];
  coming: { stepId: string; version: number; lotCode: string; species: string; day: Day; count: number; meanG: number; place: string; note: string | null; kgM3: number | null; limit: number | null }[];
  apart: { lotCode: string; placeId: string; place: string; count: number; until: Day; clearedOn: Day | null; events: FishEvent[] }[];
} // prettier-ignore

export async function arrivalsPage(search: Search): Promise<ArrivalsPage> {
  const view = await farmView(search, async (tx, { facts, day }) => ({
    pH: await latestPh(tx, day),
    events: await husbandryEvents(
      tx,
      { kinds: ['observe', 'treat', 'quarantine_extend', 'quarantine_clear'] },
      day,
      200,
    ),
    lots: facts.quarantine,
  }));
  const { facts, steps, forecast, more } = view;
  const codeOf = (id: string | null) => facts.places.find((p) => p.id === id)?.code ?? '';
  return {
    ...dayOnly(view),
    species: facts.species.map((s) => {
      const rule = facts.feedRules.find((r) => r.speciesCode === s.code);
      return { code: s.code, name: s.name, fingerlingMinor: rule?.fingerlingMinor ?? 60, quarantineDays: rule?.quarantineDays ?? 14 };
    }),
    tanks: tankChoices(view, more.pH, true),
    coming: steps
      .filter((s) => s.kind === 'stock')
      .sort((a, b) => (a.day < b.day ? -1 : 1))
      .map((s) => {
        const place = facts.places.find((p) => p.id === s.toPlaceId);
        const at = daysBetween(forecast.firstDay, s.day);
        const g = forecast.tanks.get(s.toPlaceId ?? '')?.biomassG[Math.max(0, at)];
        return {
          stepId: s.id, version: s.version, lotCode: s.lotCode, species: facts.species.find((x) => x.code === s.speciesCode)?.name ?? '', day: s.day,
          count: s.count, meanG: s.amount ?? 0, place: codeOf(s.toPlaceId), note: s.note,
          kgM3: g !== undefined && place?.volumeL ? densityKgM3(g, place.volumeL) : null, limit: place?.densityLimitKgM3 ?? null,
        };
      }),
    apart: facts.quarantine.map((q) => ({
      ...q, place: codeOf(q.placeId), count: facts.fish.find((f) => f.lotCode === q.lotCode && f.placeId === q.placeId)?.count ?? 0,
      events: more.events.filter((e) => e.lot === q.lotCode && !e.takenBack),
    })),
  }; // prettier-ignore
}

export interface TemperaturePage extends DayView {
  loops: { id: string; name: string; todayC: number; plan: { from: Day; tempC: number | null }[]; hasEnergy: boolean; weeks: { day: Day; tempC: number }[] }[];
  currency: string;
} // prettier-ignore

export async function temperaturePage(search: Search): Promise<TemperaturePage> {
  const view = await farmView(search, async (tx) => (await tx('farm').first('currency')).currency as string);
  const { facts, day } = view;
  return {
    ...dayOnly(view),
    currency: view.more,
    loops: facts.loops.map((l) => ({
      id: l.id, name: l.name, todayC: plannedWaterC(l, day), plan: l.tempPlan.filter((p) => p.from >= addDays(day, -30)), hasEnergy: l.lifeSupport.energy !== null,
      weeks: Array.from({ length: 27 }, (_, w) => ({ day: addDays(day, w * 7), tempC: plannedWaterC(l, addDays(day, w * 7)) })),
    })), // prettier-ignore
  };
}

export interface SpeciesPage extends DayView {
  own: { species: Species; version: number; sale: { food: ProductFact | null; grades: WrittenGrade[] } }[];
  others: Species[];
  currency: string;
}

export async function speciesPage(search: Search): Promise<SpeciesPage> {
  const view = await farmView(search, async (tx) => ({
    rows: (await tx('species').select('code', 'version')) as { code: string; version: number }[],
    currency: (await tx('farm').first('currency')).currency as string,
  }));
  const versions = new Map(view.more.rows.map((r) => [r.code, r.version]));
  const saleOf = (code: string) => ({
    food: view.facts.products.find((p) => p.speciesCode === code && !p.liveCm) ?? null,
    grades: liveGrades(view.facts.products, code).map(({ product, fromCm, toCm }) => ({ name: product.name, fromCm, toCm, priceMinor: product.priceMinor })),
  }); // prettier-ignore
  return {
    ...dayOnly(view),
    currency: view.more.currency,
    own: view.facts.species.map((species) => ({
      species,
      version: versions.get(species.code) ?? 1,
      sale: saleOf(species.code),
    })),
    others: SPECIES_DEFAULTS.filter((s) => !versions.has(s.code)),
  };
}

export interface PlannerPage extends DayView {
  facts: FarmFacts;
  plan: PlanStep[];
  currency: string;
}

/** What the planner needs; it solves in the browser's worker. Readings and packed goods do not matter to it. */
export async function plannerPage(search: Search): Promise<PlannerPage> {
  const view = await farmView(search, async (tx) => (await tx('farm').first('currency')).currency as string);
  const fishSteps = view.steps.filter((s) => s.speciesCode).map(({ state: _s, doneOn: _d, note: _n, ...step }) => step);
  const fishProducts = view.facts.products.filter((p) => p.speciesCode);
  const codes = new Set(fishProducts.map((p) => p.code));
  const promises = view.facts.promises.filter((p) => codes.has(p.productCode));
  const facts = { ...view.facts, plantings: [], crops: [], products: fishProducts, promises, packed: view.facts.packed.filter((p) => codes.has(p.productCode)) }; // prettier-ignore
  return { ...dayOnly(view), facts, plan: fishSteps, currency: view.more };
}
