import type { Knex } from 'knex';

/**
 * Every day, count, mass, rate and text has a range in the database too: wide enough for real farms, narrow enough for
 * every calculation. A row from before that is outside stays as it is and can be mended; new ones are refused.
 */
export const name = '0017_ranges';

const DAYS = `between '2000-01-01' and '2100-12-31'`;
/** Table, column, what must hold. The words of the reasons are in core/quantity/ranges. */
const RANGES: [table: string, column: string, holds: string][] = [
  ...(
    [
      ['lot', 'began_on'],
      ['movement', 'farm_day'],
      ['plan_step', 'day'],
      ['plan_step', 'done_on'],
      ['reading', 'farm_day'],
      ['sample', 'farm_day'],
      ['purge_check', 'farm_day'],
      ['chore', 'starts_on'],
      ['task_done', 'farm_day'],
      ['task_done', 'job_day'],
      ['handover', 'farm_day'],
      ['sales_order', 'due_day'],
      ['order_event', 'farm_day'],
      ['loop_temperature', 'from_day'],
      ['husbandry_event', 'farm_day'],
      ['husbandry_event', 'until_day'],
      ['purge_batch', 'feed_stopped_on'],
      ['purge_batch', 'closed_on'],
    ] as const
  ).map(([table, column]): [string, string, string] => [table, column, `${column} ${DAYS}`]),
  ['lot', 'start_mean_g', 'start_mean_g <= 50000'],
  ['lot', 'code', `length(code) between 1 and 60`],
  ['lot', 'supplier', 'length(supplier) <= 200'],
  ['lot', 'note', 'length(note) <= 500'],
  ['lot', 'cost_minor', 'cost_minor <= 100000000000'],
  ['movement', 'count', 'count <= 100000000'],
  ['movement', 'mass_g', 'mass_g <= 1000000000'],
  ['plan_step', 'count', 'count <= 10000000'],
  ['plan_step', 'lot_code', 'length(lot_code) between 1 and 60'],
  ['plan_step', 'detail', 'length(detail::text) <= 400'],
  ['sample', 'mean_g', 'mean_g <= 50000'],
  ['sample', 'weights_g', '0 < all (weights_g) and 50000 >= all (weights_g)'],
  ['sample', 'lengths_cm', '0 < all (lengths_cm) and 300 >= all (lengths_cm)'],
  ['feeding', 'withheld_g', 'withheld_g <= 1000000'],
  ['feeding', 'farm_grown_g', 'farm_grown_g <= 1000000'],
  ['purge_check', 'litres', 'litres <= 1000000'],
  ['purge_check', 'salt_g', 'salt_g <= 1000000'],
  ['task_done', 'title', 'length(title) between 1 and 200'],
  ['sales_order', 'code', 'length(code) between 1 and 30'],
  ['order_line', 'quantity', 'quantity <= 10000000'],
  ['order_line', 'price_minor', 'price_minor <= 1000000000'],
  ['product', 'name', 'length(name) between 1 and 80'],
  ['product', 'price_minor', 'price_minor <= 1000000000'],
  ['product', 'live_to_cm', 'live_to_cm <= 300'],
  ['fish_rule', 'feed_minor_per_kg', 'feed_minor_per_kg <= 100000000'],
  ['fish_rule', 'fingerling_minor', 'fingerling_minor <= 100000000'],
  ['fish_rule', 'ration_table', `jsonb_typeof(ration_table) = 'array' and jsonb_array_length(ration_table) <= 60`],
  ['fish_rule', 'feeder_times', 'coalesce(array_length(feeder_times, 1), 0) <= 24'],
  ['place', 'volume_l', 'volume_l <= 10000000'],
  ['place', 'density_limit_kg_m3', 'density_limit_kg_m3 <= 500'],
  ['place', 'positions', 'positions <= 1000000'],
  ['place', 'area_m2', 'area_m2 <= 1000000'],
  ['place', 'piece_size', 'piece_size <= 100000'],
  ['loop', 'band_high_g_m2', 'band_high_g_m2 <= 10000'],
  ['loop', 'planned_water_temp_c', '0 <= all (planned_water_temp_c) and 40 >= all (planned_water_temp_c)'],
  ['loop', 'planned_air_temp_c', '-60 <= all (planned_air_temp_c) and 60 >= all (planned_air_temp_c)'],
  ['loop', 'planned_light_mol', '0 <= all (planned_light_mol) and 120 >= all (planned_light_mol)'],
  ['draft', 'changes', 'length(changes::text) <= 4000000'],
  ['draft', 'base', 'length(base::text) <= 1000000'],
  ['customer', 'name', 'length(name) between 1 and 120'],
  ['person', 'name', 'length(name) between 1 and 120'],
  ['person', 'sign_in_name', 'length(sign_in_name) between 1 and 120'],
  ['person', 'settings', 'length(settings::text) <= 4000'],
  ['species', 'params', `species_possible(params)`],
  ['crop', 'params', `crop_possible(params)`],
];

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create function json_within(params jsonb, key text, low numeric, high numeric) returns boolean language sql immutable as
      $$ select case when params -> key is null then true when jsonb_typeof(params -> key) <> 'number' then false else (params ->> key)::numeric between low and high end $$;
    create function species_possible(p jsonb) returns boolean language sql immutable as
      $$ select jsonb_typeof(p) = 'object' and json_within(p, 'tempMinC', -2, 45) and json_within(p, 'tempOptC', -2, 45) and json_within(p, 'tempMaxC', -2, 50)
        and json_within(p, 'growthG13PerDay', 0, 0.2) and json_within(p, 'sizeCv', 0, 0.8) and json_within(p, 'lengthWeightA', 0.00001, 1) and json_within(p, 'lengthWeightB', 2, 4)
        and json_within(p, 'proteinFraction', 0.1, 0.7) and json_within(p, 'densityMaxKgM3', 0.1, 500) and json_within(p, 'doMinMgL', 0, 20) and json_within(p, 'doCriticalMgL', 0, 20)
        and json_within(p, 'respirationMgKgH', 0, 5000) and json_within(p, 'ammoniaMaxMgL', 0, 5) and json_within(p, 'purgeDays', 0, 30) $$;
    create function crop_possible(p jsonb) returns boolean language sql immutable as
      $$ select jsonb_typeof(p) = 'object' and json_within(p, 'nurseryDays', 0, 400) and json_within(p, 'finalDays', 0, 400) and json_within(p, 'regrowDays', 0, 400)
        and json_within(p, 'cutsMax', 1, 60) and json_within(p, 'yieldG', 0, 100000) and json_within(p, 'windowDays', 0, 365) $$;
    create function mend_loop(wanted uuid, even numeric[]) returns integer language plpgsql security definer set search_path = public, pg_temp as $$
      declare mended integer;
      begin
        update loop set life_support = '{"aerators": [], "media": [], "energy": null}', version = version + 1,
          planned_water_temp_c = case when 0 <= all (planned_water_temp_c) and 40 >= all (planned_water_temp_c) then planned_water_temp_c else even end,
          planned_air_temp_c = case when -60 <= all (planned_air_temp_c) and 60 >= all (planned_air_temp_c) then planned_air_temp_c else even end,
          planned_light_mol = case when 0 <= all (planned_light_mol) and 120 >= all (planned_light_mol) then planned_light_mol else even end
        where id = wanted and farm_id = nullif(current_setting('app.farm_id', true), '')::uuid;
        get diagnostics mended = row_count;
        return mended;
      end $$;
    revoke execute on function mend_loop from public;
    grant update on crop to crop_cycle_app;
    grant execute on function mend_loop, json_within, species_possible, crop_possible to crop_cycle_app;
  `);
  for (const [table, column, holds] of RANGES) {
    const constraint = `${table}_${column}_range`;
    await db.raw(`alter table ${table} add constraint ${constraint} check (${holds}) not valid`);
    await db.raw(`do $$ begin alter table ${table} validate constraint ${constraint}; exception when check_violation then
      raise notice '${table}.${column} holds a value out of its range; it is shown as broken and can be mended'; end $$`);
  }
}
