import { plural, say, word } from '../../words/words';
import { minutesOf } from '../../crops/labour';
import { formatNumber } from '../../quantity/units';
import { countField } from '../../tasks/form';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    sow: object;
  }
}

export const module = stepModule({
  kind: 'sow',
  words: word`Sow`,
  order: 8,
  season: {
    rank: 2,
    words: word`Sowing`,
    shape: 'square',
    standsAt: (step, group) => group.find((s) => s.kind === 'transplant') ?? step,
  },
  detail: {},
  plants: (run, step, day) =>
    run.sow({ lotCode: step.lotCode, cropCode: step.cropCode, placeId: step.toPlaceId, seeds: step.count, at: day }),
  round: (step, { name, to, crop }) => {
    const cells = to?.pieceSize ?? 104;
    const trays = Math.ceil(step.count / cells);
    return {
      title: say`Sow ${name}`,
      detail: say`${step.lotCode} · ${formatNumber(step.count)} seeds on ${to?.code}`,
      amount: say`${trays} ${plural(trays, 'tray', 'trays')} of ${cells}`,
      expected: { count: step.count },
      minutes: minutesOf('sow', crop, step.count),
      caution: null,
    };
  },
  form: (job) =>
    stepForm(job, 'plants.sow@1', { fields: [countField(say`Seeds sown`, job.expected.count)], submit: say`Sown` }),
});
