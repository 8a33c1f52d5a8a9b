import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

export const name = '0023_papers_and_prices';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;

/** Permits, rules and contacts of the farm; prices by list and day; chores that change; links to calendars. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table paper (
      farm_id uuid not null references farm,
      id uuid not null,
      kind text not null constraint paper_kind check (kind in ('permit', 'rule', 'contact')),
      title text not null constraint paper_title check (length(title) between 1 and 200),
      words text constraint paper_words check (length(words) <= 4000),
      phone text constraint paper_phone check (length(phone) <= 60),
      ends_on date,
      warn_days integer not null default 60 constraint paper_warn check (warn_days between 0 and 730),
      retired_on date,
      version integer not null default 1,
      primary key (farm_id, id)
    );
    comment on table paper is 'What the farm goes by: permits with their ends, its own written rules, whom to call';

    create table price (
      farm_id uuid not null references farm,
      id uuid not null,
      product_code text not null,
      list text not null constraint price_list check (length(list) between 1 and 60),
      from_day date not null,
      price_minor integer not null constraint price_minor check (price_minor between 0 and 100000000),
      retired_on date,
      version integer not null default 1,
      primary key (farm_id, id),
      foreign key (farm_id, product_code) references product
    );
    create unique index price_once on price (farm_id, product_code, list, from_day) where retired_on is null;
    comment on table price is 'What a product costs on a list from a day on; without one its usual price holds';
    alter table customer add column price_list text constraint customer_price_list check (length(price_list) between 1 and 60);

    alter table product add column form text constraint product_form check (form in ('live', 'whole', 'gutted', 'fillet', 'head', 'bunch', 'leaves', 'mix', 'seedling', 'fruit'));
    alter table product add column pack_size numeric constraint product_pack check (pack_size > 0 and pack_size <= 1000000);
    alter table product add column least_left_days integer not null default 0 constraint product_least_left check (least_left_days between 0 and 365);
    grant update (form, pack_size, least_left_days) on product to ${APP_ROLE};
    comment on column product.pack_size is 'g of what is weighed, pieces of what is counted; null: loose';
    comment on column product.least_left_days is 'Of its shelf life, what a customer must still have';

    alter table crop add column version integer not null default 1;
    grant update on crop to ${APP_ROLE};
    grant update (name, band_low_g_m2, band_high_g_m2) on loop to ${APP_ROLE};
    grant update (entry_back_days) on farm to ${APP_ROLE};

    alter table chore add column version integer not null default 1;
    alter table chore add column retired_on date;

    create table calendar_link (
      farm_id uuid not null references farm,
      id uuid not null,
      person_id uuid not null,
      what text not null constraint calendar_link_what check (what in ('season', 'jobs', 'deliveries')),
      token_hash bytea not null constraint calendar_link_token check (length(token_hash) = 32),
      made_at timestamptz not null,
      ended_at timestamptz,
      primary key (farm_id, id),
      foreign key (farm_id, person_id) references person
    );
    create unique index calendar_link_once on calendar_link (farm_id, token_hash);
    create index calendar_link_by_token on calendar_link (token_hash);
    comment on table calendar_link is 'A private address that a calendar reads; who holds it reads, until it is ended';

    create function calendar_of(token bytea) returns table (farm_id uuid, person_id uuid, what text, farm_name text, time_zone text, locale text)
      language sql stable ${AS_OWNER} as
      $$ select l.farm_id, l.person_id, l.what, f.name, f.time_zone, (f.habits || p.settings) ->> 'locale'
           from calendar_link l join person p on p.farm_id = l.farm_id and p.id = l.person_id join farm f on f.farm_id = l.farm_id
          where l.token_hash = token and l.ended_at is null and p.ended_on is null order by l.made_at limit 1 $$;
    revoke execute on function calendar_of from public;
    grant execute on function calendar_of to ${APP_ROLE};
  `);
  await guardTable(db, 'paper', 'select, insert, update');
  await guardTable(db, 'price', 'select, insert, update');
  await guardTable(db, 'calendar_link', 'select, insert, update');
  for (const table of ['paper', 'price'])
    await db.raw(
      `create trigger ${table}_keeps_changes after insert or update on ${table} for each row execute function set_up_keep_change()`,
    );
  for (const table of ['paper', 'price', 'calendar_link'])
    await db.raw(`
      alter table ${table} force row level security;
      create policy upkeep on ${table} to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on')`);
}
