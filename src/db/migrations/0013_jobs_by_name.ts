import type { Knex } from 'knex';

/** A job is named by what it is, of what, on which day and in which slot: it was one string that several files took apart. */
export const name = '0013_jobs_by_name';

const UUID = '[0-9a-f-]{36}';
const DAY = '[0-9]{4}-[0-9]{2}-[0-9]{2}';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table task_done add column id bigint generated always as identity;
    alter table task_done add column job_kind text;
    alter table task_done add column subject text;
    alter table task_done add column job_day date;
    alter table task_done add column slot text not null default '' constraint task_done_slot check (length(slot) <= 80);
    alter table task_done disable trigger task_done_no_change;
    update task_done set job_kind = split_part(task_key, ':', 1), subject = split_part(task_key, ':', 2),
      job_day = case when task_key ~ '^(feed|chore):[^:]+:${DAY}$' then split_part(task_key, ':', 3)::date
        when task_key ~ '^reading:${UUID}:${DAY}:' then split_part(task_key, ':', 3)::date
        when task_key ~ '^(sample|observe):[^:]+:${UUID}:${DAY}$' then split_part(task_key, ':', 4)::date end,
      slot = case when task_key ~ '^reading:' then split_part(task_key, ':', 4)
        when task_key ~ '^(sample|observe):' then split_part(task_key, ':', 3) else '' end;
    alter table task_done enable trigger task_done_no_change;
    alter table task_done drop constraint task_done_pkey;
    alter table task_done drop column task_key;
    alter table task_done alter column job_kind set not null, alter column subject set not null;
    alter table task_done add constraint task_done_names check (length(job_kind) between 1 and 40 and length(subject) between 1 and 80);
    alter table task_done add primary key (farm_id, id);
    create unique index task_done_once on task_done (farm_id, job_kind, subject, coalesce(job_day, '1970-01-01'), slot);
    create index task_done_by_entry on task_done (farm_id, entry_key);
    comment on column task_done.subject is 'Id of the tank, loop, step or chore, or the code of the lot';
    comment on column task_done.job_day is 'The day the job is for; null for a job that is due once, like a step of the plan';
    comment on column task_done.slot is 'Which of several on that day: morning or evening; for samples and observations the tank';
  `);
}
