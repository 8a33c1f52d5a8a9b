import 'server-only';
import type { FarmDescription } from '../../core/setup/description';
import { readingFarm } from '../../db/connection';
import { loadDescription } from '../../db/farmSetup';
import { database } from '../../server/database';
import { requirePerson, unitsOf } from '../../server/session';
import type { UnitChoice } from '../../core/quantity/units';

export interface SetUpPage {
  farmId: string;
  description: FarmDescription;
  version: number;
  mayChange: boolean;
  units: UnitChoice;
}

/** The set-up in progress; null once the farm is open. */
export async function setUpPage(): Promise<SetUpPage | null> {
  const person = await requirePerson();
  const found = await readingFarm(database(), person.farmId, loadDescription);
  if (!found) return null;
  return { ...found, farmId: person.farmId, mayChange: person.role === 'manager', units: unitsOf(person) };
}
