import type { Knex } from 'knex';

/**
 * More is sometimes counted than the books have: plants that were missed, or a move that was written down too small. The difference
 * comes from “Counted otherwise”, so that nothing is made out of nothing and each such difference can be found.
 */
export const name = '0036_counted';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table movement drop constraint movement_reason_known;
    alter table movement add constraint movement_reason_known check (reason in
      ('opening', 'receive', 'stock', 'move', 'grade', 'merge', 'purge', 'dead', 'harvest', 'make', 'trim', 'feed', 'sow', 'transplant', 'lost',
       'pick', 'clear', 'count', 'release', 'allocate', 'deliver', 'waste', 'donate', 'reverse'));
    alter table place drop constraint place_role_known;
    alter table place add constraint place_role_known check (
      case kind when 'store' then role in ('cold', 'aside', 'feed', 'seed', 'live', 'dry', 'chemicals') and role is not null
        when 'outside' then role in
          ('supplier', 'made', 'before', 'dead', 'packed', 'compost', 'eaten', 'sold', 'donated', 'regrouped', 'released', 'counted') and role is not null
        else role is null end);
    insert into place (farm_id, id, code, name, kind, role, is_source, walk, walk_order)
      select farm_id, gen_random_uuid(), 'COUNTED', 'Counted otherwise', 'outside', 'counted', true, 'Everywhere', 99 from farm;
  `);
}
