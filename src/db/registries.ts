import type { Knex } from 'knex';
import { LOT_KINDS } from '../core/lots/lots';
import { STEP_KINDS } from '../core/plan/steps/steps';
import { READING_KINDS } from '../core/water/readings/readings';

/** Writes what the code knows of kinds into the lists that the database checks against. Nothing is ever taken out. */
export async function syncRegistries(owner: Knex): Promise<void> {
  await owner('step_kind')
    .insert(STEP_KINDS.map((kind) => ({ kind })))
    .onConflict('kind')
    .ignore();
  await owner('lot_kind')
    .insert(LOT_KINDS.map(({ kind, topic }) => ({ kind, topic })))
    .onConflict('kind')
    .merge();
  const readings = [...READING_KINDS.values()].map(({ kind, low, high }) => ({ kind, low, high }));
  await owner('reading_kind').insert(readings).onConflict('kind').merge();
}
