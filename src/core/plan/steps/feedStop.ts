import { stepForm, stepModule } from './stepKind';

declare module './stepKind' {
  interface StepDetails {
    feed_stop: object;
  }
}

export const module = stepModule({
  kind: 'feed_stop',
  words: 'Stop feed',
  order: 1,
  lead: 9,
  detail: {},
  fish: (run, step) => run.stopFeed(step),
  round: (step) => ({
    title: 'Stop feed',
    detail: `${step.lotCode} is to be purged: shut the feeder, hang the no-feed sign`,
    amount: 'no feed',
    expected: {},
    minutes: 3,
    caution: null,
  }),
  form: (job) => stepForm(job, 'purge.stopFeed@1', { fields: [], submit: 'Feed is stopped' }),
});
