import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

/**
 * Fish that are sold alive by size grade. Row security asks for the farm once a query instead of once a row, and what is
 * looked up by what it corrects has an index. Managers may change a loop's aerators and filters.
 */
export const name = '0008_live_sale_and_speed';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    do $$ declare t text; begin
      for t in select tablename from pg_policies where policyname = 'own_farm' and schemaname = 'public' loop
        execute format('alter policy own_farm on %I using (farm_id = (select nullif(current_setting(''app.farm_id'', true), '''')::uuid))
          with check (farm_id = (select nullif(current_setting(''app.farm_id'', true), '''')::uuid))', t);
      end loop;
    end $$;
    create index reading_corrects on reading (farm_id, corrects_id) where corrects_id is not null;
    create index sample_corrects on sample (farm_id, corrects_id) where corrects_id is not null;
    create index plan_step_feed_stop on plan_step (farm_id, group_id) where kind = 'feed_stop' and state = 'done';
    create index plan_step_harvest_open on plan_step (farm_id, group_id) where kind = 'harvest' and state <> 'dropped';

    alter table lot drop constraint lot_kind_known;
    alter table lot add constraint lot_kind_known
      check (kind in ('cohort', 'planting', 'packed_fish', 'packed_produce', 'live_fish', 'feed', 'seed'));
    alter table product drop constraint product_unit_check;
    alter table product add constraint product_unit_known check (unit in ('kg', 'head', 'bunch', 'fish'));
    alter table product add column live_from_cm numeric check (live_from_cm >= 0);
    alter table product add column live_to_cm numeric;
    alter table product add constraint product_live_grade check ((live_from_cm is null) = (live_to_cm is null) and live_to_cm > live_from_cm
      and (unit = 'fish') = (live_from_cm is not null) and (unit <> 'fish' or species_code is not null));
    comment on column product.live_from_cm is 'Sold alive, not for food: total length from which a fish is of this grade, cm';
    alter table loop add column version integer not null default 1;
    grant update (life_support, version) on loop to ${APP_ROLE};
    insert into place (farm_id, id, code, name, kind, is_source, walk, walk_order)
      select farm_id, gen_random_uuid(), 'LIVE', 'Live holding', 'store', false, 'Pack room', 90 from farm
      on conflict do nothing;
  `);
}
