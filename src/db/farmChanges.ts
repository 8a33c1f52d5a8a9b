import { randomUUID } from 'node:crypto';
import type { ChoreBecomes, FarmBecomes, LoopBecomes } from '../core/acts/effects';
import { RuleBroken } from '../core/errors';
import type { LoopFact } from '../core/facts/farm';
import type { FarmDescription } from '../core/setup/description';
import type { NewFarm } from '../core/setup/newFarm';
import type { ChoreKnown, ChorePlace, FarmKnown, LoopKnown } from '../core/setup/decideFarm';
import { say } from '../core/words/words';
import type { Tx } from './connection';
import { createFarm, loopRow } from './createFarm';
import type { Entry } from './ledger';

/** The farm itself, its loops and its chores in the books: read as they are, written as was decided. */
export async function farmKnown(tx: Tx): Promise<FarmKnown> {
  const row = await tx('farm').forUpdate().first('version', 'latitude', 'altitude_m');
  return { version: row.version, latitude: row.latitude, altitudeM: row.altitude_m };
}

export async function changeFarm(
  tx: Tx,
  { farmId }: Entry,
  { version, became, habits }: { version: number; became: FarmBecomes; habits: Record<string, unknown> },
): Promise<void> {
  const { name, entryBackDays } = became;
  await tx('farm')
    .where({ farm_id: farmId })
    .update({
      ...(name === undefined ? {} : { name, entry_back_days: entryBackDays }),
      // What is not said is left out of the JSON, and stays as it is.
      habits: tx.raw('habits || ?::jsonb', [JSON.stringify(habits)]),
      version: version + 1,
    });
}

/** What is described so far of a farm that is not open. */
export async function keepDescription(
  tx: Tx,
  { version, description }: { version: number; description: FarmDescription },
): Promise<void> {
  const { habits } = description;
  await tx('farm').update({
    ...{ name: habits.name, time_zone: habits.timeZone, currency: habits.currency },
    ...{ latitude: habits.latitude, altitude_m: habits.altitudeM, version: version + 1 },
    habits: JSON.stringify({ ...habits.units, locale: habits.locale, firstWeekday: habits.firstWeekday }),
    described: JSON.stringify(description),
  });
}

/** What was described becomes the farm. */
export async function layFarm(
  tx: Tx,
  { farmId }: Entry,
  { version, farm }: { version: number; farm: NewFarm },
): Promise<void> {
  await createFarm(tx, farmId, farm);
  await tx('farm').update({ described: null, version: version + 1 });
}

export const loopsNamed = (tx: Tx): Promise<{ id: string; code: string }[]> => tx('loop').select('id', 'code');

export async function loopKnown(tx: Tx, id: string): Promise<LoopKnown | null> {
  const row = await tx('loop').where({ id, retired_on: null }).forUpdate().first('id', 'code', 'version');
  return row ?? null;
}

export const loopCodes = (tx: Tx): Promise<string[]> => tx('loop').pluck('code');

export async function addLoop(tx: Tx, { farmId }: Entry, loop: Omit<LoopFact, 'id'>): Promise<void> {
  await tx('loop').insert({ farm_id: farmId, ...loopRow({ ...loop, id: randomUUID() }) });
}

export async function changeLoop(
  tx: Tx,
  { loopId, version, became }: { loopId: string; version: number; became: LoopBecomes },
): Promise<void> {
  const { name, bandGM2, school, bandNPercent } = became;
  await tx('loop')
    .where({ id: loopId })
    .update({
      ...{ name, band_low_g_m2: bandGM2[0], band_high_g_m2: bandGM2[1], version: version + 1 },
      ...(school ? { warns_by: school } : {}),
      ...(bandNPercent ? { n_low_percent: bandNPercent[0], n_high_percent: bandNPercent[1] } : {}),
    });
}

/** Its aerators and filters are emptied, its months are as given: what stood there could not be reckoned with. @throws {RuleBroken} */
export async function mendLoop(
  tx: Tx,
  { loopId, waterC }: { loopId: string; waterC: readonly number[] },
): Promise<void> {
  const { rows } = await tx.raw('select mend_loop(?, ?) as mended', [loopId, [...waterC]]);
  if (rows[0].mended === 0) throw new RuleBroken('form', say`Choose a loop of this farm.`);
}

export async function choreKnown(tx: Tx, id: string | undefined): Promise<ChoreKnown | null> {
  if (!id) return null;
  const row = await tx('chore').where({ id, retired_on: null }).forUpdate().first('id', 'title', 'version');
  return row ?? null;
}

export async function chorePlace(tx: Tx, id: string | undefined): Promise<ChorePlace | null> {
  if (!id) return null;
  const row = await tx('place').where({ id, retired_on: null }).first('code', 'walk', 'walk_order');
  return row ? { code: row.code, walk: row.walk, walkOrder: row.walk_order } : null;
}

const choreRow = (c: ChoreBecomes) => ({
  ...{ place_id: c.placeId, place_code: c.at.code, walk: c.at.walk, walk_order: c.at.walkOrder, title: c.title },
  ...{ detail: c.detail, every_days: c.everyDays, starts_on: c.startsOn, minutes: c.minutes, caution: c.caution },
});

export async function addChore(tx: Tx, { farmId }: Entry, chore: ChoreBecomes): Promise<void> {
  await tx('chore').insert({ farm_id: farmId, id: randomUUID(), ...choreRow(chore) });
}

export async function changeChore(
  tx: Tx,
  { choreId, version, became }: { choreId: string; version: number; became: ChoreBecomes },
): Promise<void> {
  await tx('chore')
    .where({ id: choreId })
    .update({ ...choreRow(became), version: version + 1 });
}

export async function retireChore(
  tx: Tx,
  { farmDay }: Entry,
  { choreId, version }: { choreId: string; version: number },
): Promise<void> {
  await tx('chore')
    .where({ id: choreId })
    .update({ retired_on: farmDay, version: version + 1 });
}
