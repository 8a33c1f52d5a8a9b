import type { Knex } from 'knex';
import * as m1 from './0001_farms_and_people';
import * as m2 from './0002_places_and_library';
import * as m3 from './0003_ledger';
import * as m4 from './0004_plan_and_events';
import * as m5 from './0005_orders';
import * as m6 from './0006_row_security';
import * as m7 from './0007_fish_keeping';
import * as m8 from './0008_live_sale_and_speed';
import * as m9 from './0009_how_fish_are_sold';
import * as m10 from './0010_taking_back';

const MIGRATIONS = [m1, m2, m3, m4, m5, m6, m7, m8, m9, m10];
type Step = (typeof MIGRATIONS)[number];

/** Imported modules, not a folder of files: the same list works for the app, its tests and its scripts. */
const source: Knex.MigrationSource<Step> = {
  getMigrations: async () => MIGRATIONS,
  getMigrationName: (step) => step.name,
  getMigration: async (step) => ({
    up: step.up,
    down: async () => {
      throw new Error('Migrations go forward only.');
    },
  }),
};

export async function migrate(owner: Knex): Promise<string[]> {
  const [, done] = (await owner.migrate.latest({ migrationSource: source })) as [number, string[]];
  return done;
}
