import { formatNumber } from '../../quantity/units';
import type { JobField } from '../../tasks/form';
import { stepForm, stepModule } from './stepKind';

declare module './stepKind' {
  interface StepDetails {
    /** The number of the cut. */
    pick: { cut: number };
  }
}

const BY_WEIGHT: JobField = {
  name: 'quantity',
  label: 'Picked and packed',
  kind: 'quantity',
  quantity: 'mass',
  start: '',
};
const BY_PIECE: JobField = { name: 'quantity', label: 'Pieces picked and packed', kind: 'count', start: '' };

export const module = stepModule({
  kind: 'pick',
  words: 'Pick',
  order: 8,
  lead: 6,
  detail: { cut: { words: 'Number of the cut', range: [1, 100] } },
  plants: (run, step, day) => run.pick(step, day),
  round: (step, { name, count, view }) => {
    const crop = view.facts.crops.find((c) => c.code === step.cropCode);
    return {
      title: `Pick ${name}`,
      detail: `${step.lotCode}${(crop?.cutsMax ?? 1) > 1 ? ` · cut ${step.detail.cut ?? 1}` : ''} · trim, chill, weigh`,
      amount:
        crop?.unit === 'kg'
          ? `${count} places`
          : `about ${formatNumber(Math.floor((step.count * (crop ? crop.finalSurvival * crop.packout : 1)) / (crop?.plantsPerUnit ?? 1)))}`,
      expected: crop?.unit === 'kg' ? { massG: 0 } : { count: step.count },
      minutes: 45,
      caution: 'Clean hands and knives; fish and salad kept apart; chill within the hour.',
    };
  },
  form: (job) =>
    stepForm(job, 'plants.pick@1', {
      fields: [job.expected.massG !== undefined ? BY_WEIGHT : BY_PIECE],
      submit: 'Picked',
      logLine: (v) => `${job.place} picked ${v.quantity ?? '…'}`,
    }),
});
