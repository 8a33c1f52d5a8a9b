import { all, say, word } from '../../words/words';
import type { RoundView } from '../../tasks/source';
import type { PlanStep } from '../../facts/step';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    feed_stop: object;
  }
}

/** Who else lives in the tank whose feeder is shut. */
function besides(step: PlanStep, { facts }: RoundView): string {
  const others = facts.fish.filter((f) => f.placeId === step.fromPlaceId && f.lotCode !== step.lotCode && f.count > 0);
  if (others.length === 0) return '';
  const names = all(others.map((f) => f.lotCode));
  return say`. ${names} in the same tank goes unfed too, unless ${step.lotCode} is netted out first`;
}

export const module = stepModule({
  kind: 'feed_stop',
  words: word`Stop feed`,
  order: 1,
  season: null,
  detail: {},
  fish: (run, step) => run.stopFeed(step),
  round: (step, { view }) => ({
    title: say`Stop feed`,
    detail: say`${step.lotCode} is to be purged: shut the feeder, hang the no-feed sign${besides(step, view)}`,
    amount: say`no feed`,
    expected: {},
    minutes: 3,
    caution: null,
  }),
  form: (job) => stepForm(job, 'purge.stopFeed@1', { fields: [], submit: say`Feed is stopped` }),
});
