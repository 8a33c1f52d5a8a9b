import { say, word } from '../../words/words';
import { saltG } from '../../purge/backSchedule';
import { formatMass, formatVolume } from '../../quantity/units';
import { stepForm, stepModule } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    /** Water to exchange, L. */
    exchange: { litres: number };
  }
}

export const module = stepModule({
  kind: 'exchange',
  words: word`Water change`,
  order: 6,
  season: null,
  detail: { litres: { words: word`Water to change, L`, range: [0, 1_000_000] } },
  round: (step, { view, from }) => {
    const litres = step.detail.litres ?? 0;
    const salt = saltG(litres, view.saltGL.get(step.fromPlaceId ?? '') ?? 0);
    return {
      title: say`Water change`,
      detail:
        salt > 0
          ? say`${step.lotCode} · weigh out ${formatMass(salt, view.units)} salt again · salted water never goes to plants`
          : say`${step.lotCode} in ${from?.code} · unsalted: may top up the sump if it has room`,
      amount: formatVolume(litres, view.units),
      expected: { litres, saltG: salt },
      minutes: 25,
      caution: say`Keep plugs and pumps off the wet floor; residual-current protection on.`,
    };
  },
  form: (job) =>
    stepForm(job, 'purge.exchange@1', {
      fields: [
        {
          name: 'litres',
          label: say`Water changed`,
          kind: 'quantity',
          quantity: 'volume',
          start: job.expected.litres ?? '',
        },
        { name: 'saltG', label: say`Salt put in`, kind: 'quantity', quantity: 'mass', start: job.expected.saltG ?? 0 },
      ],
      submit: say`Changed`,
    }),
});
