import 'server-only';
import { say } from '../../../core/words/words';
import { explainDensity, type Explanation } from '../../../core/explain';
import { mayHoldFish } from '../../../core/fish/biosecurity';
import { gradeOf, merged } from '../../../core/fish/grading';
import { freshSpread, meanRelative, shareAbove } from '../../../core/fish/sizeSpread';
import { densityKgM3, waterL } from '../../../core/fish/stocking';
import { crowdedFrom } from '../../../core/plan/consequences';
import { isSampleOverdue } from '../../../core/plan/troubles';
import type { FishFact, PlaceFact } from '../../../core/facts/farm';
import type { FishStay } from '../../../core/facts/forecast';
import { addDays, daysBetween, type Day } from '../../../core/quantity/days';
import { daysAgo, shortDay } from '../../../core/quantity/sayDay';
import { formatMass } from '../../../core/quantity/units';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../../server/farmView';
import type { VesselView } from '../../../ui/draw/Vessel';
import { vesselView } from '../../../ui/draw/vesselView';
import { marketDay } from '../../../core/plan/marketDay';

export interface CohortRow {
  lotCode: string;
  species: string;
  place: string;
  count: number;
  meanG: number;
  /** One standard deviation of the fish's weights. */
  spreadG: number;
  massG: number;
  densityKgM3: number;
  limitKgM3: number | null;
  because: Explanation;
  marketShare: number | null;
  readyOn: Day | null;
  /** How far the mean has come to market size, 0 to 1. */
  wayToMarket: number | null;
  fullOn: Day | null;
  weighed: { ago: string; overdue: boolean } | null;
}

export interface CohortsPage extends DayView {
  loops: { name: string; stages: { stage: string; tanks: VesselView[] }[] }[];
  rows: CohortRow[];
}

/** All tanks as vessels and all groups of fish, on the day of the dial. */
export async function cohortsPage(search: Search): Promise<CohortsPage> {
  const view = await farmView(search, async () => null);
  const { facts, forecast, at, units, day, today } = view;
  const suffix = day === today ? '' : `?day=${day}`;
  const held = new Set(staysOn(view).map((s) => s.placeId));
  const drawn = facts.places.filter((p) => mayHoldFish(p) && (p.kind !== 'bed' || held.has(p.id)));
  const vessel = (place: PlaceFact): VesselView => ({
    ...vesselView({
      place,
      forecast,
      at,
      units,
      href: `/cohorts/tank/${place.code}${suffix}`,
      more: vesselNotes(view, place),
    }),
    flags: vesselFlags(view, place),
  });
  const loops = facts.loops.map((l) => ({
    name: say`${l.name} loop`,
    stages: stagesOf(drawn.filter((p) => p.loopId === l.id)).map(([stage, places]) => ({
      stage,
      tanks: places.map(vessel),
    })),
  }));
  const apart = {
    name: say`Quarantine and purge`,
    stages: [{ stage: '', tanks: drawn.filter((p) => p.loopId === null).map(vessel) }],
  };
  return {
    ...dayOnly(view),
    loops: [...loops, apart].filter((l) => l.stages.some((x) => x.tanks.length > 0)),
    rows: staysOn(view).map((s) => cohortRow(view, s)),
  };
}

const staysOn = ({ forecast, at }: FarmView) => forecast.fish.filter((s) => s.from <= at && s.until > at);

/** Places of a loop by stage, in the order of the walk. */
function stagesOf(places: PlaceFact[]): [string, PlaceFact[]][] {
  const stages = new Map<string, PlaceFact[]>();
  for (const place of places) {
    const stage = place.stage ?? (place.kind === 'bed' ? 'channel' : place.kind);
    stages.set(stage, [...(stages.get(stage) ?? []), place]);
  }
  return [...stages];
}

/** The facts of a stay, where the fish are there already; planned fish have none. */
function factOf({ facts }: FarmView, stay: FishStay): FishFact | undefined {
  return facts.fish.find((f) => f.lotCode === stay.lotCode && f.placeId === stay.placeId);
}

/** Count, mean and spread of a stay on the day shown. */
function sizesOf(view: FarmView, stay: FishStay) {
  const i = view.at - stay.from;
  const species = view.facts.species.find((s) => s.code === stay.speciesCode)!;
  const bins = factOf(view, stay)?.bins ?? freshSpread(species.sizeCv);
  const [count, meanG] = [stay.count[i]!, stay.meanG[i]!];
  return { ...gradeOf(bins, meanG / meanRelative(bins), count), species, bins };
}

function lastWeighed({ day, today }: FarmView, fish: FishFact) {
  const last = fish.sampledOn ?? fish.stockedOn;
  const since = daysBetween(last, day < today ? day : today);
  // A forecast day does not speak as if it were here: the day of the weighing is named.
  return { ago: day > today ? shortDay(last) : daysAgo(since), overdue: isSampleOverdue(since) };
}

/** Spread and weight, feed of the day and when they were weighed, under a vessel. */
function vesselNotes(view: FarmView, place: PlaceFact): string[] {
  const { forecast, at, units } = view;
  const tank = forecast.tanks.get(place.id);
  const here = staysOn(view).filter((s) => s.placeId === place.id);
  if (!tank || here.length === 0) return [];
  const fish = here.map((s) => factOf(view, s)).filter((f) => f !== undefined);
  const all = merged(here.map((s) => sizesOf(view, s)).filter((s) => s.count > 0));
  const feedG = tank.feedG[at] ?? 0;
  return [
    `± ${formatMass(all.cv * all.meanG, units)} · ${formatMass(tank.biomassG[at] ?? 0, units)}`,
    ...(feedG > 0 ? [say`feed ${formatMass(feedG, units)}`] : []),
    ...(place.kind === 'tank'
      ? fish
          .slice(0, 1)
          .map((f) => lastWeighed(view, f))
          .flatMap((w) => (w.overdue ? [] : [say`weighed ${w.ago}`]))
      : []),
  ];
}

function vesselFlags(view: FarmView, place: PlaceFact): string[] {
  const { quarantine, treatments } = view.facts;
  const here = staysOn(view).filter((s) => s.placeId === place.id);
  const fish = here.map((s) => factOf(view, s)).find((f) => f !== undefined);
  const weighed = fish && place.kind === 'tank' ? lastWeighed(view, fish) : null;
  return [
    ...(weighed?.overdue ? [say`weighed ${weighed.ago}`] : []),
    ...(quarantine.some((q) => q.placeId === place.id && !q.clearedOn) ? ['quarantine'] : []),
    ...(treatments.some((t) => here.some((s) => s.lotCode === t.lotCode)) ? [say`treated: not for sale`] : []),
  ];
}

function cohortRow(view: FarmView, stay: FishStay): CohortRow {
  const { facts, forecast, units } = view;
  const place = facts.places.find((p) => p.id === stay.placeId)!;
  const fish = factOf(view, stay);
  const { count, meanG, cv, species, bins } = sizesOf(view, stay);
  const full = crowdedFrom(forecast, place);
  const smallestG = species.marketG?.[0] ?? null;
  return {
    lotCode: stay.lotCode,
    species: species.name,
    place: place.code,
    count,
    meanG,
    spreadG: meanG * cv,
    massG: count * meanG,
    densityKgM3: densityKgM3(count * meanG, waterL(place)),
    limitKgM3: place.densityLimitKgM3,
    because: explainDensity({ place, biomassG: count * meanG, count, units }),
    marketShare: smallestG === null ? null : shareAbove(bins, meanG / meanRelative(bins), smallestG),
    readyOn: smallestG === null ? null : marketDay(forecast, stay.lotCode, smallestG),
    wayToMarket: smallestG === null ? null : Math.min(1, meanG / smallestG),
    fullOn: full === null ? null : addDays(forecast.firstDay, full),
    weighed: fish ? lastWeighed(view, fish) : null,
  };
}
