import { say, word } from '../../words/words';
import { minutesOf } from '../../crops/labour';
import { formatNumber } from '../../quantity/units';
import { countField } from '../../tasks/form';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    /** The stage in the bed that they come to, from 0. */
    respace: { stage: number };
  }
}

export const module = stepModule({
  kind: 'respace',
  words: word`Re-space`,
  order: 10,
  season: null,
  detail: { stage: { words: word`Stage in the bed`, range: [0, 9] } },
  plants: (run, step, day) =>
    run.respace({
      lotCode: step.lotCode,
      fromPlaceId: step.fromPlaceId,
      placeId: step.toPlaceId,
      count: step.count,
      stage: step.detail.stage ?? 1,
      at: day,
    }),
  round: (step, { name, from, to, count, crop }) => {
    const spacing = crop?.stages?.[step.detail.stage ?? 1]?.perM2;
    return {
      title: from?.code === to?.code ? say`Re-space ${name}` : say`Move ${name} to ${to?.code}`,
      detail: spacing ? say`${step.lotCode} · to ${formatNumber(spacing)} plants/m²` : step.lotCode,
      amount: say`${count} plants`,
      expected: { count: step.count },
      minutes: minutesOf('respace', crop, step.count),
      caution: null,
    };
  },
  form: (job) =>
    stepForm(job, 'plants.respace@1', {
      fields: [
        {
          ...countField(say`Plants that stand at the new spacing`, job.expected.count),
          help: say`What did not make it goes to compost in the record.`,
        },
      ],
      submit: say`Re-spaced`,
    }),
});
