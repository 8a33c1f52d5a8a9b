import { careDue, careKinds, careMinutes, CARE_NAMES, careOf } from '../../crops/care';
import { type CareJob, type Crop } from '../../library/types';
import type { PlaceFact } from '../../facts/farm';
import type { PlantStay } from '../../facts/forecast';
import { addDays, daysBetween, type Day } from '../../quantity/days';
import { formatNumber, formatPerArea } from '../../quantity/units';
import { isResting, lastTurn } from '../../crops/winterRest';
import { plural, say, told, word } from '../../words/words';
import { aJob, jobId, type Job } from '../jobs';
import type { JobSource, RoundView } from '../source';

/** How the last time of a job is looked up. */
export const caredKey = (lotCode: string, placeId: string, what: string) => `${lotCode}|${placeId}|${what}`;

export const careJob = (lotCode: string, dueOn: Day, at: { placeId: string; what: string }) =>
  jobId('care', lotCode, dueOn, `${at.placeId}|${at.what}`);

/** What of a lot stands in one bed on the day of the round. */
interface Standing {
  lotCode: string;
  crop: Crop;
  place: PlaceFact;
  plants: number;
  from: number;
}

function standingOn({ forecast, facts, at }: RoundView): Standing[] {
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  const places = new Map(facts.places.map((p) => [p.id, p]));
  const found = new Map<string, Standing>();
  const here = (s: PlantStay) => s.stage !== null && s.from <= at && at < s.until;
  for (const stay of forecast.plants.filter(here)) {
    const crop = crops.get(stay.cropCode);
    const place = places.get(stay.placeId);
    if (!crop || !place || careKinds(crop).length === 0) continue;
    const key = `${stay.lotCode}|${stay.placeId}`;
    const known = found.get(key);
    if (known) {
      known.plants += stay.plants;
      known.from = Math.min(known.from, stay.from);
    } else found.set(key, { lotCode: stay.lotCode, crop, place, plants: stay.plants, from: stay.from });
  }
  return [...found.values()];
}

function jobOf(view: RoundView, { lotCode, crop, place, plants, from }: Standing, care: CareJob): Job[] {
  const { facts, at, day, cared } = view;
  const last = cared?.get(caredKey(lotCode, place.id, care.what));
  const lastAt = last ? daysBetween(facts.today, last) : null;
  const due = careDue({ job: care, from, last: lastAt, at });
  // On a day to come only what falls due on it.
  if (due === null || (at > 0 && due !== at)) return [];
  const dueOn = addDays(facts.today, due);
  return [
    aJob(careJob(lotCode, dueOn, { placeId: place.id, what: care.what }), place, {
      kind: 'care',
      title: `${told(CARE_NAMES[care.what])}: ${crop.name}`,
      detail: say`${lotCode} · ${plural(plants, '# plant', '# plants')} · ${everyWords(care, last ?? null, day)}`,
      amount: formatNumber(plants),
      minutes: careMinutes(care, plants),
      lateDays: Math.max(0, daysBetween(dueOn, day)),
      lotCode,
      caution: told(CAUTIONS[care.what] ?? '') || null,
    }),
  ];
}

/** A perennial that goes to rest or comes forward: asked for until it is done, for some weeks. */
function turnOf(view: RoundView, { lotCode, crop, place, plants, from }: Standing): Job[] {
  const { facts, at, day, cared } = view;
  if (!crop.rest) return [];
  const { what, on } = lastTurn(crop.rest, day);
  const due = daysBetween(facts.today, on);
  const done = cared?.get(caredKey(lotCode, place.id, what));
  const isOpen = at > 0 ? due === at : daysBetween(on, day) <= TURN_WAITS_DAYS;
  if (!isOpen || from > due || (done !== undefined && done >= addDays(on, -TURN_EARLY_DAYS))) return [];
  const count = plural(plants, '# plant', '# plants');
  const detail =
    what === 'corner'
      ? say`${lotCode} · ${count} · ${formatPerArea(crop.rest.perM2)} in a corner, roots wet, crowns dry`
      : say`${lotCode} · ${count} · ${formatPerArea(crop.finalPerM2)}, feed on from now`;
  return [
    aJob(careJob(lotCode, on, { placeId: place.id, what }), place, {
      ...{ kind: 'care', detail, amount: formatNumber(plants), lotCode, caution: null },
      title: `${told(CARE_NAMES[what])}: ${crop.name}`,
      minutes: careMinutes({ what, fromDay: 0, everyDays: 0, min100: TURN_MIN_100 }, plants),
      lateDays: Math.max(0, daysBetween(on, day)),
    }),
  ];
}

/** A turn is asked for so long after its day, and counts when it was done so long before. Planning defaults. */
const TURN_WAITS_DAYS = 28;
const TURN_EARLY_DAYS = 21;
/** Minutes for 100 plants: cutting back, lifting, setting together. Planning default. */
const TURN_MIN_100 = 90;

const CAUTIONS: Partial<Record<CareJob['what'], string>> = {
  lower: word`Work from a firm platform, never from the rim of a bed or tank; two for long rows.`,
};

function everyWords({ everyDays }: CareJob, last: Day | null, day: Day): string {
  if (everyDays <= 0) return say`once`;
  const every = plural(everyDays, 'every day', 'every # days');
  if (last === null) return every;
  const ago = daysBetween(last, day);
  return say`${every}, last ${plural(ago, '# day ago', '# days ago')}`;
}

/** Training, side shoots, lowering, thinning: what the recipes of long crops ask for between planting and picking. */
export const module: JobSource = {
  kind: 'care',
  jobs: (view) =>
    standingOn(view).flatMap((s) => [
      ...turnOf(view, s),
      // What rests is left in peace.
      ...(isResting(s.crop, view.day) ? [] : careOf(s.crop).flatMap((care) => jobOf(view, s, care))),
    ]),
  form: (job) => ({
    fields: [{ name: 'note', label: say`What was seen`, kind: 'text', optional: true }],
    submit: say`Done`,
    command: 'plants.care@1',
    body: (values) => {
      const [placeId, what] = job.id.slot.split('|');
      return { ...values, lotCode: job.id.subject, placeId, what, dueOn: job.id.day };
    },
  }),
};
