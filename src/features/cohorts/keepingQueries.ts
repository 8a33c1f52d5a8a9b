import 'server-only';
import { liveGrades, type WrittenGrade } from '../../core/fish/liveSale';
import { densityKgM3 } from '../../core/fish/stocking';
import { SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { Species } from '../../core/library/types';
import type { FarmFacts, PlanStep, ProductFact } from '../../core/plan/types';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { plannedWaterC } from '../../core/water/plannedTemperature';
import { plannedSettings, type PlannedSetting } from '../../db/temperature';
import { latestPh } from '../../db/facts';
import { husbandryEvents, type FishEvent } from '../../db/fishRecords';
import { tankChoices, type TankChoice } from './tankChoices';
import { dayOnly, farmView, stillToCome, type DayView, type Search } from '../../server/farmView';

export interface ArrivalsPage extends DayView {
  species: { code: string; name: string; fingerlingMinor: number; quarantineDays: number }[];
  tanks: TankChoice[];
  coming: {
    stepId: string;
    version: number;
    lotCode: string;
    species: string;
    day: Day;
    count: number;
    meanG: number;
    place: string;
    note: string | null;
    kgM3: number | null;
    limit: number | null;
  }[];
  apart: {
    lotCode: string;
    placeId: string;
    place: string;
    count: number;
    until: Day;
    clearedOn: Day | null;
    events: FishEvent[];
  }[];
}

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
      return {
        code: s.code,
        name: s.name,
        fingerlingMinor: rule?.fingerlingMinor ?? 60,
        quarantineDays: rule?.quarantineDays ?? 14,
      };
    }),
    tanks: tankChoices(view, more.pH, true),
    coming: stillToCome(view, steps)
      .filter((s) => s.kind === 'stock')
      .sort((a, b) => (a.day < b.day ? -1 : 1))
      .map((s) => {
        const place = facts.places.find((p) => p.id === s.toPlaceId);
        const at = daysBetween(forecast.firstDay, s.day);
        const g = forecast.tanks.get(s.toPlaceId ?? '')?.biomassG[Math.max(0, at)];
        return {
          stepId: s.id,
          version: s.version,
          lotCode: s.lotCode,
          species: facts.species.find((x) => x.code === s.speciesCode)?.name ?? '',
          day: s.day,
          count: s.count,
          meanG: s.detail.meanG ?? 0,
          place: codeOf(s.toPlaceId),
          note: s.note,
          kgM3: g !== undefined && place?.volumeL ? densityKgM3(g, place.volumeL) : null,
          limit: place?.densityLimitKgM3 ?? null,
        };
      }),
    apart: facts.quarantine.map((q) => ({
      ...q,
      place: codeOf(q.placeId),
      count: facts.fish.find((f) => f.lotCode === q.lotCode && f.placeId === q.placeId)?.count ?? 0,
      events: more.events.filter((e) => e.lot === q.lotCode && !e.takenBack),
    })),
  };
}

export interface TemperaturePage extends DayView {
  loops: {
    id: string;
    name: string;
    todayC: number;
    plan: Pick<PlannedSetting, 'id' | 'from' | 'until' | 'tempC' | 'by'>[];
    hasEnergy: boolean;
    weeks: { day: Day; tempC: number }[];
  }[];
  currency: string;
}

export async function temperaturePage(search: Search): Promise<TemperaturePage> {
  const view = await farmView(search, async (tx) => ({
    currency: (await tx('farm').first('currency')).currency as string,
    settings: await plannedSettings(tx),
  }));
  const { facts, day, more } = view;
  return {
    ...dayOnly(view),
    currency: more.currency,
    loops: facts.loops.map((l) => ({
      id: l.id,
      name: l.name,
      todayC: plannedWaterC(l, day),
      plan: more.settings
        .filter((s) => s.loopId === l.id && (s.until === null || s.until > view.today))
        .map(({ id, from, until, tempC, by }) => ({ id, from, until, tempC, by })),
      hasEnergy: l.lifeSupport.energy !== null,
      weeks: Array.from({ length: 27 }, (_, w) => ({
        day: addDays(day, w * 7),
        tempC: plannedWaterC(l, addDays(day, w * 7)),
      })),
    })),
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
    grades: liveGrades(view.facts.products, code).map(({ product, fromCm, toCm }) => ({
      name: product.name,
      fromCm,
      toCm,
      priceMinor: product.priceMinor,
    })),
  });
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
  const facts = {
    ...view.facts,
    plantings: [],
    crops: [],
    products: fishProducts,
    promises,
    packed: view.facts.packed.filter((p) => codes.has(p.productCode)),
  };
  return { ...dayOnly(view), facts, plan: fishSteps, currency: view.more };
}
