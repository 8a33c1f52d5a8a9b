import { say, word } from '../../words/words';
import { goodsCode, goodsCodes } from '../../crops/recipes';
import { expectedYield } from '../../crops/quantities';
import { minutesOf } from '../../crops/labour';
import type { Crop } from '../../library/types';
import { formatMass, formatNumber } from '../../quantity/units';
import { packChoices } from '../../market/families';
import { packAsField, type JobField } from '../../tasks/form';
import type { Job } from '../../tasks/jobs';
import type { StepOf } from '../../facts/step';
import type { RoundView } from '../../tasks/source';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    /** The number of the cut. */
    pick: { cut: number; /** 1: it stays on its day, ripe or not. */ pinned?: number };
  }
}

const BY_WEIGHT: JobField = {
  name: 'quantity',
  label: word`Picked and packed`,
  kind: 'quantity',
  quantity: 'mass',
  start: '',
};
/** Weighing teaches what a head weighs here. */
const WEIGHED: JobField = {
  name: 'massG',
  label: word`Weighed together`,
  kind: 'quantity',
  quantity: 'mass',
  optional: true,
  start: '',
};
const BY_PIECE: JobField = { name: 'quantity', label: word`Pieces picked and packed`, kind: 'count', start: '' };

/** Plants of the same crop, by whichever recipe, on the bench, the oldest first. */
function refillsOf({ facts }: RoundView, cropCode: string | null): [lotId: string, words: string][] {
  const goods = goodsCodes(facts.crops);
  const wanted = goods.get(cropCode ?? '');
  return facts.plantings
    .filter((p) => p.transplantedOn === null && goods.get(p.cropCode) === wanted && p.count > 0)
    .sort((a, b) => (a.sownOn < b.sownOn ? -1 : 1))
    .map((p) => [p.lotId, `${p.lotCode} · ${formatNumber(p.count)}`]);
}

const refillFields = ({ refills = [] }: Pick<Job, 'refills'>): JobField[] =>
  refills.length === 0
    ? []
    : [
        {
          name: 'refillLotId',
          label: word`Comes in from the bench`,
          kind: 'select',
          optional: true,
          start: '',
          options: refills,
        },
        { name: 'refillCount', label: word`How many come in`, kind: 'count', optional: true, start: '' },
      ];

interface Picked {
  view: RoundView;
  crop: Crop | undefined;
  count: string;
}

/** What the forecast expects of it: Market counts on as much. Of what it does not reckon any more, by the recipe. */
function amountOf(step: StepOf<'pick'>, { view, crop, count }: Picked): string {
  const comes = view.forecast.supply.find((s) => s.stepId === step.id)?.quantity;
  if (crop?.unit === 'kg') return comes ? say`about ${formatMass(comes, view.units)}` : say`${count} places`;
  const pieces = comes ?? (crop ? expectedYield(crop, step.count, step.detail.cut ?? 1).units : step.count);
  return say`about ${formatNumber(pieces)}`;
}

export const module = stepModule({
  kind: 'pick',
  words: word`Pick`,
  order: 11,
  season: null,
  detail: {
    cut: { words: word`Number of the cut`, range: [1, 100] },
    pinned: { words: word`Stays on its day`, range: [0, 1] },
  },
  plants: (run, step, day) => run.pick(step, day),
  round: (step, { name, count, view, crop }) => {
    return {
      title: say`Pick ${name}`,
      detail: say`${step.lotCode}${(crop?.cutsMax ?? 1) > 1 ? say` · cut ${step.detail.cut ?? 1}` : ''} · trim, chill, weigh`,
      amount: amountOf(step, { view, crop, count }),
      expected: crop?.unit === 'kg' ? { massG: 0 } : { count: step.count },
      packAs: packChoices(view.facts.products, { cropCode: crop ? goodsCode(crop) : null }),
      refills: refillsOf(view, step.cropCode),
      minutes: minutesOf('pick', crop, step.count),
      caution: say`Clean hands and knives; fish and salad kept apart; chill within the hour.`,
    };
  },
  form: (job) =>
    stepForm(job, 'plants.pick@1', {
      fields: [
        ...(job.expected.massG !== undefined ? [BY_WEIGHT] : [BY_PIECE, WEIGHED]),
        ...packAsField(job),
        ...refillFields(job),
      ],
      submit: say`Picked`,
      logLine: (v) => say`${job.place} picked ${v.quantity ?? '…'}`,
    }),
});
