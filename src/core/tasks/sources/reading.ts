import { say } from '../../words/words';
import { BY_HAND_TWICE_DAILY } from '../../water/readings/readings';
import type { JobField } from '../form';
import { aJob, jobId } from '../jobs';
import type { JobSource } from '../source';

const HALVES = ['morning', 'evening'] as const;

export const readingJob = (loopId: string, day: string, half: string) => jobId('reading', loopId, day, half);

/** Readings of every loop, twice a day. */
export const module: JobSource = {
  kind: 'reading',
  jobs: ({ facts, day }) =>
    facts.loops.flatMap((loop) => {
      const place = facts.places.find((p) => p.loopId === loop.id && p.kind === 'tank');
      return HALVES.map((half) =>
        aJob(readingJob(loop.id, day, half), place, {
          kind: 'reading',
          place: loop.name,
          title: say`Water reading, ${half}`,
          detail: say`Temperature, pH and dissolved oxygen at the sump`,
          amount: say`t · pH · DO`,
          walkOrder: (place?.walkOrder ?? 1) - 0.5 + (half === 'evening' ? 0.1 : 0),
          loopCode: loop.code,
        }),
      );
    }),
  form: (job) => ({
    fields: BY_HAND_TWICE_DAILY.map((r): JobField => ({
      name: r.kind,
      label: r.fieldLabel,
      ...(r.quantity ? { kind: 'quantity', quantity: r.quantity } : { kind: 'number' }),
      optional: true,
    })),
    submit: say`Record the reading`,
    command: 'water.read@1',
    body: (values) => ({ values, loopId: job.id.subject, half: job.id.slot }),
    logLine: (v) =>
      `${job.loopCode}${BY_HAND_TWICE_DAILY.map(({ kind }) => (v[kind] === undefined ? '' : ` ${kind} ${String(v[kind])}`)).join('')}`,
  }),
};
