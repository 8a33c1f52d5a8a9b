import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

/** What a fish manager notes and decides: rules of feeding, planned temperatures, treatments, quarantine, graded lots. */
export const name = '0007_fish_keeping';

const NEW_TABLES = ['fish_rule', 'loop_temperature', 'husbandry_event'];

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table place drop constraint place_kind_known;
    alter table place add constraint place_kind_known
      check (kind in ('tank', 'purge', 'quarantine', 'sump', 'bed', 'nursery', 'store', 'outside'));
    alter table loop add column life_support jsonb not null default '{"aerators": [], "media": [], "energy": null}';
    alter table species add column version integer not null default 1;

    alter table lot add column start_cv numeric check (start_cv between 0 and 1);
    alter table lot add column start_pace numeric check (start_pace between 0.2 and 2.5);
    alter table lot add column cost_minor bigint check (cost_minor >= 0);
    alter table lot add column permit text check (length(permit) <= 200);
    comment on column lot.start_cv is 'Spread of sizes at the start of a graded or merged lot; null: as its species';
    comment on column lot.start_pace is 'Growth multiplier of the lots it was made from';
    comment on column lot.cost_minor is 'What was paid for the whole lot, minor units';

    alter table movement drop constraint movement_reason_known;
    alter table movement add constraint movement_reason_known check (reason in
      ('receive', 'stock', 'move', 'grade', 'merge', 'purge', 'dead', 'harvest', 'make', 'trim', 'feed', 'sow', 'transplant', 'lost',
       'pick', 'clear', 'allocate', 'deliver', 'waste', 'donate', 'reverse'));

    alter table plan_step add column note text check (length(note) <= 300);
    alter table feeding add column farm_grown_g numeric not null default 0 check (farm_grown_g >= 0);
    alter table feeding add column withheld_g numeric not null default 0 check (withheld_g >= 0);
    alter table sample add column lengths_cm numeric[] check (array_length(lengths_cm, 1) <= 500);
    alter table sample add column fish_count integer check (fish_count between 1 and 100000);
    comment on column sample.fish_count is 'Bulk weighing: how many fish the one weight stands for';

    create table fish_rule (
      farm_id uuid not null references farm,
      species_code text not null,
      ration text not null default 'growth' check (ration in ('growth', 'table')),
      ration_table jsonb not null default '[]',
      feeder_times text[] not null default '{}',
      farm_grown_share numeric not null default 0 check (farm_grown_share between 0 and 0.5),
      feed_minor_per_kg integer not null default 200 check (feed_minor_per_kg >= 0),
      fingerling_minor integer not null default 60 check (fingerling_minor >= 0),
      lead_days integer not null default 7 check (lead_days between 0 and 120),
      quarantine_days integer not null default 14 check (quarantine_days between 0 and 90),
      version integer not null default 1,
      primary key (farm_id, species_code),
      foreign key (farm_id, species_code) references species
    );
    comment on column fish_rule.fingerling_minor is 'Price of one fingerling, minor units: for plans';

    create table loop_temperature (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null,
      loop_id uuid not null,
      from_day date not null,
      temp_c numeric check (temp_c between 0 and 40),
      person_id uuid,
      recorded_at timestamptz not null default now(),
      primary key (farm_id, id),
      constraint loop_temperature_entry_key_once unique (farm_id, entry_key),
      foreign key (farm_id, loop_id) references loop,
      foreign key (farm_id, person_id) references person
    );
    comment on table loop_temperature is 'Planned water temperature from a day on; null: back to the months of the loop. The newest entry for a day counts';
    create index loop_temperature_by_loop on loop_temperature (farm_id, loop_id, from_day);

    create table husbandry_event (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null,
      kind text not null constraint husbandry_event_kind_known check (kind in
        ('observe', 'treat', 'quarantine_extend', 'quarantine_clear', 'fallow', 'clean', 'loss_note')),
      lot_id uuid,
      place_id uuid,
      words text not null check (length(words) between 1 and 500),
      state text check (state in ('well', 'off', 'ill')),
      until_day date,
      farm_day date not null,
      recorded_at timestamptz not null,
      person_id uuid,
      corrects_id uuid,
      primary key (farm_id, id),
      constraint husbandry_event_entry_key_once unique (farm_id, entry_key),
      unique (farm_id, corrects_id),
      foreign key (farm_id, lot_id) references lot,
      foreign key (farm_id, place_id) references place,
      foreign key (farm_id, person_id) references person,
      check (kind <> 'treat' or (lot_id is not null and until_day is not null)),
      check (kind not in ('quarantine_extend', 'fallow') or until_day is not null),
      check (kind not in ('quarantine_extend', 'quarantine_clear', 'observe') or lot_id is not null),
      check (lot_id is not null or place_id is not null)
    );
    comment on column husbandry_event.until_day is 'Treatment: last day of the withdrawal period. Quarantine and fallow: last day of it';
    create index husbandry_event_by_lot on husbandry_event (farm_id, lot_id, farm_day);
    create index husbandry_event_by_place on husbandry_event (farm_id, place_id, farm_day);
    create trigger husbandry_event_append_only before update or delete on husbandry_event
      for each row execute function event_refuse_change();
    create trigger loop_temperature_append_only before update or delete on loop_temperature
      for each row execute function event_refuse_change();

    insert into place (farm_id, id, code, name, kind, is_source, walk, walk_order)
      select farm_id, gen_random_uuid(), 'REGROUPED', 'Regrouped into other lots', 'outside', false, 'Everywhere', 99 from farm
      on conflict do nothing;
    insert into fish_rule (farm_id, species_code) select farm_id, code from species on conflict do nothing;
  `);
  for (const table of NEW_TABLES) {
    await db.raw(`
      alter table ${table} enable row level security;
      create policy own_farm on ${table} using (farm_id = nullif(current_setting('app.farm_id', true), '')::uuid)
        with check (farm_id = nullif(current_setting('app.farm_id', true), '')::uuid);
      grant select, insert on ${table} to ${APP_ROLE};
    `);
  }
  await db.raw(`
    grant update on fish_rule to ${APP_ROLE};
    grant insert, update on species to ${APP_ROLE};
    grant insert on product to ${APP_ROLE};
  `);
}
