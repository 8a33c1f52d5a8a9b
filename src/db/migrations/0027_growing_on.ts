import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

export const name = '0027_growing_on';

const NEW_TABLES = [
  ['finding', 'select, insert'],
  ['culture', 'select, insert'],
  ['culture_entry', 'select, insert'],
  ['bed_rest', 'select, insert'],
] as const;

/** What their records count under. */
const TOPICS = { culture: 'keeping', culture_entry: 'keeping', bed_rest: 'places' } as const;

/**
 * What is done with plants between planting and clearing: care, scouting with its findings, beneficials released, beds that rest,
 * seedlings sold by the tray, and side cultures that take waste and give feed. A sowing can be taken back: its emptied lot gives its
 * code up, so that the same sowing can be sown again.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    grant update (code) on lot to ${APP_ROLE};

    alter table husbandry_event drop constraint husbandry_event_kind_known;
    alter table husbandry_event add constraint husbandry_event_kind_known check (kind in
      ('observe', 'treat', 'quarantine_extend', 'quarantine_clear', 'fallow', 'clean', 'loss_note',
       'came_up', 'spaced', 'cut', 'sign', 'care', 'release'));

    alter table movement drop constraint movement_reason_known;
    alter table movement add constraint movement_reason_known check (reason in
      ('opening', 'receive', 'stock', 'move', 'grade', 'merge', 'purge', 'dead', 'harvest', 'make', 'trim', 'feed', 'sow', 'transplant', 'lost',
       'pick', 'clear', 'release', 'allocate', 'deliver', 'waste', 'donate', 'reverse'));

    alter table product drop constraint product_unit_known;
    alter table product add constraint product_unit_known check (unit in ('kg', 'head', 'bunch', 'tray', 'fish'));

    alter table place drop constraint place_role_known;
    alter table place add constraint place_role_known check (
      case kind when 'store' then role in ('cold', 'aside', 'feed', 'seed', 'live', 'dry', 'chemicals') and role is not null
        when 'outside' then role in
          ('supplier', 'made', 'before', 'dead', 'packed', 'compost', 'eaten', 'sold', 'donated', 'regrouped', 'released') and role is not null
        else role is null end);
    insert into place (farm_id, id, code, name, kind, role, is_source, walk, walk_order)
      select farm_id, gen_random_uuid(), 'RELEASED', 'Released', 'outside', 'released', false, 'Everywhere', 99 from farm;

    create table finding (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null,
      farm_day date not null,
      seen_at timestamptz not null,
      place_id uuid not null,
      lot_id uuid,
      what text not null constraint finding_what check (length(what) between 1 and 40),
      how_bad integer not null constraint finding_how_bad check (how_bad between 0 and 3),
      words text constraint finding_words check (length(words) <= 500),
      photo bytea constraint finding_photo check (length(photo) <= 400000),
      look_again_on date,
      follows_id uuid,
      person_id uuid not null,
      withdrawn boolean not null default false,
      primary key (farm_id, id),
      constraint finding_entry_once unique (farm_id, entry_key),
      foreign key (farm_id, follows_id) references finding,
      foreign key (farm_id, place_id) references place,
      foreign key (farm_id, lot_id) references lot,
      foreign key (farm_id, person_id) references person
    );
    comment on table finding is 'What was seen on plants: where, how bad, when it is looked at again; each further look follows the first, 0: it is gone';
    create index finding_by_place on finding (farm_id, place_id, farm_day);

    create table culture (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null,
      code text not null constraint culture_code check (length(code) between 1 and 20),
      kind text not null constraint culture_kind check (length(kind) between 1 and 40),
      name text not null constraint culture_name check (length(name) between 1 and 80),
      area_m2 numeric constraint culture_area check (area_m2 > 0 and area_m2 <= 100000),
      began_on date not null,
      ended_on date,
      person_id uuid not null,
      primary key (farm_id, id),
      constraint culture_entry_once unique (farm_id, entry_key),
      constraint culture_code_once unique (farm_id, code),
      foreign key (farm_id, person_id) references person
    );
    create table culture_entry (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null,
      culture_id uuid not null,
      farm_day date not null,
      what text not null constraint culture_entry_what check (what in ('given', 'taken')),
      mass_g numeric not null constraint culture_entry_mass check (mass_g > 0 and mass_g <= 10000000),
      words text constraint culture_entry_words check (length(words) <= 300),
      person_id uuid not null,
      withdrawn boolean not null default false,
      primary key (farm_id, id),
      constraint culture_entry_key_once unique (farm_id, entry_key),
      foreign key (farm_id, culture_id) references culture,
      foreign key (farm_id, person_id) references person
    );
    comment on table culture_entry is 'What a side culture was given of waste, and what was taken out of it as feed, fresh weight';
    create index culture_entry_by_culture on culture_entry (farm_id, culture_id, farm_day);

    create table bed_rest (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null,
      place_id uuid not null,
      from_day date not null,
      until_day date not null,
      words text not null constraint bed_rest_words check (length(words) between 1 and 200),
      person_id uuid not null,
      withdrawn boolean not null default false,
      primary key (farm_id, id),
      constraint bed_rest_once unique (farm_id, entry_key, place_id),
      constraint bed_rest_in_order check (from_day <= until_day),
      foreign key (farm_id, place_id) references place,
      foreign key (farm_id, person_id) references person
    );
    comment on table bed_rest is 'Beds that nothing is planted into between two days: winter shut-down, repair, liming';
  `);
  for (const [table, grants] of NEW_TABLES) {
    await guardTable(db, table, grants);
    await db.raw(`
      alter table ${table} force row level security;
      create policy upkeep on ${table} to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on')`);
  }
  for (const [table, topic] of Object.entries(TOPICS))
    await db.raw(
      `create trigger ${table}_counts_insert after insert on ${table} referencing new table as changed for each statement execute function revision_count('${topic}');
       create trigger ${table}_counts_update after update on ${table} referencing new table as changed for each statement execute function revision_count('${topic}');`,
    );
  await db.raw(`
    grant update (ended_on) on culture to ${APP_ROLE};
    grant update (withdrawn) on finding, culture_entry, bed_rest to ${APP_ROLE};
  `);
}
