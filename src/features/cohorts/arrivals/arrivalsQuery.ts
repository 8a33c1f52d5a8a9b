import 'server-only';
import { densityKgM3 } from '../../../core/fish/stocking';
import { daysBetween, type Day } from '../../../core/quantity/days';
import { latestPh } from '../../../db/readings';
import { husbandryEvents, type FishEvent } from '../../../db/fishRecords';
import { tankChoices, type TankChoice } from '../handling/tankChoices';
import { dayOnly, farmView, stillToCome, type DayView, type Search } from '../../../server/farmView';

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
    events: await husbandryEvents({
      tx,
      about: { kinds: ['observe', 'treat', 'quarantine_extend', 'quarantine_clear'] },
      day,
      most: 200,
    }),
    lots: facts.quarantine,
  }));
  const { facts, steps, forecast, more } = view;
  const codeOf = (id: string | null) => facts.places.find((p) => p.id === id)?.code ?? '';
  return {
    ...dayOnly(view),
    species: facts.species
      .filter((s) => !s.retiredOn)
      .map((s) => {
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
