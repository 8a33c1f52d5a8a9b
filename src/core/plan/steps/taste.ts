import { say, word } from '../../words/words';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    taste: object;
  }
}

export const module = stepModule({
  kind: 'taste',
  words: word`Taste check`,
  order: 7,
  season: null,
  detail: {},
  round: (step) => ({
    title: say`Taste check`,
    detail: say`One fish of ${step.lotCode}, steamed without salt`,
    amount: say`clean?`,
    expected: {},
    minutes: 20,
    caution: say`Cook it through. Anyone with a fish allergy sits this out.`,
  }),
  form: (job) =>
    stepForm(job, 'purge.taste@1', {
      fields: [
        {
          name: 'passed',
          label: say`How did it taste?`,
          kind: 'choice',
          start: '',
          options: [
            ['true', say`clean`],
            ['false', say`muddy: not clean`],
          ],
        },
        { name: 'note', label: say`Note`, kind: 'text', optional: true },
      ],
      submit: say`Record the taste`,
      body: ({ passed, ...rest }) => ({
        ...rest,
        stepId: job.stepId,
        passed: passed === '' ? undefined : passed === 'true',
      }),
    }),
});
