import { stepOf } from '../../plan/steps/steps';
import type { PlaceFact } from '../../facts/farm';
import type { PlanStep } from '../../facts/step';
import { daysBetween } from '../../quantity/days';
import { formatNumber } from '../../quantity/units';
import { aJob, stepJob } from '../jobs';
import type { JobSource, RoundView } from '../source';

function jobsOf(view: RoundView) {
  const { steps, day, facts } = view;
  const places = new Map(facts.places.map((p) => [p.id, p]));
  return steps
    .filter((s) => (view.at > 0 ? s.day === day : s.day <= day))
    .flatMap((step) => {
      const module = stepOf(step.kind);
      if (!module) return [];
      const place = places.get(step.fromPlaceId ?? step.toPlaceId ?? '');
      return [
        aJob(stepJob(step.id), place, {
          kind: step.kind,
          stepId: step.id,
          lotCode: step.lotCode,
          lateDays: Math.max(0, daysBetween(step.day, day)),
          ...module.round(step, contextOf(step, view, places)),
        }),
      ];
    });
}

function contextOf(step: PlanStep, view: RoundView, places: Map<string, PlaceFact>) {
  const { facts } = view;
  const crop = facts.crops.find((c) => c.code === step.cropCode);
  const species = facts.species.find((s) => s.code === step.speciesCode);
  const meanG = takenMeanG(step, view);
  return {
    view,
    to: places.get(step.toPlaceId ?? ''),
    from: places.get(step.fromPlaceId ?? ''),
    name: crop?.name ?? species?.name ?? '',
    crop,
    count: formatNumber(step.count),
    meanG,
    expectedMass: { count: step.count, massG: Math.round(step.count * meanG) },
  };
}

/** What one fish that the step takes will weigh, by the forecast: of a part the largest, also when the step is overdue. */
function takenMeanG(step: PlanStep, { forecast, at }: RoundView): number {
  const harvested = forecast.supply.find((s) => s.stepId === step.id);
  if (harvested?.count && step.kind === 'harvest') return harvested.massG ? harvested.massG / harvested.count : 0;
  const placeId = step.toPlaceId ?? step.fromPlaceId;
  const stays = forecast.fish.filter((s) => s.lotCode === step.lotCode && s.placeId === placeId);
  const day = Math.max(0, daysBetween(forecast.firstDay, step.day));
  const stay = stays.find((s) => s.from === day) ?? stays[0];
  return stay?.meanG[Math.max(0, Math.min(at - stay.from, stay.meanG.length - 1))] ?? 0;
}

/** What the plan asks for on the day, and what it asked for before and nobody did. */
export const module: JobSource = {
  kind: 'step',
  jobs: jobsOf,
  form: (job) => stepOf(job.kind)!.form(job),
};
