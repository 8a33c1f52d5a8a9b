import type { Day } from '../quantity/days';
import { dayAt } from '../quantity/days';
import { say } from '../words/words';
import { readingFault } from './readings/readings';

/** What an instrument sends by itself: values of places and moments, in batches. */

/** Most values in one batch. */
export const MOST_VALUES = 2000;
/** A clock that runs ahead by less is believed, ms. */
const AHEAD_MS = 10 * 60_000;
/** What is older says nothing any more that anyone would judge by, ms. */
const OLDEST_MS = 400 * 86_400_000;
/** As many refusals are said of one batch. */
const SAID = 20;

/** ISO 8601 with its zone: a moment without one could be any of two dozen. */
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,6})?)?(Z|[+-]\d{2}:?\d{2})$/;

export interface Measured {
  loopId: string;
  /** The tank, bed or other place; null: the water of the loop as a whole. */
  placeId: string | null;
  kind: string;
  value: number;
  at: Date;
  farmDay: Day;
}

export interface MeasuredPlaces {
  loops: readonly { id: string; code: string }[];
  places: readonly { id: string; code: string; loopId: string | null }[];
}

export interface TakenBatch {
  taken: Measured[];
  /** How many were not taken, and why: by their place in the batch, counted from 0; the first twenty are said. */
  refused: number;
  faults: { index: number; words: string }[];
}

interface Known extends MeasuredPlaces {
  timeZone: string;
  now: Date;
}

/**
 * Values of a batch, each on its own: what is wrong with one keeps no other out, or a probe that broke would silence all
 * that send with it. @param sent as it came, unproven
 */
export function takeMeasurements(sent: readonly unknown[], known: Known): TakenBatch {
  const batch: TakenBatch = { taken: [], refused: 0, faults: [] };
  const find = finder(known);
  for (const [index, value] of sent.entries()) {
    const one = measured(value, known, find);
    if (typeof one !== 'string') batch.taken.push(one);
    else {
      batch.refused += 1;
      if (batch.faults.length < SAID) batch.faults.push({ index, words: one });
    }
  }
  return batch;
}

type Find = (loop: unknown, place: unknown) => { loopId: string; placeId: string | null } | string;

function finder({ loops, places }: MeasuredPlaces): Find {
  const loopOf = new Map(loops.map((l) => [l.code.toLowerCase(), l.id]));
  const placeOf = new Map(places.map((p) => [p.code.toLowerCase(), p]));
  return (loop, place) => {
    const loopId = typeof loop === 'string' ? loopOf.get(loop.toLowerCase()) : undefined;
    if (loop !== undefined && !loopId) return say`“${short(loop)}” is no loop of this farm.`;
    if (place === undefined) return loopId ? { loopId, placeId: null } : say`Name the loop or the place.`;
    const at = typeof place === 'string' ? placeOf.get(place.toLowerCase()) : undefined;
    if (!at) return say`“${short(place)}” is no place of this farm.`;
    if (!at.loopId) return say`${at.code} is in no loop.`;
    if (loopId && loopId !== at.loopId) return say`${at.code} is in another loop.`;
    return { loopId: at.loopId, placeId: at.id };
  };
}

/** What came in place of a name, short enough to be said back. */
const short = (sent: unknown) => (typeof sent === 'string' ? sent : (JSON.stringify(sent) ?? '')).slice(0, 40);

function measured(sent: unknown, { timeZone, now }: Known, find: Find): Measured | string {
  if (typeof sent !== 'object' || sent === null || Array.isArray(sent)) return say`Send each value as an object.`;
  const { loop, place, kind, value, at, ...rest } = sent as Record<string, unknown>;
  const unknown = Object.keys(rest)[0];
  if (unknown !== undefined) return say`“${short(unknown)}” is not part of a value.`;
  if (typeof kind !== 'string') return say`Name the kind of reading.`;
  if (typeof value !== 'number' || !Number.isFinite(value)) return say`Give a number.`;
  const fault = readingFault(kind.slice(0, 40), value);
  if (fault) return fault;
  const moment = momentOf(at, now);
  if (typeof moment === 'string') return moment;
  const where = find(loop, place);
  return typeof where === 'string' ? where : { ...where, kind, value, at: moment, farmDay: dayAt(moment, timeZone) };
}

function momentOf(at: unknown, now: Date): Date | string {
  const moment = typeof at === 'string' && MOMENT.test(at) ? new Date(at) : null;
  if (!moment || Number.isNaN(moment.getTime())) return say`Give the moment with its zone, as in 2026-05-04T06:30:00Z.`;
  if (moment.getTime() > now.getTime() + AHEAD_MS) return say`That moment has not come yet: is the clock right?`;
  if (moment.getTime() < now.getTime() - OLDEST_MS) return say`That is more than 400 days ago.`;
  return moment;
}
