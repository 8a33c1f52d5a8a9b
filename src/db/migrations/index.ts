import type { Knex } from 'knex';
import { makeRole } from '../appRole';
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
import * as m11 from './0011_entries';
import * as m12 from './0012_typed_plan';
import * as m13 from './0013_jobs_by_name';
import * as m14 from './0014_feed_by_share';
import * as m15 from './0015_revisions';
import * as m16 from './0016_second_wall';
import * as m17 from './0017_ranges';
import * as m18 from './0018_planned_water';
import * as m19 from './0019_cost_goes_along';
import * as m20 from './0020_own_farm';
import * as m21 from './0021_members';
import * as m22 from './0022_taking_in';
import * as m23 from './0023_papers_and_prices';
import * as m24 from './0024_shared_supply';
import * as m25 from './0025_plantings';
import * as m26 from './0026_weather_and_trials';
import * as m27 from './0027_growing_on';
import * as m28 from './0028_looks_in_order';
import * as m29 from './0029_restorable';
import * as m30 from './0030_sign_ins';
import * as m31 from './0031_one_farms_file';
import * as m32 from './0032_last_readings';
import * as m33 from './0033_days';
import * as m34 from './0034_undone_as_done';
import * as m35 from './0035_feed_is_for';
import * as m36 from './0036_counted';
import * as m37 from './0037_measurements';
import * as m38 from './0038_as_said';
import * as m39 from './0039_houses';
import * as m40 from './0040_codes';
import * as m41 from './0041_spares';
import * as m42 from './0042_sizes_and_weights';
import * as m43 from './0043_counted_for_stations';

const MIGRATIONS = [
  m1,
  m2,
  m3,
  m4,
  m5,
  m6,
  m7,
  m8,
  m9,
  m10,
  m11,
  m12,
  m13,
  m14,
  m15,
  m16,
  m17,
  m18,
  m19,
  m20,
  m21,
  m22,
  m23,
  m24,
  m25,
  m26,
  m27,
  m28,
  m29,
  m30,
  m31,
  m32,
  m33,
  m34,
  m35,
  m36,
  m37,
  m38,
  m39,
  m40,
  m41,
  m42,
  m43,
];
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

/** Brings the tables up to date, or up to a named migration. @returns the names of what was done */
export async function migrate(owner: Knex, upTo?: string): Promise<string[]> {
  await makeRole(owner);
  const wanted = upTo ? MIGRATIONS.slice(0, MIGRATIONS.findIndex((m) => m.name === upTo) + 1) : MIGRATIONS;
  const migrationSource = { ...source, getMigrations: async () => wanted };
  const [, done] = (await owner.migrate.latest({ migrationSource })) as [number, string[]];
  return done;
}
