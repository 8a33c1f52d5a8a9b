import { modules } from './sources/list.generated';
import type { JobForm } from './form';
import type { Job } from './jobs';
import type { RoundView } from './source';

export type { Chore, RoundView } from './source';
export type { Done, Job } from './jobs';

/** The day's jobs in walking order, amounts computed. On a forecast day, amounts are the forecast's. */
export function buildRound(view: RoundView): Job[] {
  return modules
    .flatMap((source) => source.jobs(view))
    .map((job) => ({ ...job, done: view.done.get(job.key) ?? job.done }))
    .sort((a, b) => a.walkOrder - b.walkOrder || a.place.localeCompare(b.place) || a.key.localeCompare(b.key));
}

/** What a job asks for. Nothing that is known is typed again. */
export function jobForm(job: Job): JobForm {
  return modules.find((source) => source.kind === job.id.kind)!.form(job);
}
