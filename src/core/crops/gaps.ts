import { restWithin } from './bedRest';
import { soldFromBench } from './recipe';
import { suits } from './suits';
import { all, say } from '../words/words';
import { isSownOn, recipesOf, seasonWords } from './recipes';
import { shortInMain, type PromiseRow } from '../market/promiseTable';
import type { Crop } from '../library/types';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { airAt } from '../facts/airAt';
import { pickDays, sowDayFor, sowingForDemand, type Stands } from '../plan/build';
import type { FarmFacts, LoopFact, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { PlanStep } from '../facts/step';
import { cutFactor, type SowingQuantities } from './quantities';

/** A shortfall of a crop, worked back to a sowing. */
export interface SowingGap {
  productCode: string;
  cropCode: string;
  week: number;
  wantedOn: Day;
  shortUnits: number;
  customers: string[];
  /** Null when the crop cannot be ready in time any more. */
  sowing: { sowDay: Day; bedId: string; quantities: SowingQuantities; steps: PlanStep[] } | null;
  /** The day it would have had to be sown. */
  sowBy: Day;
  /** What no bed has room for, in words; null: there is room for all of it. */
  full: string | null;
}

/** What a sowing is called: letters of its crop and its day. */
export function sowingCode(cropCode: string, sowDay: Day): string {
  const words = cropCode.toUpperCase().split('-');
  const prefix = words.length === 1 ? words[0]!.slice(0, 3) : words.map((w) => w.slice(0, 2)).join('');
  return `${prefix}-${sowDay.slice(2).replaceAll('-', '')}`;
}

/** Days before delivery on which the crop should be picked. */
const PICK_AHEAD_DAYS = 1;
const CELLS_PER_TRAY = 104;

type ShortWeek = PromiseRow['weeks'][number];

interface SowingGapsArgs {
  facts: FarmFacts;
  forecast: FarmForecast;
  promise: readonly PromiseRow[];
  codeFor: (cropCode: string, sowDay: Day) => string;
  newId: () => string;
}

/**
 * What promised orders lack of each crop, as sowings that would be ready in time, in a bed that has room for them. A crop picked
 * over a season is worked back through its picking curve, pick by pick: one sowing serves the weeks it bears in.
 * @param codeFor makes the lot code of a sowing
 */
export function sowingGaps({ facts, forecast, promise, codeFor, newId }: SowingGapsArgs): SowingGap[] {
  const nursery = facts.places.find((p) => p.kind === 'nursery');
  return shortInMain(promise).flatMap((row) => {
    if (!facts.crops.some((c) => c.code === row.product.cropCode)) return [];
    const recipes = recipesOf(facts.crops, row.product.cropCode);
    const grown = recipes.map((crop) => ({ crop, beds: bedsFor(crop, facts, forecast) }));
    const short = row.weeks.filter((week) => week.short >= (row.product.unit === 'kg' ? 100 : 1));
    const why = whyNowhere(grown, nursery);
    if (why !== null || !nursery) return short.map((week) => nowhere(row, week, why ?? ''));
    const ways = short.map((week) => ({ week, way: grown.find((g) => isInSeason(g, week, facts)) }));
    const never = ways.filter(({ way }) => !way).map(({ week }) => nowhere(row, week, offSeason(recipes)));
    const asked = grown.flatMap((way) => {
      const { crop, beds } = way;
      const own = ways.filter((w) => w.way === way).map(({ week }) => week);
      const lots = crop.pickingCurve
        ? bySeason({ crop, facts, bed: beds[0], short: own })
        : own.map((week) => ({ weeks: [week], wanted: asLump(crop, week) }));
      return lots.map((lot) => ({ ...lot, ...way }));
    });
    const sown = asked.flatMap(({ weeks, wanted, crop, beds }) => {
      const [first] = weeks as [ShortWeek];
      const planned = sowInto(beds, { facts, forecast, crop, nursery, wanted, codeFor, newId });
      if (!planned) return [];
      const { bed, sowDay, quantities, steps, full } = planned;
      const inTime = sowDay >= facts.today;
      return [
        {
          productCode: row.product.code,
          cropCode: crop.code,
          week: first.week,
          wantedOn: addDays(dueOf(first), -PICK_AHEAD_DAYS),
          shortUnits: weeks.reduce((sum, w) => sum + w.short, 0),
          customers: [...new Set(weeks.flatMap((w) => w.shortLines.map((l) => l.customer)))],
          sowBy: sowDay,
          full,
          sowing: inTime && quantities ? { sowDay, bedId: bed.id, quantities, steps } : null,
        },
      ];
    });
    return [...sown, ...never].sort((a, b) => (a.wantedOn < b.wantedOn ? -1 : Number(a.wantedOn > b.wantedOn)));
  });
}

/** A recipe, and the beds it can be grown in, the best first. */
interface Grown {
  crop: Crop;
  beds: readonly PlaceFact[];
}

/** Why a crop cannot be sown at all; null: it can. */
function whyNowhere(grown: readonly Grown[], nursery: PlaceFact | undefined): string | null {
  if (grown.length === 0) return say`It is put away: take it from the library again to sow it.`;
  if (!nursery) return say`This farm has no nursery to sow it in.`;
  return grown.every((g) => g.beds.length === 0) ? say`This farm has no bed to grow it in.` : null;
}

/** Whether what a week lacks would be sown at a time of the year for which the recipe is. */
function isInSeason({ crop, beds }: Grown, week: ShortWeek, facts: FarmFacts): boolean {
  const stands = standsOf(crop, beds[0], facts);
  return stands !== undefined && isSownOn(crop, sowDayFor(stands, addDays(dueOf(week), -PICK_AHEAD_DAYS)));
}

/** A bench that stands in no loop has the air of the first. */
function standsOf(crop: Crop, bed: PlaceFact | undefined, facts: FarmFacts): Stands | undefined {
  const loop = bed?.loopId || soldFromBench(crop) ? airAt(facts, bed) : undefined;
  return (
    loop && {
      crop,
      loop,
      nurseryAir: airAt(
        facts,
        facts.places.find((p) => p.kind === 'nursery'),
      ),
    }
  );
}

const offSeason = (recipes: readonly Crop[]) =>
  say`That is not a time of the year at which this farm sows it: ${all(recipes.map((r) => say`${r.name} is ${seasonWords(r)}`))}.`;

/** A shortfall that no sowing can mend, because there is no place for one. */
function nowhere({ product }: PromiseRow, week: ShortWeek, full: string): SowingGap {
  const wantedOn = addDays(dueOf(week), -PICK_AHEAD_DAYS);
  return {
    productCode: product.code,
    cropCode: product.cropCode!,
    week: week.week,
    wantedOn,
    shortUnits: week.short,
    customers: [...new Set(week.shortLines.map((l) => l.customer))],
    sowBy: wantedOn,
    full,
    sowing: null,
  };
}

const dueOf = (week: ShortWeek) => week.shortLines.map((l) => l.day).sort()[0] ?? week.weekStart;

/** Plants to raise, and the day of their first pick. */
interface Wanted {
  plants: number;
  firstPick: Day;
}

/** Plants whose first cut gives what one week lacks. */
function asLump(crop: Crop, week: ShortWeek): Wanted {
  return {
    plants:
      crop.unit === 'kg'
        ? Math.ceil(week.short / (crop.yieldG * (crop.cutFactors[0] ?? 1)))
        : week.short * (crop.plantsPerUnit ?? 1),
    firstPick: addDays(dueOf(week), -PICK_AHEAD_DAYS),
  };
}

interface BySeasonArgs {
  crop: Crop;
  facts: FarmFacts;
  bed: PlaceFact | undefined;
  short: readonly ShortWeek[];
}

/** Weeks that lack a crop picked over a season, as few sowings: each begins to bear so long before that it takes the fewest plants. */
function bySeason({ crop, facts, bed, short }: BySeasonArgs): { weeks: ShortWeek[]; wanted: Wanted }[] {
  const stands = bed?.loopId ? standsOf(crop, bed, facts) : undefined;
  if (!stands) return [];
  const { loop } = stands;
  const open = [...short];
  const groups: { weeks: ShortWeek[]; wanted: Wanted }[] = [];
  while (open.length > 0) {
    const due = addDays(dueOf(open[0]!), -PICK_AHEAD_DAYS);
    const starts = Array.from({ length: Math.max(1, Math.floor(crop.cutsMax / 2)) }, (_, earlier) =>
      addDays(due, -earlier * Math.max(1, crop.regrowDays)),
    );
    const inTime = starts.filter((first) => {
      const sowDay = sowDayFor(stands, first);
      return sowDay >= facts.today && isSownOn(crop, sowDay);
    });
    const ways = (inTime.length > 0 ? inTime : starts.slice(0, 1)).map((first) =>
      seasonFrom({ crop, loop, firstPick: first, short: open }),
    );
    const best = ways.reduce((a, b) =>
      b.weeks.length > 0 && b.plants / b.weeks.length < a.plants / Math.max(1, a.weeks.length) ? b : a,
    );
    const weeks = best.weeks.length > 0 ? best.weeks : [open[0]!];
    groups.push({ weeks, wanted: { plants: Math.max(1, Math.ceil(best.plants)), firstPick: best.firstPick } });
    open.splice(0, weeks.length);
  }
  return groups;
}

interface SeasonFromArgs {
  crop: Crop;
  loop: LoopFact;
  firstPick: Day;
  short: readonly ShortWeek[];
}

/** Plants that give each of the short weeks what it lacks when the first pick is on a day: the week with the leanest picks decides. */
function seasonFrom({ crop, loop, firstPick, short }: SeasonFromArgs): Wanted & { weeks: ShortWeek[] } {
  const picks = pickDays(crop, loop, firstPick);
  const weeks: ShortWeek[] = [];
  let plants = 0;
  for (const week of short) {
    const last = addDays(dueOf(week), -PICK_AHEAD_DAYS);
    const share = picks.reduce(
      (sum, day, i) => (day <= last && day > addDays(last, -7) ? sum + cutFactor(crop, i + 1) : sum),
      0,
    );
    if (share <= 0) break;
    weeks.push(week);
    plants = Math.max(plants, week.short / (crop.yieldG * share));
  }
  return { firstPick, plants, weeks };
}

interface Sowing {
  facts: FarmFacts;
  forecast: FarmForecast;
  crop: Crop;
  nursery: PlaceFact;
  wanted: Wanted;
  codeFor: (cropCode: string, sowDay: Day) => string;
  newId: () => string;
}

/** No one sowing is for more; what an order lacks beyond is said. */
const MOST_SOWN = 1_000_000;

/** The sowing in the first bed with room for all of it; without one, as many as the roomiest holds. Null: no bed suits the crop. */
function sowInto(beds: readonly PlaceFact[], s: Sowing) {
  const tries = beds.flatMap((bed) => {
    const stands = standsOf(s.crop, bed, s.facts);
    if (!stands) return [];
    const wish = {
      ...stands,
      lotCode: '',
      nurseryId: soldFromBench(s.crop) ? bed.id : s.nursery.id,
      bedId: bed.id,
      cellsPerTray: s.nursery.pieceSize ?? CELLS_PER_TRAY,
    };
    const plants = Math.min(MOST_SOWN, Math.max(1, s.wanted.plants));
    const sown = sowingForDemand({ wish, wantedOn: s.wanted.firstPick, plants, newId: s.newId });
    const lotCode = s.codeFor(s.crop.code, sown.sowDay);
    return [
      {
        bed,
        wish,
        ...sown,
        steps: sown.steps.map((step) => ({ ...step, lotCode })),
        room: roomFor(s, bed, sown.steps),
      },
    ];
  });
  const fits = tries.find((t) => t.quantities.positions <= t.room);
  if (fits) return { ...fits, full: null };
  const roomiest = tries.sort((a, b) => b.room - a.room)[0];
  if (!roomiest) return null;
  const wanted = Math.min(MOST_SOWN, s.wanted.plants);
  const units = Math.floor((wanted * roomiest.room) / roomiest.quantities.positions);
  if (units < 1)
    return {
      ...roomiest,
      quantities: null,
      full: say`No bed has room for it then: ${roomiest.bed.code} has the most, and it is full.`,
    };
  const fewer = sowingForDemand({ wish: roomiest.wish, wantedOn: s.wanted.firstPick, plants: units, newId: s.newId });
  const lotCode = s.codeFor(s.crop.code, fewer.sowDay);
  const full = say`No bed has room for all: ${roomiest.bed.code} holds ${units} of the ${Math.ceil(s.wanted.plants)} wanted.`;
  return { ...roomiest, ...fewer, steps: fewer.steps.map((step) => ({ ...step, lotCode })), full };
}

/** Positions free in a bed on every day from transplanting to clearing. */
function roomFor({ facts, forecast }: Sowing, bed: PlaceFact, steps: readonly PlanStep[]): number {
  const days = steps.filter((s) => s.kind !== 'sow' || soldFromBench(facts.crops.find((c) => c.code === s.cropCode)!));
  if (restWithin(bed, days[0]!.day, days.at(-1)!.day)) return 0;
  const dayOf = (kind: string) => daysBetween(facts.today, steps.find((s) => s.kind === kind)!.day);
  const held = forecast.bedsOccupied.get(bed.id) ?? new Float64Array();
  const comes = steps.some((s) => s.kind === 'transplant') ? 'transplant' : 'sow';
  const stay = held.subarray(Math.max(0, dayOf(comes)), Math.max(1, dayOf('clear')));
  return Math.max(0, Math.floor((bed.positions ?? Infinity) - stay.reduce((most, v) => Math.max(most, v), 0)));
}

/** Beds of a kind the crop grows in: where it grows already first, then the largest. */
function bedsFor(crop: Crop, facts: FarmFacts, forecast: FarmForecast): PlaceFact[] {
  if (soldFromBench(crop)) return facts.places.filter((p) => p.kind === 'nursery');
  const own = new Map<string, number>();
  for (const stay of forecast.plants)
    if (stay.cropCode === crop.code) own.set(stay.placeId, (own.get(stay.placeId) ?? 0) + stay.positions);
  const beds = facts.places.filter((p) => p.kind === 'bed');
  const suited = beds.filter((b) => own.has(b.id) || suits(crop, b.method));
  return (suited.length > 0 ? suited : beds).sort(
    (a, b) => (own.get(b.id) ?? 0) - (own.get(a.id) ?? 0) || (b.positions ?? 0) - (a.positions ?? 0),
  );
}
