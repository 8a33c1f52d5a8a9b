import { balanceSeries, bandOf, formatBalance, isByNitrogen } from '../water/loopBalance';
import { plural, say } from '../words/words';
import { inSentence } from '../library/inSentence';
import type { PromiseRow } from '../market/promiseTable';
import { addDays, isoWeek, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatDensity, formatMass, countOf, METRIC, unitName, type UnitChoice, toShown } from '../quantity/units';
import type { FarmFacts, LoopFact, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { PlanStep } from '../facts/step';
import { codeWords } from '../words/codes';

export interface Outlook {
  forecast: FarmForecast;
  promise: PromiseRow[];
  plan: readonly PlanStep[];
}

export interface Consequence {
  tone: 'better' | 'worse' | 'note';
  about: 'supply' | 'balance' | 'crowding' | 'purge' | 'beds' | 'timing' | 'water';
  words: string;
  day: Day;
}

interface ConsequencesArgs {
  before: Outlook;
  after: Outlook;
  facts: FarmFacts;
  units?: UnitChoice;
}

/**
 * What changes between two outlooks, in plain words, the worst first.
 * Orders gained or lost, spells outside a loop's band, tanks over their limit, purge tanks held twice, beds overfull,
 * fish or plants taken too early.
 */
export function consequences({ before, after, facts, units = METRIC }: ConsequencesArgs): Consequence[] {
  const same = (of: (f: FarmForecast) => unknown) => of(before.forecast) === of(after.forecast);
  const loops = facts.loops.filter((l) => !same((f) => f.loops.get(l.id)));
  const tanks = facts.places.filter((p) => !same((f) => f.tanks.get(p.id)));
  const beds = facts.places.filter((p) => !same((f) => f.bedsOccupied.get(p.id)));
  const list = [
    ...supplyChanges(before, after, units),
    ...loops.flatMap((loop) => balanceChanges({ before: before.forecast, after: after.forecast, loop, units })),
    ...tanks.flatMap((place) => crowdingChanges({ before: before.forecast, after: after.forecast, place, units })),
    ...purgeClashes(before, after, tanks),
    ...beds.flatMap((place) => bedChanges(before.forecast, after.forecast, place)),
    ...newWarnings(before.forecast, after.forecast),
  ];
  return worstFirst(list);
}

export function worstFirst(list: readonly Consequence[]): Consequence[] {
  const rank = { worse: 0, better: 1, note: 2 };
  return [...list].sort((a, b) => rank[a.tone] - rank[b.tone] || (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
}

export function formatQuantity(quantity: number, unit: string, units: UnitChoice): string {
  if (unit === 'kg') return quantity < 0.5 ? say`0 ${unitName('mass', units)}` : formatMass(quantity, units);
  return countOf(Math.round(quantity), unit);
}

/** The same as a plain number with its unit, for a file: what is kept by mass in the person's unit. */
export function plainQuantity(quantity: number, unit: string, units: UnitChoice): { value: number; unit: string } {
  if (unit === 'kg') return { value: toShown('mass', quantity, units), unit: unitName('mass', units) };
  return { value: Math.round(quantity), unit: codeWords(unit) };
}

function supplyChanges(before: Outlook, after: Outlook, units: UnitChoice): Consequence[] {
  return after.promise.flatMap((row, r) =>
    // A row that was not worked out again is the same object.
    (row === before.promise[r] ? [] : row.weeks).flatMap((week, w): Consequence[] => {
      const was = before.promise[r]?.weeks[w]?.short ?? 0;
      const step = row.product.unit === 'kg' ? 100 : 0.5;
      if (Math.abs(week.short - was) < step) return [];
      const lines = week.short > was ? week.shortLines : (before.promise[r]?.weeks[w]?.shortLines ?? []);
      const who = [...new Set(lines.map((l) => l.customer))].join(', ');
      const amount = formatQuantity(week.short, row.product.unit, units);
      const name = inSentence(row.product.name);
      if (week.short < step) {
        return [
          {
            tone: 'better',
            about: 'supply',
            day: week.weekStart,
            words: say`Week ${week.week}: ${name} for ${who} is covered`,
          },
        ];
      }
      const tone = week.short > was ? 'worse' : 'better';
      const change =
        week.short > was ? '' : say`, ${formatQuantity(was - week.short, row.product.unit, units)} less than before`;
      return [
        {
          tone,
          about: 'supply',
          day: week.weekStart,
          words: say`Week ${week.week}: ${amount} ${name} short for ${who}${change}`,
        },
      ];
    }),
  );
}

interface BalanceChangesArgs {
  before: FarmForecast;
  after: FarmForecast;
  loop: LoopFact;
  units: UnitChoice;
}

function balanceChanges({ before, after, loop, units }: BalanceChangesArgs): Consequence[] {
  const load = (value: number) =>
    isByNitrogen(loop)
      ? say`${formatBalance(value, loop, units)} of its nitrogen`
      : say`${formatBalance(value, loop, units)}·day`;
  const was = balanceSeries(before, loop);
  const now = balanceSeries(after, loop);
  const changed = now.map((_, day) => day).filter((day) => Math.abs((now[day] ?? 0) - (was[day] ?? 0)) > 0.5);
  const first = changed[0];
  if (first === undefined) return [];
  const [low] = bandOf(loop);
  const hungry = (series: number[]) => series.filter((v) => v < low).length;
  const low0 = hungry(was);
  const low1 = hungry(now);
  const fell = changed.filter((day) => now[day]! < was[day]!);
  const worst = fell.reduce((min, day) => (now[day]! < now[min]! ? day : min), fell[0] ?? first);
  const lowest = load(now[worst]!);
  if (low1 > low0) {
    const more = low1 - low0;
    return [
      {
        tone: 'worse',
        about: 'balance',
        day: addDays(after.firstDay, worst),
        words: say`${loop.name} loop drops to ${lowest}; ${more} more ${plural(more, 'day', 'days')} below its ${load(low)}`,
      },
    ];
  }
  if (low1 < low0) {
    const fewer = low0 - low1;
    return [
      {
        tone: 'better',
        about: 'balance',
        day: addDays(after.firstDay, first),
        words: say`${loop.name} loop has ${fewer} fewer ${plural(fewer, 'day', 'days')} below ${load(low)}`,
      },
    ];
  }
  const verb =
    fell.length > 0 ? say`drops to ${lowest}` : say`rises to ${load(Math.max(...changed.map((d) => now[d]!)))}`;
  return [
    {
      tone: 'note',
      about: 'balance',
      day: addDays(after.firstDay, worst),
      words: say`${loop.name} loop ${verb} on ${changed.length} changed ${plural(changed.length, 'day', 'days')}, no more days below its band`,
    },
  ];
}

/** First day index on which a tank passes its limit, or null. */
export function crowdedFrom(forecast: FarmForecast, place: PlaceFact): number | null {
  const tank = forecast.tanks.get(place.id);
  if (!tank || !place.volumeL || !place.densityLimitKgM3) return null;
  const limitG = place.densityLimitKgM3 * place.volumeL;
  const day = tank.biomassG.findIndex((g) => g > limitG);
  return day < 0 ? null : day;
}

interface CrowdingChangesArgs {
  before: FarmForecast;
  after: FarmForecast;
  place: PlaceFact;
  units: UnitChoice;
}

function crowdingChanges({ before, after, place, units }: CrowdingChangesArgs): Consequence[] {
  const was = crowdedFrom(before, place);
  const now = crowdedFrom(after, place);
  if (was === now) return [];
  const limit = formatDensity(place.densityLimitKgM3!, units, 0);
  if (now === null) {
    return [
      {
        tone: 'better',
        about: 'crowding',
        day: addDays(after.firstDay, was!),
        words: say`${place.code} stays under ${limit}`,
      },
    ];
  }
  const tone = was === null || now < was ? 'worse' : 'better';
  const day = addDays(after.firstDay, now);
  return [{ tone, about: 'crowding', day, words: say`${place.code} passes ${limit} ${dated(after.firstDay, now)}` }];
}

function dated(firstDay: Day, index: number) {
  const day = addDays(firstDay, index);
  return say`in week ${isoWeek(day)} (${shortDay(day)})`;
}

function purgeClashes(before: Outlook, after: Outlook, places: readonly PlaceFact[]): Consequence[] {
  const purges = places.filter((p) => p.kind === 'purge');
  return purges.flatMap((place) => {
    const was = new Set(purgeClashDays(before.forecast, place.id));
    const fresh = purgeClashDays(after.forecast, place.id).filter((day) => !was.has(day));
    const first = fresh[0];
    if (first === undefined) return [];
    const day = addDays(after.forecast.firstDay, first);
    const spell = plural(fresh.length, '# day', '# days');
    return [
      {
        tone: 'worse',
        about: 'purge',
        day,
        words: say`${place.code} would hold two batches for ${spell} from ${shortDay(day)}`,
      } as const,
    ];
  });
}

/** Days on which a purge tank would hold more than one batch. */
export function purgeClashDays(forecast: FarmForecast, placeId: string): number[] {
  const held = new Uint8Array(forecast.days);
  for (const stay of forecast.fish) {
    if (stay.placeId === placeId) for (let d = stay.from; d < stay.until; d++) held[d]! += 1;
  }
  return Array.from(held.keys()).filter((day) => held[day]! > 1);
}

/** Positions by which a bed's plantings pass what it has, on its worst day; 0 when there is room. */
export function bedOverfull(forecast: FarmForecast, place: PlaceFact): number {
  const occupied = forecast.bedsOccupied.get(place.id) ?? new Float64Array();
  return occupied.reduce((max, v) => Math.max(max, v - (place.positions ?? Infinity)), 0);
}

function bedChanges(before: FarmForecast, after: FarmForecast, place: PlaceFact): Consequence[] {
  const was = bedOverfull(before, place);
  const now = bedOverfull(after, place);
  if (place.kind !== 'bed' || Math.abs(was - now) < 1) return [];
  const day = after.firstDay;
  if (now === 0) return [{ tone: 'better', about: 'beds', day, words: say`${place.code} has room for every planting` }];
  return [
    {
      tone: now > was ? 'worse' : 'better',
      about: 'beds',
      day,
      words: say`${place.code} would need ${Math.round(now)} more positions than it has`,
    },
  ];
}

function newWarnings(before: FarmForecast, after: FarmForecast): Consequence[] {
  const known = new Set(before.warnings.map((w) => w.words));
  return after.warnings
    .filter((w) => !known.has(w.words))
    .map((w) => ({ tone: 'worse', about: 'timing', day: w.day, words: w.words }));
}
