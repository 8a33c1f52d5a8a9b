import { airAt } from '../facts/airAt';
import { bedStages, daysFromStage, soldFromBench } from '../crops/recipe';
import { restWithin } from '../crops/bedRest';
import { suits } from '../crops/suits';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { pickDays, planStep, stageLengthDays } from './build';
import type { FarmFacts, PlaceFact, PlantingFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { PlanStep } from '../facts/step';

interface StandingArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  forecast: FarmForecast;
  newId: () => string;
}

/** Plantings that nothing is planned for: they came from before the first record, or their plan was dropped. */
export function unplanned(facts: Pick<FarmFacts, 'plantings'>, plan: readonly PlanStep[]): PlantingFact[] {
  const known = new Set(plan.filter((s) => s.kind === 'pick' || s.kind === 'transplant').map((s) => s.lotCode));
  return facts.plantings.filter((p) => !known.has(p.lotCode));
}

/**
 * What is left to be done with plantings that stand and have no plan: from the bench into the first bed that suits and has
 * room, every pick as they ripen, and clearing. What no bed has room for is left out.
 */
export function planStanding({ facts, plan, forecast, newId }: StandingArgs): { steps: PlanStep[]; left: string[] } {
  const steps: PlanStep[] = [];
  const left: string[] = [];
  const taken = new Map<string, number>();
  for (const planting of unplanned(facts, plan)) {
    const made = stepsOf(planting, { facts, forecast, newId, plan }, taken);
    if (made) steps.push(...made);
    else left.push(planting.lotCode);
  }
  return { steps, left };
}

function stepsOf(p: PlantingFact, about: StandingArgs, taken: Map<string, number>): PlanStep[] | null {
  const { facts, newId } = about;
  const crop = facts.crops.find((c) => c.code === p.cropCode);
  const stands = facts.places.find((place) => place.id === p.placeId);
  const onBench = crop !== undefined && soldFromBench(crop);
  const bed = stands?.kind === 'bed' || onBench ? stands : crop && bedFor(p, about, taken);
  const loop = bed && (bed.loopId || onBench) ? airAt(facts, bed) : undefined;
  if (!crop || !bed || !loop) return null;
  const groupId = newId();
  const step = (kind: PlanStep['kind'], day: Day, where: Parameters<typeof planStep>[1]) =>
    planStep(
      { id: newId(), groupId, kind, day, lotCode: p.lotCode, speciesCode: null, cropCode: p.cropCode, count: p.count },
      where,
    );
  const raisedIn = airAt(facts, stands) ?? loop;
  const ripe = (from: Day, referenceDays: number, air = loop) =>
    later(addDays(from, stageLengthDays({ crop, loop: air, from, referenceDays })), facts.today);
  const steps: PlanStep[] = [];
  if (onBench) {
    const ready = ripe(p.sownOn, crop.nurseryDays);
    return [
      step('pick', ready, { fromPlaceId: bed.id, detail: { cut: 1 } }),
      step('clear', addDays(ready, crop.windowDays + 1), { fromPlaceId: bed.id }),
    ];
  }
  let inBedFrom = p.transplantedOn;
  if (!inBedFrom) {
    inBedFrom = ripe(p.sownOn, crop.nurseryDays, raisedIn);
    steps.push(step('transplant', inBedFrom, { fromPlaceId: p.placeId, toPlaceId: bed.id }));
    taken.set(bed.id, (taken.get(bed.id) ?? 0) + p.count);
  }
  const rests = bedStages(crop).slice(p.stage ?? 0, -1);
  let dense = p.stageFrom ?? inBedFrom;
  for (const [i, stage] of rests.entries()) {
    dense = ripe(dense, stage.days);
    steps.push(
      step('respace', dense, { fromPlaceId: bed.id, toPlaceId: bed.id, detail: { stage: (p.stage ?? 0) + i + 1 } }),
    );
  }
  const first = p.lastCutOn
    ? ripe(p.lastCutOn, crop.regrowDays)
    : ripe(dense, daysFromStage(crop, (p.stage ?? 0) + rests.length));
  const picks = pickDays(crop, loop, first).slice(0, Math.max(1, crop.cutsMax - p.cutsDone));
  picks.forEach((day, i) =>
    steps.push(step('pick', day, { fromPlaceId: bed.id, detail: { cut: p.cutsDone + i + 1 } })),
  );
  steps.push(step('clear', addDays(picks.at(-1)!, 1), { fromPlaceId: bed.id }));
  return steps;
}

const later = (a: Day, b: Day) => (a > b ? a : b);

/** The first bed that suits and has room for all of them from the day they are ready. */
function bedFor(p: PlantingFact, { facts, forecast }: StandingArgs, taken: Map<string, number>): PlaceFact | undefined {
  const crop = facts.crops.find((c) => c.code === p.cropCode)!;
  return facts.places.find((bed) => {
    if (bed.kind !== 'bed' || !suits(crop, bed.method)) return false;
    const inBedFrom = addDays(p.sownOn, crop.nurseryDays);
    if (restWithin(bed, inBedFrom, addDays(inBedFrom, crop.finalDays))) return false;
    const held = forecast.bedsOccupied.get(bed.id) ?? new Float64Array();
    const from = Math.max(0, daysBetween(facts.today, addDays(p.sownOn, crop.nurseryDays)));
    const most = held.subarray(from).reduce((a, b) => Math.max(a, b), 0);
    return (bed.positions ?? 0) - most - (taken.get(bed.id) ?? 0) >= p.count;
  });
}
