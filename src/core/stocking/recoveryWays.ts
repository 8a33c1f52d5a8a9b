import { purgeDaysIn } from '../plan/purgeDaysIn';
import { COMPANIONS } from '../fish/biosecurity';
import { daysToWeight } from '../fish/growth';
import { inSentence } from '../library/inSentence';
import type { Species } from '../library/types';
import { harvestGroup } from '../plan/build';
import type { PlanChange } from '../plan/changes';
import { NO_DETAIL, type PlanStep } from '../facts/step';
import type { FarmFacts, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import { addDays, type Day, daysBetween } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';
import { fingerlingPrice } from './fingerlingPrice';

export interface Loss {
  lotCode: string;
  speciesCode: string;
  placeId: string;
  /** Fish lost, and what they weighed each, g. */
  count: number;
  meanG: number;
}

export interface RecoveryWay {
  id: 'wait' | 'bigger' | 'faster' | 'split' | 'skip' | 'parts';
  title: string;
  words: string;
  changes: PlanChange[];
  /** Fingerlings to be bought, minor units. */
  costMinor: number;
}
/** Fingerling sizes that hatcheries and growers sell, g. Planning default. */
const SIZES_G = [20, 50, 100, 150, 200];
const SURVIVAL = 0.95;
/** Days from the order to the delivery of fingerlings. Planning default. */
const DELIVERY_DAYS = 10;
export interface Shop {
  facts: FarmFacts;
  forecast: FarmForecast;
  loss: Loss;
  place: PlaceFact;
  waterC: number;
  newId: () => string;
  newCode: (speciesCode: string) => string;
}
/** Fingerlings so large that they are ready when the lost ones would have been, or as near as can be bought. */
export function biggerFingerlings(shop: Shop, species: Species, readyIn: number): RecoveryWay | null {
  const target = middle(species);
  const sizes = SIZES_G.filter((g) => g < species.marketG![0]);
  const daysFor = (g: number) => DELIVERY_DAYS + (daysToWeight(g, target, shop.waterC, species) ?? Infinity);
  const size = sizes.find((g) => daysFor(g) <= readyIn + 14) ?? sizes.at(-1);
  if (size === undefined || !Number.isFinite(daysFor(size))) return null;
  return bought({
    shop,
    species,
    sizeG: size,
    id: 'bigger',
    title: say`Buy larger ${inSentence(species.name)}`,
    readyIn: daysFor(size),
  });
}
/** Another species of the library that this water brings to market sooner. */
export function fasterSpecies(shop: Shop, species: Species): RecoveryWay | null {
  const days = (s: Species) => daysToWeight(20, middle(s), shop.waterC, s) ?? Infinity;
  const sold = new Set(shop.facts.products.map((p) => p.speciesCode));
  const able = shop.facts.species.filter(
    (s) =>
      s.code !== species.code &&
      s.marketG &&
      !s.retiredOn &&
      !COMPANIONS.has(s.code) &&
      sold.has(s.code) &&
      shop.waterC > s.comfortC[0] - 2 &&
      shop.waterC < s.comfortC[1] + 2,
  );
  const best = able.sort((a, b) => days(a) - days(b))[0];
  if (!best || days(best) >= days(species)) return null;
  return bought({
    shop,
    species: best,
    sizeG: 20,
    id: 'faster',
    title: say`A faster species: ${inSentence(best.name)}`,
    readyIn: DELIVERY_DAYS + days(best),
  });
}
/** Market size to aim for: between the smallest and the largest that sells. */
const middle = (species: Species) => (species.marketG![0] * 2 + species.marketG![1]) / 3;
interface BoughtArgs {
  shop: Shop;
  species: Species;
  sizeG: number;
  id: RecoveryWay['id'];
  title: string;
  readyIn: number;
}
function bought({ shop, species, sizeG, id, title, readyIn }: BoughtArgs): RecoveryWay {
  const { facts, loss, place, newId } = shop;
  const lotCode = shop.newCode(species.code);
  // As many as were lost, unless so many would crowd the tank by then.
  const most =
    place.volumeL && place.densityLimitKgM3
      ? Math.floor((place.volumeL * place.densityLimitKgM3) / middle(species))
      : Infinity;
  const count = Math.min(Math.ceil(loss.count / SURVIVAL), most);
  const [day, harvestDay] = [addDays(facts.today, DELIVERY_DAYS), addDays(facts.today, Math.ceil(readyIn))];
  const rule = facts.feedRules.find((r) => r.speciesCode === species.code);
  const apart = quarantineFor(shop, day, { days: rule?.quarantineDays ?? 14, kg: (count * sizeG) / 1000 });
  const base = { groupId: newId(), lotCode, speciesCode: species.code, cropCode: null, count, version: 1 };
  const stock: PlanStep = {
    ...base,
    id: newId(),
    kind: 'stock',
    day,
    fromPlaceId: null,
    toPlaceId: apart?.place.id ?? place.id,
    detail: { meanG: sizeG },
  };
  const move: PlanStep[] = apart
    ? [
        {
          ...base,
          id: newId(),
          kind: 'move',
          day: apart.until,
          fromPlaceId: apart.place.id,
          toPlaceId: place.id,
          detail: NO_DETAIL,
        },
      ]
    : [];
  const price = fingerlingPrice(rule?.fingerlingMinor ?? 60, sizeG);
  const harvest = harvests({
    shop,
    species,
    lotCode,
    tankId: place.id,
    count: Math.floor(count * SURVIVAL),
    day: harvestDay,
  });
  return {
    id,
    title,
    costMinor: price * count,
    changes: [{ change: 'add', steps: [stock, ...move, ...harvest] }],
    words: say`${formatNumber(count)} of ${sizeG} g ${apart ? say`into ${apart.place.code} on ${shortDay(day)}, to ${place.code} on ${shortDay(apart.until)} when cleared` : say`straight into ${place.code} on ${shortDay(day)}: no quarantine tank is free for so many, so they are quarantined where they come from`}; ready about ${shortDay(harvestDay)}.`,
  };
}
/** A quarantine tank that holds so many kg and stands empty from a day on for as long as it takes; null: none. */
function quarantineFor({ facts, forecast }: Shop, day: Day, { days, kg }: { days: number; kg: number }) {
  const from = daysBetween(facts.today, day);
  const place = facts.places.find((p) => {
    if (p.kind !== 'quarantine' || (p.volumeL ?? 0) * (p.densityLimitKgM3 ?? 0) < kg * 1000) return false;
    const count = forecast.tanks.get(p.id)?.count ?? [];
    return Array.from({ length: days + 1 }, (_, i) => count[from + i] ?? 0).every((n) => n < 1);
  });
  return place ? { place, until: addDays(day, days) } : null;
}
interface SplitCohortArgs {
  shop: Shop;
  plan: readonly PlanStep[];
  species: Species;
  readyIn: number;
}
/** The largest half of another cohort moves into the empty tank, gets room, and is sold for the lost one. */
export function splitCohort({ shop, plan, species, readyIn }: SplitCohortArgs): RecoveryWay | null {
  const { facts, loss, place, newId } = shop;
  const loopOf = (id: string) => facts.places.find((p) => p.id === id)?.loopId;
  const kind = (id: string) => facts.places.find((p) => p.id === id)?.kind;
  const others = facts.fish.filter(
    (f) =>
      f.lotCode !== loss.lotCode &&
      f.speciesCode === species.code &&
      loopOf(f.placeId) === place.loopId &&
      kind(f.placeId) === 'tank' &&
      !f.feedStoppedOn &&
      f.referenceG < species.marketG![1],
  );
  const donor = others.sort((a, b) => b.count * b.referenceG - a.count * a.referenceG)[0];
  const emptied = !facts.fish.some((f) => f.placeId === place.id && f.count > 0);
  if (!donor || !emptied || plan.some((s) => s.toPlaceId === place.id && s.day < addDays(facts.today, 60))) return null;
  const half = Math.floor(Math.min(donor.count / 2, loss.count));
  const aim = Math.max(
    readyIn,
    daysToWeight(Math.min(donor.referenceG * 1.15, middle(species)), middle(species), shop.waterC, species) ?? readyIn,
  );
  const harvestDay = addDays(facts.today, Math.ceil(aim) + species.purgeDays + 2);
  const move: PlanStep = {
    id: newId(),
    groupId: newId(),
    kind: 'move',
    day: addDays(facts.today, 2),
    lotCode: donor.lotCode,
    speciesCode: species.code,
    cropCode: null,
    fromPlaceId: donor.placeId,
    toPlaceId: place.id,
    count: half,
    detail: { overG: Math.round(donor.referenceG) },
    version: 1,
  };
  const steps = [
    move,
    ...harvests({ shop, species, lotCode: donor.lotCode, tankId: place.id, count: half, day: harvestDay }),
  ];
  return {
    id: 'split',
    title: say`Split ${donor.lotCode}`,
    costMinor: 0,
    changes: [{ change: 'add', steps }],
    words: say`The largest ${formatNumber(half)} of ${donor.lotCode} move to ${place.code} and are sold about ${shortDay(harvestDay)}; fewer are left for its own turn.`,
  };
}
interface HarvestsArgs {
  shop: Pick<Shop, 'facts' | 'newId'>;
  species: Species;
  lotCode: string;
  tankId: string;
  count: number;
  day: Day;
}
/** A harvest through the largest purge tank; without one, in place. */
export function harvests({ shop, species, lotCode, tankId, count, day }: HarvestsArgs): PlanStep[] {
  const purge = shop.facts.places
    .filter((p) => p.kind === 'purge')
    .sort((a, b) => (b.volumeL ?? 0) - (a.volumeL ?? 0))[0];
  return harvestGroup(
    {
      lotCode,
      speciesCode: species.code,
      tankId,
      purgePlaceId: purge?.id ?? null,
      purgeVolumeL: purge?.volumeL ?? 0,
      harvestDay: day,
      count,
      purgeDays: purgeDaysIn(shop.facts, species, { placeId: tankId, day }),
      method: purge ? 'separate' : 'in_place',
    },
    shop.newId,
  );
}

/** The next cohort skips what is left of its stages: half of it gets the room now, and is sold as soon as the smallest size is reached. */
export function skipStage({ shop, plan, species }: Omit<SplitCohortArgs, 'readyIn'>): RecoveryWay | null {
  const { facts, loss, place, newId } = shop;
  const loopOf = (id: string) => facts.places.find((p) => p.id === id);
  const smallest = species.marketG![0];
  const next = facts.fish
    .filter(
      (f) => f.lotCode !== loss.lotCode && f.speciesCode === species.code && f.referenceG < smallest && f.count > 1,
    )
    .filter((f) => loopOf(f.placeId)?.kind === 'tank' && loopOf(f.placeId)?.loopId === place.loopId)
    .sort((a, b) => b.referenceG - a.referenceG)[0];
  const emptied = !facts.fish.some((f) => f.placeId === place.id && f.count > 0);
  if (!next || !emptied || plan.some((s) => s.toPlaceId === place.id && s.day < addDays(facts.today, 60))) return null;
  // The largest half is ahead of the mean.
  const days = daysToWeight(Math.min(next.referenceG * 1.15, smallest), smallest, shop.waterC, species);
  if (days === null) return null;
  const half = Math.floor(Math.min(next.count / 2, loss.count));
  const harvestDay = addDays(facts.today, Math.ceil(days) + species.purgeDays + 4);
  const move: PlanStep = {
    ...{ id: newId(), groupId: newId(), kind: 'move', day: addDays(facts.today, 2), lotCode: next.lotCode },
    ...{ speciesCode: species.code, cropCode: null, fromPlaceId: next.placeId, toPlaceId: place.id, count: half },
    ...{ detail: { overG: Math.round(next.referenceG) }, version: 1 },
  };
  const steps = [
    move,
    ...harvests({ shop, species, lotCode: next.lotCode, tankId: place.id, count: half, day: harvestDay }),
  ];
  const stages = [loopOf(next.placeId)?.stage, place.stage].filter(Boolean).join(' → ');
  return {
    id: 'skip',
    title: say`Skip a stage with ${next.lotCode}`,
    costMinor: 0,
    changes: [{ change: 'add', steps }],
    words: say`The largest ${formatNumber(half)} of ${next.lotCode} go straight to ${place.code}${stages ? ` (${stages})` : ''} and are sold at the smallest size, ${formatNumber(smallest)} g, about ${shortDay(harvestDay)}; the others keep their turn.`,
  };
}

/** The cohort before it is sold in two parts: what was for one day lasts until the next is there. */
export function partHarvests({ shop, plan, species }: Omit<SplitCohortArgs, 'readyIn'>): RecoveryWay | null {
  const { facts, loss } = shop;
  const ready = facts.fish
    .filter(
      (f) => f.lotCode !== loss.lotCode && f.speciesCode === species.code && f.referenceG >= loss.meanG && f.count > 20,
    )
    .sort((a, b) => a.referenceG - b.referenceG)[0];
  const own = ready ? plan.filter((s) => s.kind === 'harvest' && s.lotCode === ready.lotCode) : [];
  const [first] = [...own].sort((a, b) => (a.day < b.day ? -1 : 1));
  const stop = first && plan.find((s) => s.groupId === first.groupId && s.kind === 'feed_stop');
  if (!ready || !first || !stop || stop.day <= facts.today || (first.count ?? 0) < 20) return null;
  const part = Math.floor(first.count! / 2);
  const later = addDays(first.day, Math.max(14, species.purgeDays + 7));
  const tankId = stop.fromPlaceId ?? ready.placeId;
  const halves = [
    ...harvests({ shop, species, lotCode: ready.lotCode, tankId, count: part, day: first.day }),
    ...harvests({ shop, species, lotCode: ready.lotCode, tankId, count: first.count! - part, day: later }),
  ];
  return {
    id: 'parts',
    title: say`Sell ${ready.lotCode} in parts`,
    costMinor: 0,
    changes: [
      { change: 'drop', groupId: first.groupId },
      { change: 'add', steps: halves },
    ],
    words: say`${formatNumber(part)} of ${ready.lotCode} on ${shortDay(first.day)} as planned, the others on ${shortDay(later)}: less each time, and something in between.`,
  };
}
