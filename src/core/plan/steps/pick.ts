import { say, word } from '../../words/words';
import { minutesOf } from '../../crops/labour';
import { formatNumber } from '../../quantity/units';
import { packChoices } from '../../market/families';
import { packAsField, type JobField } from '../../tasks/form';
import { stepForm, stepModule } from './stepKind';

declare module './stepKind' {
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
const BY_PIECE: JobField = { name: 'quantity', label: word`Pieces picked and packed`, kind: 'count', start: '' };

export const module = stepModule({
  kind: 'pick',
  words: word`Pick`,
  order: 8,
  lead: 6,
  detail: {
    cut: { words: word`Number of the cut`, range: [1, 100] },
    pinned: { words: word`Stays on its day`, range: [0, 1] },
  },
  plants: (run, step, day) => run.pick(step, day),
  round: (step, { name, count, view, crop }) => {
    return {
      title: say`Pick ${name}`,
      detail: say`${step.lotCode}${(crop?.cutsMax ?? 1) > 1 ? say` · cut ${step.detail.cut ?? 1}` : ''} · trim, chill, weigh`,
      amount:
        crop?.unit === 'kg'
          ? say`${count} places`
          : say`about ${formatNumber(Math.floor((step.count * (crop ? crop.finalSurvival * crop.packout : 1)) / (crop?.plantsPerUnit ?? 1)))}`,
      expected: crop?.unit === 'kg' ? { massG: 0 } : { count: step.count },
      packAs: packChoices(view.facts.products, { cropCode: step.cropCode }),
      minutes: minutesOf('pick', crop, step.count),
      caution: say`Clean hands and knives; fish and salad kept apart; chill within the hour.`,
    };
  },
  form: (job) =>
    stepForm(job, 'plants.pick@1', {
      fields: [job.expected.massG !== undefined ? BY_WEIGHT : BY_PIECE, ...packAsField(job)],
      submit: say`Picked`,
      logLine: (v) => say`${job.place} picked ${v.quantity ?? '…'}`,
    }),
});
