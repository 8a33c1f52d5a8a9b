import { decide, refuse, type Decision } from '../../acts/decision';
import { stepDone, type Effect, type Taken, type Said } from '../../acts/effects';
import type { StoredStep } from '../../facts/step';
import type { Day } from '../../quantity/days';
import { askChanged } from '../../plan/askPlanned';
import { formatNumber } from '../../quantity/units';
import { careJob } from '../../tasks/sources/care';
import { plural, say, told } from '../../words/words';
import { CARE_NAMES } from '../care';
import type { CareCode } from '../../library/types';
import { PLANT_LOSSES } from '../losses';
import { composted, planDropped, plantsAt, requireSoMany, type PlantKnown } from './standing';

interface Where {
  lotId: string;
  placeId: string;
}

/** Plants that are lost, with the cause; they go to compost. */
export function decideLoss(known: PlantKnown, v: Where & { count: number; cause: string }): Decision<Taken<Said>> {
  return decide(() => {
    const { plants, place, standing } = plantsAt(known.facts, v);
    requireSoMany({ ...plants, count: standing }, v.count);
    const left = standing - v.count;
    const dropped = left === 0 ? planDropped(known.plan, plants.lotCode, place.id) : [];
    const words = say`${formatNumber(v.count)} of ${plants.lotCode} lost in ${place.code} (${told(PLANT_LOSSES[v.cause]!)}), ${formatNumber(left)} left.`;
    return {
      effects: [composted(plants, { count: v.count, reason: 'lost', note: v.cause }), ...dropped],
      said: () => ({ words, lines: dropped.length > 0 ? [say`What was planned for them is taken out.`] : [] }),
    };
  });
}

/** Whose orders fall short without these plants, in sentences. */
function whoSuffers({ facts, plan, units }: PlantKnown, { lotId, placeId }: Where, mine: (s: StoredStep) => boolean) {
  const after = { ...facts, plantings: facts.plantings.filter((p) => p.lotId !== lotId || p.placeId !== placeId) };
  const { asked } = askChanged({ before: facts, after, plan, planAfter: plan.filter((s) => !mine(s)), units });
  // The question that closes them is asked here in its own words.
  return asked.slice(0, -1);
}

/** A planting is cleared before, or without, its day in the plan. */
export function decideClearNow(known: PlantKnown, v: Where): Decision<Taken<Said>> {
  return decide((asks) => {
    const { plants, place, standing } = plantsAt(known.facts, v);
    const dropped = planDropped(known.plan, plants.lotCode, place.id);
    const mine = (s: StoredStep) => s.lotCode === plants.lotCode && s.fromPlaceId === place.id;
    const picks = known.plan.filter((s) => mine(s) && s.kind === 'pick').length;
    if (picks > 0)
      asks.push(
        ...whoSuffers(known, v, mine),
        say`${formatNumber(standing)} plants go to compost; ${plural(picks, '# planned pick', '# planned picks')} taken out. Is that so?`,
      );
    return {
      effects: [composted(plants, { count: standing, reason: 'clear' }), ...dropped],
      said: () => ({
        words: say`${plants.lotCode} is cleared from ${place.code}; its places are free.`,
        lines: [],
      }),
    };
  });
}

/** What is left of a planting goes to compost on its day in the plan, and its places are free. @param there plants that stand there */
export function decideClear({
  step,
  lotId,
  there,
}: {
  step: StoredStep;
  lotId: string;
  there: number;
}): Decision<Taken> {
  return decide(() => {
    const from = { lotId, placeId: step.fromPlaceId! };
    const gone = there > 0 ? [composted(from, { count: there, reason: 'clear', stepId: step.id })] : [];
    return { effects: [...gone, stepDone(step.id)], said: () => say`Recorded.` };
  });
}

/** How many came up on the bench; where that is too few for what is planned of them, the plan asks for as many as there will be. */
export function decideCameUp(known: PlantKnown, v: Where & { count: number }): Decision<Taken<Said>> {
  return decide(() => {
    const { plants, crop, place } = plantsAt(known.facts, v);
    if (plants.transplantedOn !== null)
      refuse('form', say`${plants.lotCode} is in its bed; what comes up is counted on the bench.`);
    requireSoMany(plants, v.count);
    const share = say`${formatNumber((v.count / plants.count) * 100)} %`;
    const words = say`${formatNumber(v.count)} of ${formatNumber(plants.count)} came up (${share}; usual ${formatNumber(crop.germination * 100)} %).`;
    const { lotId } = plants;
    const event: Effect = {
      does: 'event',
      event: { kind: 'came_up', lotId, placeId: place.id, words, count: v.count },
    };
    const willBe = Math.floor(v.count * crop.nurserySurvival);
    const short = known.plan.filter((s) => s.lotCode === plants.lotCode && s.count > willBe);
    const transplant = short.find((s) => s.kind === 'transplant');
    if (!transplant) return { effects: [event], said: () => ({ words, lines: [] }) };
    const fewer = short
      .filter((s) => s.kind !== 'sow')
      .map((s): Effect => ({ does: 'step', stepId: s.id, became: { count: Math.max(1, willBe) } }));
    const lines = [
      say`The plan wanted ${formatNumber(transplant.count)} of them; it goes on with ${formatNumber(willBe)}. What is short shows on Market and under “Short of what is promised”.`,
    ];
    return { effects: [event, ...fewer], said: () => ({ words, lines }) };
  });
}

interface Care {
  lotCode: string;
  placeId: string;
  what: CareCode;
  dueOn?: Day | undefined;
  note?: string | undefined;
}

/** Work on plants that stand for months: training, side shoots, lowering, thinning. From when it was done the next is counted. */
export function decideCare({ facts, on }: PlantKnown, { lotCode, placeId, what, dueOn, note }: Care): Decision<Taken> {
  return decide(() => {
    const plants = facts.plantings.find((p) => p.lotCode === lotCode && p.placeId === placeId);
    if (!plants || plants.transplantedOn === null)
      refuse('form', say`None of that planting stand there any more. Reload.`);
    const title = told(CARE_NAMES[what]);
    const job = careJob(lotCode, dueOn ?? on, { placeId, what });
    const words = note ? `${title}: ${note}` : title;
    const place = facts.places.find((p) => p.id === placeId)?.code ?? '';
    return {
      effects: [
        { does: 'job', job, title, ...(note ? { note } : {}) },
        { does: 'event', event: { kind: 'care', lotId: plants.lotId, placeId, words, detail: { what } } },
      ],
      said: () => say`${title}: ${lotCode} in ${place}.`,
    };
  });
}
