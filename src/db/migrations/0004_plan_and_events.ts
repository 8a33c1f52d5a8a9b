import type { Knex } from 'knex';

/** What is intended, and what was seen and done. Events are only added; a correction names what it corrects. */
export const name = '0004_plan_and_events';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table plan_step (
      farm_id uuid not null references farm,
      id uuid not null,
      group_id uuid not null,
      kind text not null constraint plan_step_kind_known check (kind in
        ('stock', 'move', 'feed_stop', 'purge', 'exchange', 'taste', 'harvest', 'sow', 'transplant', 'pick', 'clear')),
      day date not null,
      lot_code text not null,
      species_code text,
      crop_code text,
      from_place_id uuid,
      to_place_id uuid,
      count integer not null check (count >= 0),
      amount numeric,
      state text not null default 'planned' check (state in ('planned', 'done', 'dropped')),
      done_on date,
      version integer not null default 1,
      primary key (farm_id, id),
      foreign key (farm_id, from_place_id) references place,
      foreign key (farm_id, to_place_id) references place,
      foreign key (farm_id, species_code) references species,
      foreign key (farm_id, crop_code) references crop,
      check ((state = 'done') = (done_on is not null))
    );
    create index plan_step_open on plan_step (farm_id, day) where state = 'planned';
    create index plan_step_group on plan_step (farm_id, group_id);
    create index plan_step_lot on plan_step (farm_id, lot_code);
    alter table movement add foreign key (farm_id, step_id) references plan_step;

    create table draft (
      farm_id uuid not null references farm,
      id uuid not null,
      name text not null check (length(name) between 1 and 80),
      changes jsonb not null,
      base jsonb not null,
      state text not null default 'open' check (state in ('open', 'kept', 'discarded')),
      person_id uuid not null,
      created_at timestamptz not null default now(),
      primary key (farm_id, id),
      foreign key (farm_id, person_id) references person
    );
    comment on column draft.base is 'Version of each plan step the draft was built on, by step id';

    create table reading (
      farm_id uuid not null references farm,
      id bigint generated always as identity,
      entry_key text not null,
      loop_id uuid not null,
      kind text not null constraint reading_kind_known check (kind in ('t', 'ph', 'do', 'tan', 'no2', 'no3')),
      value numeric not null,
      farm_day date not null,
      taken_at timestamptz not null,
      person_id uuid,
      corrects_id bigint unique,
      withdrawn boolean not null default false,
      primary key (farm_id, id),
      constraint reading_entry_key_once unique (farm_id, entry_key),
      foreign key (farm_id, loop_id) references loop,
      foreign key (farm_id, person_id) references person,
      constraint reading_value_possible check (case kind when 't' then value between -2 and 45 when 'ph' then value between 3 and 11
        when 'do' then value between 0 and 25 when 'no3' then value between 0 and 1000 else value between 0 and 50 end)
    );
    comment on column reading.withdrawn is 'True on a correction that only takes the named reading back';
    create index reading_by_day on reading (farm_id, loop_id, kind, farm_day);

    create table sample (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null,
      lot_id uuid not null,
      place_id uuid not null,
      weights_g numeric[] not null check (array_length(weights_g, 1) between 1 and 500),
      mean_g numeric not null check (mean_g > 0),
      farm_day date not null,
      taken_at timestamptz not null,
      person_id uuid,
      corrects_id uuid,
      withdrawn boolean not null default false,
      primary key (farm_id, id),
      constraint sample_entry_key_once unique (farm_id, entry_key),
      unique (farm_id, corrects_id),
      foreign key (farm_id, lot_id) references lot,
      foreign key (farm_id, place_id) references place,
      foreign key (farm_id, person_id) references person
    );
    create index sample_by_lot on sample (farm_id, lot_id, farm_day);

    create table feeding (
      farm_id uuid not null,
      movement_id uuid not null,
      place_id uuid not null,
      lot_id uuid not null,
      response text not null constraint feeding_response_known check (response in ('eager', 'slow', 'none')),
      primary key (farm_id, movement_id),
      foreign key (farm_id, movement_id) references movement,
      foreign key (farm_id, place_id) references place,
      foreign key (farm_id, lot_id) references lot
    );
    comment on table feeding is 'The feed itself is a movement of a feed lot; this says which fish got it and how they took it';
    create index feeding_by_lot on feeding (farm_id, lot_id);

    create table purge_check (
      farm_id uuid not null references farm,
      id uuid not null,
      step_id uuid not null,
      kind text not null check (kind in ('exchange', 'taste', 'override')),
      litres numeric check (litres > 0),
      salt_g numeric check (salt_g >= 0),
      passed boolean,
      note text check (length(note) <= 500),
      farm_day date not null,
      person_id uuid not null,
      recorded_at timestamptz not null default now(),
      primary key (farm_id, id),
      foreign key (farm_id, step_id) references plan_step,
      foreign key (farm_id, person_id) references person,
      check (kind <> 'exchange' or litres is not null),
      check (kind <> 'taste' or passed is not null),
      check (kind <> 'override' or length(note) >= 5)
    );

    create table chore (
      farm_id uuid not null references farm,
      id uuid not null,
      place_id uuid,
      place_code text not null,
      title text not null,
      detail text not null,
      every_days integer not null check (every_days between 1 and 365),
      starts_on date not null,
      minutes integer not null check (minutes between 0 and 600),
      walk text not null,
      walk_order numeric not null,
      caution text,
      primary key (farm_id, id),
      foreign key (farm_id, place_id) references place
    );

    create table task_done (
      farm_id uuid not null references farm,
      task_key text not null,
      entry_key text not null,
      farm_day date not null,
      done_at timestamptz not null,
      person_id uuid not null,
      title text not null,
      note text check (length(note) <= 500),
      primary key (farm_id, task_key),
      foreign key (farm_id, person_id) references person
    );
    create index task_done_by_day on task_done (farm_id, farm_day);

    create table handover (
      farm_id uuid not null references farm,
      id uuid not null,
      words text not null check (length(words) between 1 and 500),
      written_at timestamptz not null,
      farm_day date not null,
      person_id uuid not null,
      primary key (farm_id, id),
      foreign key (farm_id, person_id) references person
    );

    create function event_refuse_change() returns trigger language plpgsql as $$
      begin raise exception 'Records are only added' using errcode = '23001', constraint = 'event_append_only'; end $$;
  `);
  for (const table of ['reading', 'sample', 'feeding', 'purge_check', 'task_done', 'handover', 'lot_origin']) {
    await db.raw(`create trigger ${table}_append_only before update or delete on ${table}
      for each row execute function event_refuse_change()`);
  }
}
