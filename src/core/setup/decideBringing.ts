import { decide, refuse, type Decision } from '../acts/decision';
import { role, type Effect, type ReadingTaken, type Said, type Taken } from '../acts/effects';
import type { Species } from '../library/types';
import type { Day } from '../quantity/days';
import { readingFault } from '../water/readings/readings';
import { say } from '../words/words';
import { brought, type Brought } from './brought';
import { meanWeightG } from './decideOpening';

/** Records of the time before the app, taken in from a file. What is there already is not added again. */

/** When a day's record was made, where nobody wrote it down. */
const USUAL_TIME = '08:00';

/** A moment as it is written on the farm, without its zone. */
export const writtenMoment = ({ day, time }: { day: string; time?: string }): string => `${day} ${time ?? USUAL_TIME}`;

function requirePast(rows: readonly { day: string }[], today: Day) {
  const i = rows.findIndex((r) => r.day > today);
  if (i >= 0) refuse(`rows.${i}.day`, say`That day has not come yet.`);
}

export interface ReadingRow {
  loop: string;
  day: string;
  time?: string;
  values: Readonly<Record<string, number>>;
}

/** What the rows of a file say was measured. @param at the moment of each row @throws {RuleBroken} beside the row that cannot be */
export function readingsOf(
  { loops, at: moments, today }: { loops: readonly { id: string; code: string }[]; at: readonly string[]; today: Day },
  rows: readonly ReadingRow[],
): ReadingTaken[] {
  requirePast(rows, today);
  const idOf = new Map(loops.map((l) => [l.code, l.id]));
  return rows.flatMap((row, i) => {
    const loopId = idOf.get(row.loop);
    if (!loopId) return refuse(`rows.${i}.loop`, say`“${row.loop}” is no loop of this farm.`);
    return Object.entries(row.values).map(([kind, value]) => {
      const fault = typeof value === 'number' ? readingFault(kind, value) : say`Give a number.`;
      if (fault) refuse(`rows.${i}.value`, fault);
      return { part: `${i}.${kind}`, loopId, kind, value, then: { day: row.day, at: moments[i]! } };
    });
  });
}

/** Water readings of the past. @param all what the file says @param fresh what of it is not in the books */
export const decideBringReadings = (
  all: readonly ReadingTaken[],
  fresh: readonly ReadingTaken[],
): Decision<Taken<Said & Brought>> =>
  decide(() =>
    brought(fresh.length > 0 ? [{ does: 'readings', readings: fresh }] : [], {
      added: fresh.length,
      known: all.length - fresh.length,
    }),
  );

export interface SampleRow {
  cohort: string;
  day: string;
  meanG?: number;
  lengthCm?: number;
  count?: number;
}

/** A cohort as weighings of the past need it. */
export interface CohortKnown {
  lotId: string;
  species: Species;
  /** Where most of it swims; null: none is left. */
  placeId: string | null;
  weighings: readonly { day: Day; meanG: number }[];
}

/** Weights that are the same within so much, g. */
const SAME_G = 0.05;

/** Weighings of the past, of cohorts that are on the farm. @param at the moment of each row */
export const decideBringSamples = (
  { cohorts, at: moments, today }: { cohorts: ReadonlyMap<string, CohortKnown>; at: readonly string[]; today: Day },
  rows: readonly SampleRow[],
): Decision<Taken<Said & Brought>> =>
  decide(() => {
    requirePast(rows, today);
    const there = new Map([...cohorts].map(([code, { weighings }]) => [code, [...weighings]]));
    const effects = rows.flatMap((row, i): Effect[] => {
      const cohort = cohorts.get(row.cohort);
      if (!cohort) return refuse(`rows.${i}.cohort`, say`“${row.cohort}” is no cohort of this farm.`);
      const meanG = meanWeightG(row, cohort.species, `rows.${i}.meanG`);
      const { lotId, placeId } = cohort;
      if (!placeId) return refuse(`rows.${i}.cohort`, say`No fish of ${row.cohort} are left on the farm.`);
      const known = there.get(row.cohort)!;
      if (known.some((w) => w.day === row.day && Math.abs(w.meanG - meanG) < SAME_G)) return [];
      known.push({ day: row.day, meanG });
      const count = row.count ? { fishCount: row.count } : {};
      const then = { day: row.day, at: moments[i]! };
      return [{ does: 'sample', lotId, placeId, weightsG: [meanG], ...count, then }];
    });
    return brought(effects, { added: effects.length, known: rows.length - effects.length });
  });

export interface FeedingRow {
  tank: string;
  day: string;
  time?: string;
  massG: number;
  response?: string;
}

interface Eater {
  lotId: string;
  species: string;
  count: number;
}

interface FedTank {
  placeId: string;
  eaters: readonly Eater[];
}

export interface FeedingsKnown {
  /** Tanks with fish in them, by code. */
  tanks: ReadonlyMap<string, FedTank>;
  /** Feedings of those days that are in the books. */
  feedings: readonly { placeId: string; day: Day; massG: number; n: number }[];
  /** Feed from before, by species, and the letters of each species' lots. */
  feedLots: ReadonlyMap<string, string>;
  prefixes: ReadonlyMap<string, string>;
  today: Day;
  /** The moment of each row, and when each day began. */
  at: readonly string[];
  midnight: ReadonlyMap<Day, string>;
}

interface Feeding extends FedTank {
  row: FeedingRow;
  at: string;
}

/**
 * What fish ate before the app was there: feed from before that went straight into the tank, shared by number among the lots
 * that swim there. Feed in the store is not touched.
 */
export const decideBringFeedings = (
  known: FeedingsKnown,
  rows: readonly FeedingRow[],
): Decision<Taken<Said & Brought>> =>
  decide(() => {
    requirePast(rows, known.today);
    const fresh = unknownFeedings(known, rows);
    const came = [...new Set(fresh.map(speciesOf))].map((species) => feedFromBefore(known, species, fresh));
    const lots = new Map(came.map(({ species, lot }) => [species, lot]));
    const eaten = fresh.map((f): Effect => {
      const { day, massG, response = 'eager' } = f.row;
      const parts = byNumber(massG, f.eaters);
      return {
        ...{ does: 'movement', lot: lots.get(speciesOf(f))!, from: role('feed'), to: role('eaten'), massG },
        ...{ reason: 'feed', then: { day, at: f.at }, eaten: { placeId: f.placeId, response, parts } },
      };
    });
    const effects = [...came.flatMap((c) => c.effects), ...eaten];
    return brought(effects, { added: fresh.length, known: rows.length - fresh.length });
  });

const speciesOf = ({ eaters }: FedTank) => eaters[0]!.species;
const feedingKey = (placeId: string, day: Day, massG: number) => `${placeId} ${day} ${massG.toFixed(1)}`;

/** Rows whose feeding is not in the books yet; equal ones of one day are counted against those that are. */
function unknownFeedings({ tanks, feedings, at: moments }: FeedingsKnown, rows: readonly FeedingRow[]): Feeding[] {
  const left = new Map(feedings.map((f) => [feedingKey(f.placeId, f.day, f.massG), f.n]));
  return rows.flatMap((row, i) => {
    const tank = tanks.get(row.tank);
    if (!tank) return refuse(`rows.${i}.tank`, say`There are no fish in ${row.tank} to feed.`);
    const key = feedingKey(tank.placeId, row.day, row.massG);
    const n = left.get(key) ?? 0;
    left.set(key, n - 1);
    return n > 0 ? [] : [{ ...tank, row, at: moments[i]! }];
  });
}

/** The lot of feed from before of one species, with as much as was eaten of it. */
function feedFromBefore({ feedLots, prefixes, midnight }: FeedingsKnown, species: string, fresh: readonly Feeding[]) {
  const own = fresh.filter((f) => speciesOf(f) === species).map((f) => f.row);
  const day = own.map((r) => r.day).reduce((a, b) => (a < b ? a : b));
  const known = feedLots.get(species);
  const lot = known ? { lotId: known } : { made: species };
  const making: Effect[] = known
    ? []
    : [
        {
          ...{ does: 'lot', as: species },
          lot: {
            ...{ code: earlierFeed(prefixes.get(species)), kind: 'feed', keeps: 'mass' },
            ...{ beganOn: day, speciesCode: species },
          },
        },
      ];
  const came: Effect = {
    ...{ does: 'movement', lot, from: role('before'), to: role('feed'), reason: 'opening' },
    ...{ massG: own.reduce((sum, r) => sum + r.massG, 0), then: { day, at: midnight.get(day)! } },
  };
  return { species, lot, effects: [...making, came] };
}

/** Code of the lot of feed that was eaten before the app was there. @param prefix letters of the species' lots */
export const earlierFeed = (prefix = 'FIS'): string => `FEED-${prefix}-EARLIER`;

/** Tenths of a gram by number of fish, so that nothing is left over. */
function byNumber(massG: number, eaters: readonly Eater[]) {
  const all = eaters.reduce((sum, e) => sum + e.count, 0);
  let left = Math.round(massG * 10);
  return eaters.map((e, i) => {
    const tenths = i === eaters.length - 1 ? left : Math.round((massG * 10 * e.count) / all);
    left -= tenths;
    return { lotId: e.lotId, massG: tenths / 10 };
  });
}
