import 'server-only';
import { openFindings } from '../../../db/scouting';
import { loadTrials } from '../../../db/trials';
import { notFound } from 'next/navigation';
import type { Day } from '../../../core/quantity/days';
import { addDays } from '../../../core/quantity/days';
import { plantsIn, supplyOf } from '../../../core/plan/lookUp';
import { farmView, dayOnly, mayBeCode, type DayView, type FarmView, type Search } from '../../../server/farmView';
import { bedChoices, plantsShown, type BedChoice, type PlantsShown } from '../handling/shown';
import { stripOf, type StripView } from '../strip/stripOf';

export interface BedPlanting extends PlantsShown {
  ripe: number | null;
  /** The next pick as planned. */
  pickOn: Day | null;
  beds: BedChoice[];
}

export interface BedPage extends DayView {
  strip: StripView;
  /** From the ripest to the youngest; empty on other days than today. */
  plantings: BedPlanting[];
  /** What waits on the benches and may come in, the readiest first. */
  bench: (PlantsShown & { ready: number | null })[];
}

export async function bedPage(code: string, search: Search): Promise<BedPage> {
  if (!mayBeCode(code)) notFound();
  const view = await farmView(search, async (tx, { day }) => ({
    trials: await loadTrials(tx, { runningOn: day }),
    findings: await openFindings(tx, day),
  }));
  const bed = view.facts.places.find((p) => p.code === code && (p.kind === 'bed' || p.kind === 'nursery'));
  if (!bed) notFound();
  const isToday = view.when === 'today';
  return {
    ...dayOnly(view),
    strip: stripOf(view, bed, view.more),
    plantings: isToday ? plantingsOf(view, bed.id) : [],
    bench: isToday && bed.kind === 'bed' ? benchOf(view) : [],
  };
}

function plantingsOf({ facts, forecast }: FarmView, bedId: string): BedPlanting[] {
  const readyOf = new Map(
    plantsIn(forecast, bedId)
      .filter((s) => s.from <= 0)
      .map((s) => [s.lotCode, s]),
  );
  return facts.plantings
    .filter((p) => p.placeId === bedId)
    .map((p) => {
      const crop = facts.crops.find((c) => c.code === p.cropCode)!;
      const next = supplyOf(forecast.supply, p.lotCode).find((s) => s.standsDays !== undefined);
      return {
        ...plantsShown(p, facts),
        ripe: readyOf.get(p.lotCode)?.readyFrom ?? null,
        pickOn: next ? addDays(forecast.firstDay, next.from) : null,
        beds: bedChoices(crop, facts),
      };
    })
    .sort((a, b) => (a.ripe ?? Infinity) - (b.ripe ?? Infinity));
}

function benchOf({ facts }: FarmView): BedPage['bench'] {
  return facts.plantings
    .filter((p) => p.transplantedOn === null)
    .sort((a, b) => (a.sownOn < b.sownOn ? -1 : 1))
    .map((p) => ({ ...plantsShown(p, facts), ready: null }));
}
