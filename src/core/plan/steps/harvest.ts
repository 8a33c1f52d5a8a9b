import { say, word } from '../../words/words';
import { weightFromLengthG } from '../../fish/lengthWeight';
import { gradeMiddleCm, gradePlanned, liveGrades } from '../../fish/liveSale';
import { packChoices } from '../../market/families';
import { countField, DEAD_FIELD, packAsField, weightField } from '../../tasks/form';
import type { PlanStep } from '../../facts/step';
import { stepForm, stepModule, type StepContext, type StepWords } from './stepKind';

declare module '../../facts/step' {
  interface StepDetails {
    /** Fish sold alive: a length within the grade netted, cm; without it, the largest. */
    harvest: { gradeCm: number };
  }
}

function nettingWords(step: PlanStep, { view, count, meanG }: StepContext): StepWords | null {
  const species = view.facts.species.find((s) => s.code === step.speciesCode);
  const grades = liveGrades(view.facts.products, step.speciesCode ?? '');
  if (!species || grades.length === 0) return null;
  const grade = gradePlanned(step, grades);
  const eachG = grade ? weightFromLengthG(gradeMiddleCm(grade), species) : meanG;
  return {
    title: say`Net for live sale`,
    detail: say`${count} ${grade?.product.name ?? say`fish`} of ${step.lotCode} into holding, sorted by length`,
    amount: say`${count} fish`,
    expected: { count: step.count, massG: Math.round(step.count * eachG) },
    minutes: 45,
    caution: say`Not for food. Unfed since yesterday, wet hands and nets, oxygen in every bag. Local law on live fish decides.`,
  };
}

export const module = stepModule({
  kind: 'harvest',
  words: word`Harvest`,
  order: 2,
  season: {
    ...{ rank: 1, words: word`Harvest`, shape: 'ring' },
    // The fish stand where they are until they are taken out to purge.
    standsAt: (step, group) => {
      const leaves = group.find((s) => s.kind === 'feed_stop' || s.kind === 'purge') ?? step;
      return { day: step.day, fromPlaceId: leaves.fromPlaceId ?? step.fromPlaceId, toPlaceId: null };
    },
  },
  detail: { gradeCm: { words: word`A length within the grade, cm`, range: [0.5, 300] } },
  fish: (run, step, day) => run.harvest(step, day),
  round: (step, context) =>
    nettingWords(step, context) ?? {
      title: say`Harvest and pack`,
      detail: say`${step.lotCode} · ${context.count} fish · ice first, then nets`,
      amount: say`${context.count} fish`,
      expected: context.expectedMass,
      packAs: packChoices(context.view.facts.products, { speciesCode: step.speciesCode }),
      minutes: 90,
      caution: say`Use the farm’s written humane method; local code and veterinarian decide. Ice, knives and cold hands: gloves on.`,
    },
  form: (job) =>
    stepForm(job, 'fish.harvest@1', {
      fields: [
        countField(say`Fish harvested`, job.expected.count),
        weightField(say`Their weight together, as weighed`, job.expected.massG),
        {
          name: 'trimG',
          label: say`Trimmed off and composted`,
          kind: 'quantity',
          quantity: 'mass',
          start: 0,
          help: say`What is packed is the weight less this.`,
        },
        ...packAsField(job),
        { ...DEAD_FIELD, label: say`Found dead, not for sale` },
        {
          name: 'overrideReason',
          label: say`Manager’s reason, only to override the gate`,
          kind: 'text',
          optional: true,
        },
      ],
      submit: say`Harvested and packed`,
    }),
});
