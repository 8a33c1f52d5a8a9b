import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

export const name = '0026_weather_and_trials';

const NEW_TABLES = [
  ['weather_day', 'select, insert, delete'],
  ['trial', 'select, insert'],
  ['trial_arm', 'select, insert'],
  ['trial_plot', 'select, insert'],
  ['trial_measure', 'select, insert'],
] as const;

/** The farm's own weather, day by day, and trials: arms side by side in plots, and what was measured of them. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table weather_day (
      farm_id uuid not null references farm,
      day date not null,
      air_c numeric not null constraint weather_day_air check (air_c between -60 and 60),
      light_mol numeric constraint weather_day_light check (light_mol between 0 and 80),
      primary key (farm_id, day)
    );
    comment on table weather_day is 'Outside weather of the farm''s place as it brought it in: takes the place of the stand-in';

    create table trial (
      farm_id uuid not null references farm,
      id uuid not null,
      code text not null constraint trial_code check (length(code) between 1 and 20),
      question text not null constraint trial_question check (length(question) between 3 and 200),
      measure text not null constraint trial_measure_known check (measure in ('weight', 'count', 'score', 'days')),
      starts_on date not null,
      measure_from date not null,
      every_days integer not null constraint trial_every check (every_days between 1 and 90),
      ends_on date not null,
      person_id uuid not null,
      decided_on date,
      verdict text constraint trial_verdict check (length(verdict) <= 1000),
      kept_arm_id uuid,
      primary key (farm_id, id),
      constraint trial_code_once unique (farm_id, code),
      constraint trial_in_order check (starts_on <= measure_from and measure_from <= ends_on),
      foreign key (farm_id, person_id) references person
    );
    create table trial_arm (
      farm_id uuid not null references farm,
      id uuid not null,
      trial_id uuid not null,
      letter text not null constraint trial_arm_letter check (length(letter) = 1),
      name text not null constraint trial_arm_name check (length(name) between 1 and 80),
      crop_code text not null,
      per_m2 numeric constraint trial_arm_spacing check (per_m2 > 0),
      primary key (farm_id, id),
      constraint trial_arm_once unique (farm_id, trial_id, letter),
      foreign key (farm_id, trial_id) references trial,
      foreign key (farm_id, crop_code) references crop
    );
    create table trial_plot (
      farm_id uuid not null references farm,
      id uuid not null,
      trial_id uuid not null,
      arm_id uuid not null,
      place_id uuid not null,
      block integer not null,
      position integer not null,
      primary key (farm_id, id),
      constraint trial_plot_once unique (farm_id, trial_id, block, position),
      foreign key (farm_id, trial_id) references trial,
      foreign key (farm_id, arm_id) references trial_arm,
      foreign key (farm_id, place_id) references place
    );
    create table trial_measure (
      farm_id uuid not null references farm,
      id uuid not null default gen_random_uuid(),
      entry_key text not null,
      plot_id uuid not null,
      farm_day date not null,
      value numeric not null constraint trial_measure_value check (value between 0 and 1000000),
      person_id uuid not null,
      withdrawn boolean not null default false,
      primary key (farm_id, id),
      constraint trial_measure_entry unique (farm_id, entry_key, plot_id),
      foreign key (farm_id, plot_id) references trial_plot,
      foreign key (farm_id, person_id) references person
    );
    create index trial_measure_plot on trial_measure (farm_id, plot_id);
  `);
  for (const [table, grants] of NEW_TABLES) {
    await guardTable(db, table, grants);
    await db.raw(`
      alter table ${table} force row level security;
      create policy upkeep on ${table} to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on')`);
  }
  await db.raw(`
    grant update (decided_on, verdict, kept_arm_id) on trial to ${APP_ROLE};
    grant update (withdrawn) on trial_measure to ${APP_ROLE};
  `);
}
