import type { Knex } from 'knex';

/**
 * A planned temperature is one row with its two ends and can be taken back: so what holds after it is always what is
 * planned besides, also when something else is planned or taken back later. Settings from before end where the next began.
 */
export const name = '0018_planned_water';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table loop_temperature add column until_day date, add column corrects_id uuid, add column n bigint generated always as identity;
    alter table loop_temperature disable trigger loop_temperature_append_only;
    update loop_temperature t set until_day = (select min(n.from_day) from loop_temperature n where n.farm_id = t.farm_id and n.loop_id = t.loop_id and n.from_day > t.from_day);
    alter table loop_temperature enable trigger loop_temperature_append_only;
    alter table loop_temperature
      add constraint loop_temperature_corrected_once unique (farm_id, corrects_id),
      add foreign key (farm_id, corrects_id) references loop_temperature,
      add constraint loop_temperature_ends_after check (until_day > from_day and until_day <= '2100-12-31');
    comment on table loop_temperature is 'Planned water temperature of a loop from a day until another (null: until something else is planned); null °C: by the months of the loop. Where two overlap, the newest holds';
    comment on column loop_temperature.corrects_id is 'The setting that this row takes back';
  `);
}
