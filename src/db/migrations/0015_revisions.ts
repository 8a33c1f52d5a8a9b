import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardList, guardTable } from './farmTable';

/**
 * A revision by farm and topic, counted by trigger in the transaction that writes: who has read a topic at a revision need
 * not read it again until the count moves. Kinds of lots and readings become lists. Daily means of readings are kept.
 */
export const name = '0015_revisions';

/** Which topic a table counts under; lots and movements go by the kind of lot. */
const TOPICS: Record<string, string> = {
  farm: 'farm',
  person: 'people',
  loop: 'places',
  place: 'places',
  loop_temperature: 'places',
  species: 'library',
  crop: 'library',
  product: 'library',
  fish_rule: 'library',
  customer: 'customers',
  sales_order: 'market',
  order_line: 'market',
  order_event: 'market',
  sample: 'fish',
  husbandry_event: 'keeping',
  feeding: 'feed',
  purge_check: 'purge',
  purge_batch: 'purge',
  plan_step: 'plan',
  draft: 'draft',
  reading: 'water',
  task_done: 'tasks',
  chore: 'tasks',
  handover: 'handover',
};

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table lot_kind (kind text primary key, topic text not null);
    insert into lot_kind values ('cohort', 'fish'), ('planting', 'plants'), ('packed_fish', 'market'), ('packed_produce', 'market'), ('live_fish', 'market'), ('feed', 'feed'), ('seed', 'plants');
    alter table lot drop constraint lot_kind_known;
    alter table lot add constraint lot_kind_known foreign key (kind) references lot_kind;

    create table reading_kind (kind text primary key, low numeric not null, high numeric not null, check (low < high));
    comment on table reading_kind is 'Kinds of readings and what their instruments can show; written at start from the registry in code';
    insert into reading_kind values ('t', -2, 45), ('ph', 3, 11), ('do', 0, 25), ('tan', 0, 50), ('no2', 0, 50), ('no3', 0, 1000);
    alter table reading drop constraint reading_kind_known;
    alter table reading drop constraint reading_value_possible;
    alter table reading add constraint reading_kind_known foreign key (kind) references reading_kind;

    create table revision (
      farm_id uuid not null references farm,
      topic text not null,
      n bigint not null default 1,
      primary key (farm_id, topic)
    );
    create function revision_count() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
      begin
        insert into revision as r (farm_id, topic) select distinct farm_id, tg_argv[0] from changed order by 1
          on conflict (farm_id, topic) do update set n = r.n + 1;
        return null;
      end $$;
    create function revision_count_lots() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
      begin
        insert into revision as r (farm_id, topic)
          select distinct c.farm_id, k.topic from changed c join lot l on l.farm_id = c.farm_id and l.id = c.lot_id join lot_kind k on k.kind = l.kind
          -- What is made of a lot says something of that lot too: a cut is known by what was packed.
          union select c.farm_id, k.topic from changed c join lot_origin o on o.farm_id = c.farm_id and o.lot_id = c.lot_id
            join lot l on l.farm_id = o.farm_id and l.id = o.from_lot_id join lot_kind k on k.kind = l.kind where c.reason in ('make', 'reverse')
          order by 1, 2
          on conflict (farm_id, topic) do update set n = r.n + 1;
        return null;
      end $$;
    create function revision_count_kinds() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
      begin
        insert into revision as r (farm_id, topic)
          select distinct c.farm_id, k.topic from changed c join lot_kind k on k.kind = c.kind order by 1, 2
          on conflict (farm_id, topic) do update set n = r.n + 1;
        return null;
      end $$;

    create table reading_day (
      farm_id uuid not null references farm,
      loop_id uuid not null,
      kind text not null references reading_kind,
      farm_day date not null,
      mean numeric not null,
      low numeric not null,
      high numeric not null,
      n integer not null,
      primary key (farm_id, loop_id, kind, farm_day),
      foreign key (farm_id, loop_id) references loop
    );
    comment on table reading_day is 'What the readings of a day came to, rolled up in the background; a late or withdrawn reading lets its day go, and the next roll-up makes it anew';
    create function reading_comes() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
      declare range record; about date := new.farm_day; today date := nullif(current_setting('app.farm_day', true), '')::date;
      begin
        select low, high into range from reading_kind where kind = new.kind;
        if not (new.value >= range.low and new.value <= range.high) then
          raise exception '% is no reading of %', new.value, new.kind using errcode = '23514', constraint = 'reading_value_possible';
        end if;
        if new.corrects_id is not null then
          select least(about, farm_day) into about from reading where farm_id = new.farm_id and id = new.corrects_id;
        end if;
        delete from reading_day where farm_id = new.farm_id and loop_id = new.loop_id and kind = new.kind and farm_day >= about and farm_day <= new.farm_day;
        -- What a past day was like changes how growth is judged; today's readings do not until the day is over.
        if today is null or about < today then
          insert into revision as r (farm_id, topic) values (new.farm_id, 'climate') on conflict (farm_id, topic) do update set n = r.n + 1;
        end if;
        return new;
      end $$;
    create trigger reading_comes before insert on reading for each row execute function reading_comes();
    create function roll_up_readings(until date, most integer) returns integer language plpgsql security definer set search_path = public, pg_temp set app.upkeep = 'on' as $$
      declare made integer;
      begin
        insert into reading_day (farm_id, loop_id, kind, farm_day, mean, low, high, n)
          select r.farm_id, r.loop_id, r.kind, r.farm_day, avg(r.value), min(r.value), max(r.value), count(*)
          from (select distinct x.farm_id, x.loop_id, x.kind, x.farm_day from reading x where x.farm_day < until and not x.withdrawn
                and not exists (select from reading c where c.farm_id = x.farm_id and c.corrects_id = x.id)
                and not exists (select from reading_day d where d.farm_id = x.farm_id and d.loop_id = x.loop_id and d.kind = x.kind and d.farm_day = x.farm_day) limit most) w
          join reading r on r.farm_id = w.farm_id and r.loop_id = w.loop_id and r.kind = w.kind and r.farm_day = w.farm_day
          where not r.withdrawn and not exists (select from reading c where c.farm_id = r.farm_id and c.corrects_id = r.id)
          group by 1, 2, 3, 4 on conflict do nothing;
        get diagnostics made = row_count;
        return made;
      end $$;
    revoke execute on function roll_up_readings from public;
    grant execute on function roll_up_readings to ${APP_ROLE};

    create index movement_from_place on movement (farm_id, from_place_id, farm_day);
    create index movement_to_place on movement (farm_id, to_place_id, farm_day);
    create index feeding_by_place on feeding (farm_id, place_id);
    create index lot_by_kind on lot (farm_id, kind, began_on);
  `);
  const triggers = (table: string, fn: string) =>
    db.raw(
      `create trigger ${table}_counts_insert after insert on ${table} referencing new table as changed for each statement execute function ${fn};
       create trigger ${table}_counts_update after update on ${table} referencing new table as changed for each statement execute function ${fn};
       create trigger ${table}_counts_delete after delete on ${table} referencing old table as changed for each statement execute function ${fn};`,
    );
  for (const [table, topic] of Object.entries(TOPICS)) await triggers(table, `revision_count('${topic}')`);
  await triggers('movement', 'revision_count_lots()');
  await triggers('lot', 'revision_count_kinds()');
  await guardList(db, 'lot_kind');
  await guardList(db, 'reading_kind');
  await guardTable(db, 'revision', 'select');
  await guardTable(db, 'reading_day', 'select');
}
