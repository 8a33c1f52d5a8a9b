import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

export const name = '0025_plantings';

/** What is seen and done with plantings between sowing and clearing: what came up, spacings, cuts, signs and losses. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table husbandry_event drop constraint husbandry_event_kind_known;
    alter table husbandry_event add constraint husbandry_event_kind_known check (kind in
      ('observe', 'treat', 'quarantine_extend', 'quarantine_clear', 'fallow', 'clean', 'loss_note',
       'came_up', 'spaced', 'cut', 'sign'));
    alter table husbandry_event
      add column count bigint constraint husbandry_event_count check (count >= 0),
      add column detail jsonb constraint husbandry_event_detail check (length(detail::text) <= 1000);
    comment on column husbandry_event.count is 'Plantings: plants that came up, that stand at the spacing, or the number of the cut';
    comment on column husbandry_event.detail is 'Plantings, spaced: the stage in the bed, since when, and the cuts it had before';
    alter table farm add column plants_followed_on date;
    comment on column farm.plants_followed_on is 'The day on which picks were last set to the days the plants will be ripe';
    grant update (plants_followed_on) on farm to ${APP_ROLE};

    create function farms_to_follow(at timestamptz) returns table (farm_id uuid, farm_day date)
      language sql stable security definer set search_path = public, pg_temp set app.upkeep = 'on' as $$
        select f.farm_id, (at at time zone f.time_zone)::date from farm f
        where f.described is null and (f.plants_followed_on is null or f.plants_followed_on < (at at time zone f.time_zone)::date)
      $$;
    revoke execute on function farms_to_follow from public;
    grant execute on function farms_to_follow to ${APP_ROLE};
  `);
}
