import { say } from '../words/words';
import { inSentence } from '../library/inSentence';
import { freshSpread } from '../fish/sizeSpread';
import { COMPANIONS } from '../fish/biosecurity';
import { daysToWeight } from '../fish/growth';
import type { Species } from '../library/types';
import { harvestGroup } from '../plan/build';
import { applyChanges, type PlanChange } from '../plan/changes';
import { forecastFarm } from '../plan/forecast';
import { NO_DETAIL } from '../plan/steps/stepKind';
import { DEFAULT_SETTINGS, type FarmFacts, type FarmForecast, type PlaceFact, type PlanStep } from '../plan/types';
import { addDays, daysBetween, isoWeek, weekStart, type Day } from '../quantity/days';
import { formatNumber } from '../quantity/units';
import { shortDay } from '../quantity/sayDay';
import { plannedWaterC } from '../water/plannedTemperature';
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
  id: 'wait' | 'bigger' | 'faster' | 'split';
  title: string;
  words: string;
  changes: PlanChange[];
  /** Fingerlings to be bought, minor units. */
  costMinor: number;
}

export interface RecoveryOutlook {
  way: RecoveryWay;
  /** kg of this loss's species less than before the loss, and kg of all fish more or less, by week. */
  weeks: { week: number; from: Day; missingKg: number; otherKg: number }[];
  missingKg: number;
  otherKg: number;
  /** From this day on as much comes as before the loss; null: not within a year. */
  backOn: Day | null;
}

const HORIZON_DAYS = 364;
/** Fingerling sizes that hatcheries and growers sell, g. Planning default. */
const SIZES_G = [20, 50, 100, 150, 200];
const SURVIVAL = 0.95;
/** Days from the order to the delivery of fingerlings. Planning default. */
const DELIVERY_DAYS = 10;

interface RecoveryWaysArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  loss: Loss;
  newId: () => string;
  newCode: (speciesCode: string) => string;
}

/** The ways back into step after a loss that this farm could take: the schools of growers, each as a change to the plan. */
export function recoveryWays({ facts, plan, loss, newId, newCode }: RecoveryWaysArgs): RecoveryWay[] {
  const species = facts.species.find((s) => s.code === loss.speciesCode);
  const place = facts.places.find((p) => p.id === loss.placeId);
  const loop = facts.loops.find((l) => l.id === place?.loopId);
  const wait: RecoveryWay = {
    id: 'wait',
    title: say`Skip it and wait`,
    words: say`Buy nothing; the next cohort comes in its turn.`,
    changes: [],
    costMinor: 0,
  };
  if (!species?.marketG || !place || !loop) return [wait];
  const waterC = plannedWaterC(loop, addDays(facts.today, 60));
  const readyIn = daysToWeight(loss.meanG, Math.max(loss.meanG, species.marketG[0]), waterC, species) ?? Infinity;
  const shop: Shop = { facts, forecast: forecastFarm(facts, plan), loss, place, waterC, newId, newCode };
  return [
    wait,
    biggerFingerlings(shop, species, readyIn),
    fasterSpecies(shop, species),
    splitCohort({ shop, plan, species, readyIn }),
  ].filter((w) => w !== null);
}

interface Shop {
  facts: FarmFacts;
  forecast: FarmForecast;
  loss: Loss;
  place: PlaceFact;
  waterC: number;
  newId: () => string;
  newCode: (speciesCode: string) => string;
}

/** Fingerlings so large that they are ready when the lost ones would have been, or as near as can be bought. */
function biggerFingerlings(shop: Shop, species: Species, readyIn: number): RecoveryWay | null {
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
function fasterSpecies(shop: Shop, species: Species): RecoveryWay | null {
  const days = (s: Species) => daysToWeight(20, middle(s), shop.waterC, s) ?? Infinity;
  const sold = new Set(shop.facts.products.map((p) => p.speciesCode));
  const able = shop.facts.species.filter(
    (s) =>
      s.code !== species.code &&
      s.marketG &&
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
function splitCohort({ shop, plan, species, readyIn }: SplitCohortArgs): RecoveryWay | null {
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
  shop: Shop;
  species: Species;
  lotCode: string;
  tankId: string;
  count: number;
  day: Day;
}

function harvests({ shop, species, lotCode, tankId, count, day }: HarvestsArgs): PlanStep[] {
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
      purgeDays: Math.max(1, species.purgeDays),
      method: purge ? 'separate' : 'in_place',
    },
    shop.newId,
  );
}

interface RecoveryOutlookArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  loss: Loss;
  ways: readonly RecoveryWay[];
}

/** What each way would bring, week by week, held against the farm as it was before the loss. */
export function recoveryOutlook({ facts, plan, loss, ways }: RecoveryOutlookArgs): RecoveryOutlook[] {
  const settings = { ...DEFAULT_SETTINGS, horizonDays: HORIZON_DAYS };
  const before = forecastFarm(withoutLoss(facts, loss), plan, settings);
  const monday = weekStart(facts.today);
  const isLost = (code: string) => facts.products.find((p) => p.code === code)?.speciesCode === loss.speciesCode;
  const isFish = (code: string) => facts.products.find((p) => p.code === code)?.speciesCode !== null;
  const kg = (forecast: FarmForecast, counts: (code: string) => boolean) => {
    const weeks = new Float64Array(HORIZON_DAYS / 7 + 1);
    for (const batch of forecast.supply) {
      const week = Math.floor(daysBetween(monday, addDays(facts.today, batch.from)) / 7);
      if (counts(batch.productCode) && week < weeks.length) weeks[week]! += batch.quantity / 1000;
    }
    return weeks;
  };
  const [own0, all0] = [kg(before, isLost), kg(before, isFish)];
  return ways.map((way) => {
    const after = forecastFarm(facts, applyChanges(plan, way.changes, facts.today), settings);
    const [own, all] = [kg(after, isLost), kg(after, isFish)];
    // A harvest a week or two late makes good what was missing: sums are held against sums.
    const behind = own.map((_, w) => Math.max(0, sum(own0, w) - sum(own, w)));
    const weeks = Array.from(own, (v, w) => ({
      week: isoWeek(addDays(monday, w * 7)),
      from: addDays(monday, w * 7),
      missingKg: Math.max(0, own0[w]! - v),
      otherKg: all[w]! - all0[w]! - (v - own0[w]!),
    }));
    const worst = Math.max(...behind);
    const last = behind.findLastIndex((v) => v > Math.max(1, worst * 0.1));
    return {
      way,
      weeks: weeks.filter((w) => w.missingKg > 0.5 || Math.abs(w.otherKg) > 0.5),
      missingKg: behind.at(-1)!,
      otherKg: weeks.reduce((total, w) => total + w.otherKg, 0),
      backOn: last >= behind.length - 1 ? null : addDays(monday, (last + 1) * 7),
    };
  });
}

const sum = (series: Float64Array, until: number) => series.slice(0, until + 1).reduce((total, v) => total + v, 0);

/** The facts as they would be had nothing been lost. */
function withoutLoss(facts: FarmFacts, loss: Loss): FarmFacts {
  const there = facts.fish.find((f) => f.lotCode === loss.lotCode && f.placeId === loss.placeId);
  const rest = facts.fish.filter((f) => f !== there);
  const species = facts.species.find((s) => s.code === loss.speciesCode);
  // The only cohort of its species is gone: it is put back as it was, not taken for nothing.
  const like =
    there ??
    facts.fish.find((f) => f.speciesCode === loss.speciesCode) ??
    (species ? asBefore(facts, loss, species) : null);
  if (!like) return facts;
  const bins = there?.bins ?? freshSpread(species?.sizeCv ?? 0);
  const restored = {
    ...like,
    lotCode: loss.lotCode,
    placeId: loss.placeId,
    bins,
    referenceG: there?.referenceG ?? loss.meanG,
    count: (there?.count ?? 0) + loss.count,
    feedStoppedOn: null,
  };
  return { ...facts, fish: [...rest, restored] };
}

function asBefore(facts: FarmFacts, loss: Loss, species: Species): FarmFacts['fish'][number] {
  return {
    lotId: loss.lotCode,
    lotCode: loss.lotCode,
    speciesCode: loss.speciesCode,
    placeId: loss.placeId,
    count: 0,
    referenceG: loss.meanG,
    bins: freshSpread(species.sizeCv),
    pace: 1,
    paceError: 0.12,
    lastForecastError: null,
    feedStoppedOn: null,
    sampledOn: null,
    stockedOn: facts.today,
  };
}
