import { say, word } from '../../words/words';
import { countField, DEAD_FIELD, weightField } from '../../tasks/form';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    /** Grading size: only fish over it, g. */
    move: { overG: number };
  }
}

export const module = stepModule({
  kind: 'move',
  words: word`Move fish`,
  order: 4,
  season: { rank: 5, words: word`Move`, shape: 'diamond' },
  detail: { overG: { words: word`Only fish over, g`, range: [0.01, 50_000] } },
  fish: (run, step, day) => run.move(step, day),
  round: (step, { to, count, expectedMass }) => ({
    title: say`Move to ${to?.code ?? ''}`,
    detail: say`All of ${step.lotCode}, about ${count} fish`,
    amount: say`${count} fish`,
    expected: expectedMass,
    minutes: 60,
    caution: say`Own nets for each loop. Two people at the tank.`,
  }),
  form: (job) =>
    stepForm(job, 'fish.moveAsPlanned@1', {
      fields: [
        countField(say`Fish moved`, job.expected.count),
        weightField(say`Their weight together`, job.expected.massG),
        DEAD_FIELD,
      ],
      submit: say`Moved`,
    }),
});
