import { say, word } from '../../words/words';
import { countField, DEAD_FIELD, weightField } from '../../tasks/form';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    purge: object;
  }
}

export const module = stepModule({
  kind: 'purge',
  words: word`Move to purge tank`,
  order: 3,
  season: null,
  detail: {},
  fish: (run, step, day) => run.move(step, day),
  round: (step, { to, count, expectedMass }) => ({
    title: say`Move to purge tank ${to?.code ?? ''}`,
    detail: say`${count} largest of ${step.lotCode} · count and weigh`,
    amount: say`${count} fish`,
    expected: expectedMass,
    minutes: 45,
    caution: say`Two people at the tank. Lift with the knees; a full tote is about 1 kg a litre.`,
  }),
  form: (job) =>
    stepForm(job, 'purge.transfer@1', {
      fields: [
        countField(say`Fish moved`, job.expected.count),
        weightField(say`Their weight together`, job.expected.massG),
        DEAD_FIELD,
      ],
      submit: say`Moved`,
      logLine: (v) => say`deaths also by ${job.place} dead ${v.dead ?? 0}`,
    }),
});
