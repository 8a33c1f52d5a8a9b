import { say, word } from '../../words/words';
import { formatMass } from '../../quantity/units';
import { countField, DEAD_FIELD } from '../../tasks/form';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    /** Mean weight on arrival, g. */
    stock: { meanG: number };
  }
}

export const module = stepModule({
  kind: 'stock',
  words: word`Stock fish`,
  order: 5,
  season: { rank: 3, words: word`Stocking`, shape: 'diamond' },
  detail: { meanG: { words: word`Weight on arrival, g`, range: [0.01, 20_000] } },
  fish: (run, step, day) => run.stock(step, day),
  round: (step, { name, count, to, view }) => ({
    title: say`Receive ${count} ${name}`,
    detail: say`${step.lotCode}, about ${formatMass(step.detail.meanG ?? 0, view.units)} each, into ${to?.code}`,
    amount: say`${count} fish`,
    expected: { count: step.count },
    minutes: 60,
    caution: say`Permit and transport papers at hand. Float, mix water in steps, then release.`,
  }),
  form: (job) =>
    stepForm(job, 'fish.receive@1', {
      fields: [
        countField(say`Fish delivered, dead ones too`, job.expected.count),
        DEAD_FIELD,
        { name: 'meanG', label: say`Mean weight of one fish`, kind: 'quantity', quantity: 'smallMass' },
        { name: 'supplier', label: say`Hatchery`, kind: 'text', optional: true },
        { name: 'permit', label: say`Permit and transport papers`, kind: 'text', optional: true },
        { name: 'price', label: say`Paid for all of them`, kind: 'number', optional: true },
      ],
      submit: say`Received`,
    }),
});
