import { formatNumber } from '../../quantity/units';
import { countField } from '../../tasks/form';
import type { PlaceFact } from '../types';
import { stepForm, stepModule } from './stepKind';

declare module './stepKind' {
  interface StepDetails {
    transplant: object;
  }
}

function pieces(count: number, bed: PlaceFact | undefined) {
  if (!bed?.pieceSize) return `${formatNumber(count)} positions`;
  return `${Math.ceil(count / bed.pieceSize)} × ${bed.pieceSize}`;
}

export const module = stepModule({
  kind: 'transplant',
  words: 'Transplant',
  order: 9,
  lead: 4,
  detail: {},
  plants: (run, step, day) => run.transplant(step.lotCode, step.toPlaceId, step.count, day),
  round: (step, { name, to, count }) => ({
    title: `Transplant ${name} to ${to?.code}`,
    detail: `${step.lotCode} · ${pieces(step.count, to)} · count what goes in`,
    amount: `${count} plants`,
    expected: { count: step.count },
    minutes: 40,
    caution: 'Wash hands; no fish water on edible leaves.',
  }),
  form: (job) =>
    stepForm(job, 'plants.transplant@1', {
      fields: [
        {
          ...countField('Plants that went into the bed', job.expected.count),
          help: 'What did not come up or is left over goes to compost in the record.',
        },
      ],
      submit: 'Transplanted',
    }),
});
