import { HOW_BAD, LOOK_AGAIN_DAYS, NOTHING_SEEN, SIGN_CODES, SIGNS } from '../../crops/signs';
import { addDays, daysBetween, type Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { all, plural, say, told, word } from '../../words/words';
import type { JobField } from '../form';
import { aJob, jobId, type Job } from '../jobs';
import type { JobSource, RoundView } from '../source';

/** The walk over a house; its beds stand in one walk of the round. */
export const scoutJob = (walk: string, day: Day) => jobId('scout', walk.slice(0, 80), day);
/** A finding that is looked at again. */
export const lookJob = (findingId: string, day: Day) => jobId('scout', findingId, day, 'again');

function walkJobs({ facts, day, at, scouting }: RoundView): Job[] {
  const { everyDays = 0, walked } = scouting ?? {};
  if (everyDays <= 0) return [];
  const planted = new Set(facts.plantings.map((p) => p.placeId));
  const beds = facts.places.filter((p) => (p.kind === 'bed' || p.kind === 'nursery') && planted.has(p.id));
  return [...new Set(beds.map((b) => b.walk))].flatMap((walk) => {
    const last = walked?.get(walk) ?? null;
    const due = last === null ? facts.today : addDays(last, everyDays);
    if (at > 0 ? due !== day : due > day) return [];
    const own = beds.filter((b) => b.walk === walk);
    return [
      aJob(scoutJob(walk, due), own[0], {
        kind: 'scout',
        place: walk,
        title: say`Look over the beds`,
        detail: say`${all(own.map((b) => b.code))} · undersides, growing tips, roots of one plant each; cards counted`,
        amount: plural(own.length, '# bed', '# beds'),
        minutes: 5 + 4 * own.length,
        lateDays: Math.max(0, daysBetween(due, day)),
        asks: own.map((b) => [b.id, b.code] as const),
      }),
    ];
  });
}

function againJobs({ facts, day, at, scouting }: RoundView): Job[] {
  return (scouting?.open ?? []).flatMap((f) => {
    if (!f.lookAgainOn || (at > 0 ? f.lookAgainOn !== day : f.lookAgainOn > day)) return [];
    const place = facts.places.find((p) => p.id === f.placeId);
    return [
      aJob(lookJob(f.id, f.lookAgainOn), place, {
        kind: 'scout',
        title: say`Look again: ${told(SIGNS[f.what].words)}`,
        detail: say`${told(HOW_BAD[f.howBad] ?? '')} on ${shortDay(f.seenOn)}${f.lotCode ? ` · ${f.lotCode}` : ''} · ${told(SIGNS[f.what].first)}`,
        minutes: 5,
        lateDays: Math.max(0, daysBetween(f.lookAgainOn, day)),
        lotCode: f.lotCode,
      }),
    ];
  });
}

export const signOptions = (): [string, string][] => SIGN_CODES.map((code) => [code, told(SIGNS[code].words)]);
const howBadOptions = (from: 0 | 1): [string, string][] =>
  HOW_BAD.map((words, i): [string, string] => [String(i), told(words)]).slice(from);

/** What is asked of anything seen, wherever it is entered. */
export const findingFields = (): JobField[] => [
  { name: 'howBad', label: word`How bad`, kind: 'choice', start: '1', options: howBadOptions(1) },
  { name: 'words', label: word`What you saw`, kind: 'text', optional: true },
  {
    ...{ name: 'lookAgainDays', label: word`Check again in … days`, kind: 'count', start: LOOK_AGAIN_DAYS },
    help: word`0: no more is asked for`,
  },
  { name: 'photo', label: word`Photo`, kind: 'photo', optional: true },
];

/** What a second look asks: it may be gone. */
export const againFields = (): JobField[] => [
  { name: 'howBad', label: word`How bad is it now?`, kind: 'choice', start: '1', options: howBadOptions(0) },
  ...findingFields().slice(1),
];

const walkFields = (job: Job): JobField[] => [
  {
    ...{ name: 'what', label: word`What was found`, kind: 'select', start: NOTHING_SEEN },
    options: [[NOTHING_SEEN, say`nothing`], ...signOptions()],
  },
  {
    ...{ name: 'placeId', label: word`In`, kind: 'select', start: job.asks?.[0]?.[0] ?? '' },
    options: (job.asks ?? []).map(([id, code]): [string, string] => [id, code]),
  },
  ...findingFields(),
  {
    ...{ name: 'others', label: word`Also found on this walk`, kind: 'rows', add: word`One more finding` },
    start: [],
    columns: [
      { name: 'what', label: word`What was found`, kind: 'select', options: signOptions() },
      { name: 'placeId', label: word`In`, kind: 'select', options: (job.asks ?? []).map(([id, code]) => [id, code]) },
      { name: 'howBad', label: word`How bad`, kind: 'select', options: howBadOptions(1) },
      { name: 'words', label: word`What you saw`, kind: 'text', optional: true },
      { name: 'photo', label: word`Photo`, kind: 'photo', optional: true, isOneOfMany: true },
    ],
  },
];

/** Walks over the beds every so many days, and second looks at what was found. */
export const module: JobSource = {
  kind: 'scout',
  jobs: (view) => [...walkJobs(view), ...againJobs(view)],
  form: (job) =>
    job.id.slot === 'again'
      ? {
          fields: againFields(),
          submit: say`Looked`,
          command: 'scouting.lookAgain@1',
          body: (values) => ({ ...read(values), findingId: job.id.subject, dueOn: job.id.day }),
        }
      : {
          fields: walkFields(job),
          submit: say`Walked`,
          command: 'scouting.look@1',
          body: ({ others, ...values }) => ({
            ...{ ...read(values), walk: job.id.subject, dueOn: job.id.day },
            others: ((others ?? []) as Record<string, unknown>[]).map(read),
          }),
        },
};

/** A choice answers in words; the command takes a number. */
const read = (values: Record<string, unknown>) => ({ ...values, howBad: Number(values.howBad) });
