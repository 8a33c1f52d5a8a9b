import { say, word } from '../../words/words';
import { minutesOf } from '../../crops/labour';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    clear: object;
  }
}

export const module = stepModule({
  kind: 'clear',
  words: word`Clear and clean`,
  order: 0,
  season: null,
  detail: {},
  plants: (run, step, day) => run.clear(step.lotCode, step.fromPlaceId, day),
  round: (step, { name, crop }) => ({
    title: say`Clear and clean ${name}`,
    detail: say`${step.lotCode} · roots and rests to compost`,
    amount: '',
    expected: {},
    minutes: minutesOf('clear', crop, step.count),
    caution: null,
  }),
  form: (job) => stepForm(job, 'plants.clear@1', { fields: [], submit: say`Cleared and clean` }),
});
