import { CARE_CODES, type CareCode, type CareJob, type Crop } from '../library/types';
import { word } from '../words/words';

/** How each is called. */
export const CARE_NAMES: Readonly<Record<CareCode, string>> = {
  train: word`Train up the string`,
  side_shoots: word`Take out side shoots`,
  lower: word`Lower the vines`,
  old_leaves: word`Take off old leaves`,
  pollinate: word`Help pollination`,
  runners: word`Take off runners`,
  thin: word`Thin`,
  trim: word`Trim back`,
  corner: word`Cut back and move together to rest`,
  forward: word`Bring forward to their places`,
};

/** Those a recipe asks for by days; the others come with the rest of perennials. */
export const RECIPE_CARE = CARE_CODES.filter((c) => c !== 'corner' && c !== 'forward');

const job = (...[what, fromDay, everyDays, min100]: [CareCode, number, number, number]): CareJob => ({
  what,
  fromDay,
  everyDays,
  min100,
});

/** Planning defaults: plants on strings are gone over once a week, vines are lowered before they reach the wire. */
const BY_CROP: Readonly<Record<string, readonly CareJob[]>> = {
  'cherry-tomato': [
    job('train', 10, 7, 35),
    job('side_shoots', 14, 7, 50),
    job('pollinate', 35, 3, 8),
    job('old_leaves', 55, 14, 45),
    job('lower', 70, 14, 70),
  ],
  cucumber: [
    job('train', 8, 4, 30),
    job('side_shoots', 10, 4, 40),
    job('old_leaves', 40, 14, 40),
    job('lower', 45, 10, 70),
  ],
  'sweet-pepper': [job('train', 21, 14, 30), job('side_shoots', 21, 14, 35)],
  aubergine: [job('train', 21, 14, 30), job('side_shoots', 21, 14, 40), job('old_leaves', 60, 14, 30)],
  chilli: [job('train', 21, 21, 25)],
  courgette: [job('old_leaves', 30, 10, 35)],
  strawberry: [job('runners', 30, 14, 25), job('old_leaves', 45, 28, 30)],
  'snow-pea': [job('train', 14, 10, 15)],
  carrot: [job('thin', 14, 0, 20)],
  beetroot: [job('thin', 12, 0, 15)],
};

/** Fetching clips and string, writing it down: minutes each time; who is there anyway does several in one walk. Planning default. */
const EACH_TIME_MIN = 2;

/** The care a crop wants, as the farm has set it or by its kind of plant. */
export const careOf = (crop: Pick<Crop, 'code' | 'care'>): readonly CareJob[] => crop.care ?? BY_CROP[crop.code] ?? [];

/** Every kind of care a crop may be given, with the turns of one that rests. */
export const careKinds = (crop: Pick<Crop, 'code' | 'care' | 'rest'>): CareCode[] => [
  ...careOf(crop).map((c) => c.what),
  ...(crop.rest ? (['corner', 'forward'] as const) : []),
];

/** Minutes of one going-over. */
export const careMinutes = ({ min100 }: CareJob, plants: number): number =>
  Math.round(EACH_TIME_MIN + (min100 / 100) * plants);

/** The same in its parts: what each time takes, and what goes with the plants. */
export const careParts = ({ min100 }: CareJob) => ({ eachTime: EACH_TIME_MIN, perPlant: min100 / 100 });

/** Day indexes on which a job falls due for plants that stand from one day up to another. */
export function careDays({ fromDay, everyDays }: CareJob, from: number, until: number): number[] {
  const days: number[] = [];
  for (let at = from + fromDay; at < until; at += everyDays) {
    days.push(at);
    if (everyDays <= 0) break;
  }
  return days;
}

/** A job that is due once is not asked for any more when it is so late. Planning default. */
const ONCE_WAITS_DAYS = 10;

interface CareDueArgs {
  job: CareJob;
  /** Day index on which the plants came into the bed. */
  from: number;
  /** Day index on which it was last done; null: never. */
  last: number | null;
  at: number;
}

/**
 * The day index for which a job is open on a day; null: it is not due. Counted from when it was last done; where it never was, from
 * transplanting, and what the next round of it has overtaken is not asked for twice.
 */
export function careDue({ job: { fromDay, everyDays }, from, last, at }: CareDueArgs): number | null {
  const first = from + fromDay;
  if (everyDays <= 0) return last === null && at >= first && at - first <= ONCE_WAITS_DAYS ? first : null;
  if (last !== null) return at >= last + everyDays ? last + everyDays : null;
  return at >= first ? first + Math.floor((at - first) / everyDays) * everyDays : null;
}
