import type { Knex } from 'knex';

/** Fish that are regrouped take their share of the cost so far with them. For regroupings from before it is reckoned by number of fish. */
export const name = '0019_cost_goes_along';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table lot_origin add column share numeric constraint lot_origin_share_part check (share between 0 and 1);
    comment on column lot_origin.share is 'Cohorts: the share of what the lot had cost so far that went with the fish, by weight of all it had raised; null for goods and plantings';
    alter table lot_origin disable trigger lot_origin_append_only;
    update lot_origin o set share = least(1, went.count::numeric / nullif(went.count + (
        select coalesce(sum(case when t.kind <> 'outside' then m.count else 0 end - case when f.kind <> 'outside' then m.count else 0 end), 0)
        from movement m join place f on f.farm_id = m.farm_id and f.id = m.from_place_id join place t on t.farm_id = m.farm_id and t.id = m.to_place_id
        where m.farm_id = o.farm_id and m.lot_id = o.from_lot_id and m.recorded_at <= went.recorded_at), 0))
      from lot l, movement went
      where l.farm_id = o.farm_id and l.id = o.lot_id and l.kind = 'cohort' and went.farm_id = o.farm_id and went.lot_id = o.from_lot_id
        and went.reason in ('grade', 'merge') and went.note = 'into ' || l.code;
    alter table lot_origin enable trigger lot_origin_append_only;
  `);
}
