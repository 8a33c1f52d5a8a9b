import { say, word } from '../../words/words';
import { minutesOf } from '../../crops/labour';
import { formatNumber } from '../../quantity/units';
import { countField } from '../../tasks/form';
import type { PlaceFact } from '../../facts/farm';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    transplant: object;
  }
}

function pieces(count: number, bed: PlaceFact | undefined) {
  if (!bed?.pieceSize) return say`${formatNumber(count)} positions`;
  return `${Math.ceil(count / bed.pieceSize)} × ${bed.pieceSize}`;
}

export const module = stepModule({
  kind: 'transplant',
  words: word`Transplant`,
  order: 9,
  season: { rank: 4, words: word`Transplant`, shape: 'square' },
  detail: {},
  plants: (run, step, day) =>
    run.transplant({ lotCode: step.lotCode, placeId: step.toPlaceId, count: step.count, at: day }),
  round: (step, { name, to, count, crop }) => ({
    title: say`Transplant ${name} to ${to?.code}`,
    detail: say`${step.lotCode} · ${pieces(step.count, to)} · count what goes in`,
    amount: say`${count} plants`,
    expected: { count: step.count },
    minutes: minutesOf('transplant', crop, step.count),
    caution: say`Wash hands; no fish water on edible leaves.`,
  }),
  form: (job) =>
    stepForm(job, 'plants.transplant@1', {
      fields: [
        {
          ...countField(say`Plants that went into the bed`, job.expected.count),
          help: say`What did not come up or is left over goes to compost in the record.`,
        },
      ],
      submit: say`Transplanted`,
    }),
});
