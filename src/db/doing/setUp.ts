import { STALE } from '../../core/setup/kept';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import type { FarmDescription, Habits } from '../../core/setup/description';
import { descriptionFaults } from '../../core/setup/faults';
import { layOut } from '../../core/setup/layOut';
import type { Day } from '../../core/quantity/days';
import { say } from '../../core/words/words';
import { checkZoneAndCurrency } from '../../core/setup/habits';
import type { Tx } from '../connection';
import { invite } from '../members';
import { loadDescription } from '../farmSetup';
import { createFarm } from '../createFarm';

/** What a farm is described by before anything of it is: nothing but its habits. */
export const blankDescription = (habits: Habits, people: FarmDescription['people'] = []): FarmDescription => ({
  habits,
  loops: [],
  places: [],
  equipment: [],
  species: [],
  crops: [],
  people,
});

function checkHabits(habits: Habits) {
  const wrong = checkZoneAndCurrency(habits);
  if (wrong) throw new RuleBroken(`habits.${wrong.field}`, wrong.words);
}

/** Keeps what is described so far; what cannot be is only told when the farm is to be opened. @returns the new version */
export async function saveDescription(tx: Tx, version: number, description: FarmDescription): Promise<number> {
  const { habits } = description;
  checkHabits(habits);
  const changed = await tx('farm')
    .where({ version })
    .whereNotNull('described')
    .update({
      name: habits.name,
      time_zone: habits.timeZone,
      currency: habits.currency,
      latitude: habits.latitude,
      altitude_m: habits.altitudeM,
      habits: JSON.stringify({ ...habits.units, locale: habits.locale, firstWeekday: habits.firstWeekday }),
      described: JSON.stringify(description),
      version: version + 1,
    });
  if (changed === 0) {
    // A page that was left while it saved sends the same again: that is no other's change.
    const same = await tx('farm')
      .whereRaw('described = ?::jsonb', [JSON.stringify(description)])
      .first('version');
    if (same) return same.version;
    const open = (await tx('farm').whereNull('described').first('farm_id')) !== undefined;
    throw new RuleBroken('version', open ? say`This farm is open already. Change it on Farm.` : STALE());
  }
  return version + 1;
}

interface OpenFarmArgs {
  farmId: string;
  version: number;
  today: Day;
  /** Who opens it, and when. */
  by: string;
  at: Date;
}

/** Lays what is described into the farm, once. @returns how many places it has */
export async function openFarm(tx: Tx, { farmId, version, today, by, at }: OpenFarmArgs): Promise<number> {
  const found = await loadDescription(tx);
  if (!found) throw new RuleBroken('version', say`This farm is open already. Change it on Farm.`);
  if (found.version !== version) throw new RuleBroken('version', STALE());
  const [fault] = Object.entries(descriptionFaults(found.description));
  if (fault) throw new RuleBroken(...fault);
  const farm = layOut({ description: found.description, newId: randomUUID, today });
  await createFarm(tx, farmId, farm);
  // Their links are made on Farm, one by one: until then nobody has them.
  for (const p of found.description.people.filter((one) => one.name.trim()))
    await invite(tx, { ...p, token: randomUUID() + randomUUID() }, { farmId, by, at });
  await tx('farm').update({ described: null, version: version + 1 });
  return found.description.places.length;
}
