import type { Knex } from 'knex';

/** Several farms on one installation: codes are made, listed and made void by whoever runs it; once a real farm is there, no demo password is shown. Parts know behind what they stand on the water's way. */
export const name = '0040_codes';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table first_farm_code
      add column begins text constraint first_farm_code_begins check (length(begins) = 2),
      add column by_start boolean not null default false;
    comment on column first_farm_code.begins is 'Its first letters, by which it is known in the list; the code itself is never kept';
    comment on column first_farm_code.by_start is 'Printed at start, until there is a farm of one’s own';
    comment on table first_farm_code is 'Who holds one may begin a farm of their own on this installation, once';
    alter table place add column behind text constraint place_behind check (length(behind) between 1 and 80);
    comment on column place.behind is 'The part that the water comes from before it, as it was said';
    alter table equipment add column behind text constraint equipment_behind check (length(behind) between 1 and 80);
    comment on column equipment.behind is 'The part that the water comes from before it, as it was said';
    create or replace function demo_sign_ins() returns table (name text, role text, sign_in_name text, demo_password text)
      language sql stable security definer set search_path = public, pg_temp set app.upkeep = 'on' as
      $$ select p.name, p.role, p.sign_in_name, p.demo_password from person p join farm f on f.farm_id = p.farm_id
         where f.is_demo and p.demo_password is not null and not exists (select from farm own where not own.is_demo)
         order by array_position(array['manager','office','hand'], p.role), p.name $$;
  `);
}
