import type { Knex } from 'knex';
import { guardList, guardTable } from './farmTable';

/**
 * A step of the plan says by name what it carries beyond its count (it was one number with five meanings), every change of
 * a step is kept, and what a purge batch must meet is fixed when its feed stops.
 */
export const name = '0012_typed_plan';

const DETAIL_NAMES: Record<string, string> = {
  stock: 'meanG',
  move: 'overG',
  harvest: 'gradeCm',
  exchange: 'litres',
  pick: 'cut',
};

interface OldStep {
  kind: string;
  amount?: number | null;
}
type OldChange = { change: string; steps?: OldStep[] };

function typed({ amount, ...step }: OldStep) {
  const key = DETAIL_NAMES[step.kind];
  return { ...step, detail: amount === null || amount === undefined || !key ? {} : { [key]: amount } };
}

/** Batches whose feed has stopped, from the steps of their group. */
export const BATCHES_FROM_STEPS = `
  insert into purge_batch (farm_id, id, lot_id, from_place_id, purge_place_id, method, fasting_days, exchanges, taste, feed_stopped_on, closed_on)
  select f.farm_id, f.group_id, l.id, f.from_place_id, p.to_place_id,
    case when p.id is null then 'in_place' when q.salt_g_l > 0 then 'salted' else 'separate' end,
    least(60, greatest(1, h.day - coalesce(p.day, f.day))),
    (select count(*) from plan_step x where x.farm_id = f.farm_id and x.group_id = f.group_id and x.kind = 'exchange' and x.state <> 'dropped'),
    true, f.done_on, case when h.state = 'done' then h.done_on end
  from plan_step f
  join lot l on l.farm_id = f.farm_id and l.code = f.lot_code
  join lateral (select * from plan_step h where h.farm_id = f.farm_id and h.group_id = f.group_id and h.kind = 'harvest' order by h.state = 'dropped', h.day desc limit 1) h on true
  left join lateral (select * from plan_step p where p.farm_id = f.farm_id and p.group_id = f.group_id and p.kind = 'purge' and p.state <> 'dropped' limit 1) p on true
  left join place q on q.farm_id = p.farm_id and q.id = p.to_place_id
  where f.kind = 'feed_stop' and f.state = 'done'
  on conflict do nothing`;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table step_kind (kind text primary key);
    comment on table step_kind is 'Kinds of plan steps the running code knows; written at start from its registry, never taken out';
    insert into step_kind values ('stock'), ('move'), ('feed_stop'), ('purge'), ('exchange'), ('taste'), ('harvest'), ('sow'), ('transplant'), ('pick'), ('clear');
    alter table plan_step drop constraint plan_step_kind_known;
    alter table plan_step add constraint plan_step_kind_known foreign key (kind) references step_kind;
    alter table plan_step add column detail jsonb not null default '{}' constraint plan_step_detail check (jsonb_typeof(detail) = 'object');
    update plan_step set detail = case kind when 'stock' then jsonb_build_object('meanG', amount) when 'move' then jsonb_build_object('overG', amount)
      when 'harvest' then jsonb_build_object('gradeCm', amount) when 'exchange' then jsonb_build_object('litres', amount)
      when 'pick' then jsonb_build_object('cut', amount) else '{}' end where amount is not null;
    alter table plan_step drop column amount;
    comment on column plan_step.detail is 'What this kind of step carries beyond its count, by name; src/core/plan/steps says which';

    create table plan_event (
      farm_id uuid not null references farm,
      id bigint generated always as identity,
      step_id uuid not null,
      was jsonb not null,
      became jsonb not null,
      person_id uuid,
      entry_key uuid,
      at timestamptz not null,
      primary key (farm_id, id),
      foreign key (farm_id, step_id) references plan_step,
      foreign key (farm_id, person_id) references person
    );
    comment on table plan_event is 'Who changed a step from what to what; written by trigger';
    create index plan_event_of_step on plan_event (farm_id, step_id);
    create function plan_step_keep_change() returns trigger language plpgsql as $$
      declare fields text[] := array['day', 'count', 'from_place_id', 'to_place_id', 'lot_code', 'detail', 'state', 'done_on', 'note'];
        was jsonb; became jsonb;
      begin
        select jsonb_object_agg(o.key, o.value), jsonb_object_agg(o.key, to_jsonb(new) -> o.key) into was, became
          from jsonb_each(to_jsonb(old)) o where o.key = any(fields) and o.value is distinct from to_jsonb(new) -> o.key;
        if was is null then return null; end if;
        insert into plan_event (farm_id, step_id, was, became, person_id, entry_key, at)
          values (new.farm_id, new.id, was, became, nullif(current_setting('app.person_id', true), '')::uuid,
            nullif(current_setting('app.entry_key', true), '')::uuid, coalesce(nullif(current_setting('app.at', true), '')::timestamptz, now()));
        return null;
      end $$;
    create trigger plan_step_keeps_changes after update on plan_step for each row execute function plan_step_keep_change();
    create trigger plan_event_append_only before update or delete on plan_event for each row execute function event_refuse_change();

    create table purge_batch (
      farm_id uuid not null references farm,
      id uuid not null,
      lot_id uuid not null,
      from_place_id uuid not null,
      purge_place_id uuid,
      method text not null constraint purge_batch_method check (method in ('separate', 'salted', 'in_place')),
      fasting_days integer not null constraint purge_batch_fasting check (fasting_days between 0 and 60),
      exchanges integer not null constraint purge_batch_exchanges check (exchanges between 0 and 60),
      taste boolean not null,
      feed_stopped_on date not null,
      closed_on date,
      person_id uuid,
      version integer not null default 1,
      primary key (farm_id, id),
      foreign key (farm_id, lot_id) references lot,
      foreign key (farm_id, from_place_id) references place,
      foreign key (farm_id, purge_place_id) references place,
      foreign key (farm_id, person_id) references person
    );
    comment on table purge_batch is 'What a batch must meet before sale, fixed when its feed stops; its id is the group of its plan steps';
    create table purge_batch_change (
      farm_id uuid not null references farm,
      id bigint generated always as identity,
      batch_id uuid not null,
      was jsonb not null,
      became jsonb not null,
      reason text not null constraint purge_batch_change_reason check (length(reason) between 5 and 500),
      person_id uuid not null,
      farm_day date not null,
      at timestamptz not null,
      primary key (farm_id, id),
      foreign key (farm_id, batch_id) references purge_batch,
      foreign key (farm_id, person_id) references person
    );
    create trigger purge_batch_change_append_only before update or delete on purge_batch_change for each row execute function event_refuse_change();
    ${BATCHES_FROM_STEPS};
  `);
  const drafts: { farm_id: string; id: string; changes: OldChange[] }[] = await db('draft').select(
    'farm_id',
    'id',
    'changes',
  );
  for (const { farm_id, id, changes } of drafts) {
    if (!changes.some((c) => c.steps)) continue;
    const now = changes.map((c) => (c.steps ? { ...c, steps: c.steps.map(typed) } : c));
    await db('draft')
      .where({ farm_id, id })
      .update({ changes: JSON.stringify(now) });
  }
  await guardList(db, 'step_kind');
  await guardTable(db, 'plan_event', 'select, insert');
  await guardTable(db, 'purge_batch', 'select, insert, update');
  await guardTable(db, 'purge_batch_change', 'select, insert');
}
