import { say } from '../words/words';
import { developmentOn } from '../crops/development';
import { isResting } from '../crops/winterRest';
import { sowingFor, type SowingQuantities } from '../crops/quantities';
import { bedStages, soldFromBench } from '../crops/recipe';
import { RuleBroken } from '../errors';
import type { Crop } from '../library/types';
import { purgeBackSchedule, type PurgeMethod } from '../purge/backSchedule';
import { addDays, fromMonths, type Day } from '../quantity/days';
import { NO_DETAIL, type PlanStep } from '../facts/step';
import type { LoopFact } from '../facts/farm';

type NewId = () => string;
type Where = Partial<Pick<PlanStep, 'fromPlaceId' | 'toPlaceId' | 'detail'>>;
type What = Pick<PlanStep, 'id' | 'groupId' | 'kind' | 'day' | 'lotCode' | 'speciesCode' | 'cropCode' | 'count'>;

/** Every field named, none spread: a plan of tens of thousands of such steps is read twenty times faster. */
export function planStep(what: What, { fromPlaceId = null, toPlaceId = null, detail = NO_DETAIL }: Where): PlanStep {
  const { id, groupId, kind, day, lotCode, speciesCode, cropCode, count } = what;
  const step = {
    id,
    groupId,
    kind,
    day,
    lotCode,
    speciesCode,
    cropCode,
    fromPlaceId,
    toPlaceId,
    count,
    detail,
    version: 1,
  };
  // That it carries what its kind says is checked where it is written down.
  return step as PlanStep;
}

export interface HarvestWish {
  lotCode: string;
  speciesCode: string;
  tankId: string;
  /** Where the fish are when their feed stops; absent: in `tankId`. */
  unfedInId?: string;
  /** Null when the fish are purged in place. */
  purgePlaceId: string | null;
  purgeVolumeL: number;
  harvestDay: Day;
  count: number;
  purgeDays: number;
  method: PurgeMethod;
}

/** Days without feed in the grow-out tank before the fish are moved to a purge tank. Planning default. */
export const FAST_BEFORE_MOVE_DAYS = 1;

/** Part of the purge water that one exchange replaces. Planning default. */
export const EXCHANGE_SHARE = 0.5;

/** Feed stop, transfer, exchanges, taste check and harvest of one purge batch, as one group. */
export function harvestGroup(wish: HarvestWish, newId: NewId): PlanStep[] {
  const schedule = purgeBackSchedule(wish.harvestDay, {
    method: wish.method,
    purgeDays: wish.purgeDays,
    fastBeforeMoveDays: FAST_BEFORE_MOVE_DAYS,
    exchangeEveryDays: 2,
  });
  const groupId = newId();
  const where = wish.method === 'in_place' ? wish.tankId : wish.purgePlaceId;
  if (!where) throw new RuleBroken('purgePlaceId', say`Choose a purge tank, or purge in place.`);
  const { lotCode, speciesCode, count } = wish;
  const step = (kind: PlanStep['kind'], day: Day, place: Where) =>
    planStep({ id: newId(), groupId, kind, day, lotCode, speciesCode, cropCode: null, count }, place);
  const steps = [step('feed_stop', schedule.feedStop, { fromPlaceId: wish.unfedInId ?? wish.tankId })];
  if (schedule.transfer) steps.push(step('purge', schedule.transfer, { fromPlaceId: wish.tankId, toPlaceId: where }));
  for (const day of schedule.exchanges) {
    steps.push(
      step('exchange', day, { fromPlaceId: where, detail: { litres: Math.round(wish.purgeVolumeL * EXCHANGE_SHARE) } }),
    );
  }
  steps.push(step('taste', schedule.taste, { fromPlaceId: where }));
  steps.push(step('harvest', schedule.harvest, { fromPlaceId: where }));
  return steps;
}

const plannedAir = (loop: LoopFact, date: Day) => ({
  airC: fromMonths(loop.plannedAirTempC, date),
  lightMol: fromMonths(loop.plannedLightMol, date),
});

interface StageLengthDaysArgs {
  crop: Crop;
  loop: LoopFact;
  from: Day;
  referenceDays: number;
}

/** Days a crop needs at a loop's planned air and light, starting from a day. */
export function stageLengthDays({ crop, loop, from, referenceDays }: StageLengthDaysArgs): number {
  let made = 0;
  for (let day = 0; day < 400; day++) {
    const date = addDays(from, day);
    const rests = isResting(crop, date);
    // What rests is not picked, on its first day neither.
    if (made >= referenceDays - 1e-9 && !(rests && day > 0)) return day;
    // Cut back for its rest, it begins anew.
    made = rests ? 0 : made + developmentOn(crop, date, plannedAir(loop, date));
  }
  throw new RuleBroken('day', say`${crop.name} would hardly grow from ${from}: too cold or too dark.`);
}

interface StageLengthEndingDaysArgs {
  crop: Crop;
  loop: LoopFact;
  until: Day;
  referenceDays: number;
}

/** The stage length that ends on a day: found backwards, a day at a time. */
export function stageLengthEndingDays({ crop, loop, until, referenceDays }: StageLengthEndingDaysArgs): number {
  if (referenceDays <= 0) return 0;
  let made = 0;
  for (let day = 1; day < 400; day++) {
    const date = addDays(until, -day);
    made += developmentOn(crop, date, plannedAir(loop, date));
    if (made >= referenceDays - 1e-9) return day;
  }
  throw new RuleBroken('day', say`${crop.name} would hardly grow before ${until}: too cold or too dark.`);
}

export interface SowingWish {
  crop: Crop;
  loop: LoopFact;
  /** Air and light of the nursery, where they are not those of the bed. */
  nurseryAir?: LoopFact | undefined;
  lotCode: string;
  nurseryId: string;
  bedId: string;
  cellsPerTray: number;
}

interface SowingGroupArgs {
  wish: SowingWish;
  sowDay: Day;
  quantities: SowingQuantities;
  newId: NewId;
}

interface StepArgs {
  kind: PlanStep['kind'];
  day: Day;
  count: number;
  place: Where;
}

/** Sow, transplant, every pick and clear of one planting, as one group, from its sowing day. */
export function sowingGroup({ wish, sowDay, quantities, newId }: SowingGroupArgs): PlanStep[] {
  const { crop, loop, lotCode } = wish;
  const groupId = newId();
  const step = ({ kind, day, count, place }: StepArgs) =>
    planStep({ id: newId(), groupId, kind, day, lotCode, speciesCode: null, cropCode: crop.code, count }, place);
  const nursery = { crop, loop: wish.nurseryAir ?? loop, from: sowDay, referenceDays: crop.nurseryDays };
  const transplantDay = addDays(sowDay, stageLengthDays(nursery));
  if (soldFromBench(crop))
    return soldGroup({
      sowDay,
      readyDay: transplantDay,
      seeds: quantities.seeds,
      nurseryId: wish.nurseryId,
      crop,
      step,
    });
  const steps = [
    step({ kind: 'sow', day: sowDay, count: quantities.seeds, place: { toPlaceId: wish.nurseryId } }),
    step({
      kind: 'transplant',
      day: transplantDay,
      count: quantities.positions,
      place: { fromPlaceId: wish.nurseryId, toPlaceId: wish.bedId },
    }),
  ];
  const inBed = stageEnds(crop, loop, transplantDay);
  inBed.slice(0, -1).forEach((day, i) =>
    steps.push(
      step({
        kind: 'respace',
        day,
        count: quantities.positions,
        place: { fromPlaceId: wish.bedId, toPlaceId: wish.bedId, detail: { stage: i + 1 } },
      }),
    ),
  );
  const picks = pickDays(crop, loop, inBed.at(-1)!);
  picks.forEach((day, i) => {
    steps.push(
      step({
        kind: 'pick',
        day,
        count: quantities.positions,
        place: { fromPlaceId: wish.bedId, detail: { cut: i + 1 } },
      }),
    );
  });
  steps.push(
    step({
      kind: 'clear',
      day: addDays(picks.at(-1)!, 1),
      count: quantities.positions,
      place: { fromPlaceId: wish.bedId },
    }),
  );
  return steps;
}

interface SoldGroupArgs {
  sowDay: Day;
  readyDay: Day;
  seeds: number;
  nurseryId: string;
  crop: Crop;
  step: (args: StepArgs) => PlanStep;
}

/** Seedlings for sale: sown, packed by the tray from the bench, and what is left over cleared when their window closes. */
function soldGroup({ sowDay, readyDay, seeds, nurseryId, crop, step }: SoldGroupArgs): PlanStep[] {
  const onBench = { fromPlaceId: nurseryId };
  return [
    step({ kind: 'sow', day: sowDay, count: seeds, place: { toPlaceId: nurseryId } }),
    step({ kind: 'pick', day: readyDay, count: seeds, place: { ...onBench, detail: { cut: 1 } } }),
    step({ kind: 'clear', day: addDays(readyDay, crop.windowDays + 1), count: seeds, place: onBench }),
  ];
}

/** The days on which its stages in the bed end, each begun on the day the one before ended, as hands do it: at the last it is ripe. */
function stageEnds(crop: Crop, loop: LoopFact, transplantDay: Day): Day[] {
  let from = transplantDay;
  return bedStages(crop).map(
    (stage) => (from = addDays(from, stageLengthDays({ crop, loop, from, referenceDays: stage.days }))),
  );
}

/** The days a planting is picked on, from its first: as it grows again. */
export function pickDays(crop: Crop, loop: LoopFact, first: Day): Day[] {
  const days = [first];
  for (let cut = 1; cut < crop.cutsMax; cut++) {
    const last = days.at(-1)!;
    days.push(addDays(last, Math.max(1, stageLengthDays({ crop, loop, from: last, referenceDays: crop.regrowDays }))));
  }
  return days;
}

/** Air and light in which a crop is grown and raised; the same where nothing else is said. */
export type Stands = Pick<SowingWish, 'crop' | 'loop' | 'nurseryAir'>;

/** The day to sow for a first pick on a day. */
export function sowDayFor({ crop, loop, nurseryAir = loop }: Stands, firstPick: Day): Day {
  const transplantDay = bedStages(crop).reduceRight(
    (until, { days }) => addDays(until, -stageLengthEndingDays({ crop, loop, until, referenceDays: days })),
    firstPick,
  );
  return addDays(
    transplantDay,
    -stageLengthEndingDays({ crop, loop: nurseryAir, until: transplantDay, referenceDays: crop.nurseryDays }),
  );
}

interface SowingForDemandArgs {
  wish: SowingWish;
  wantedOn: Day;
  plants: number;
  newId: NewId;
}

/**
 * Works back from the day of the first pick to a sowing.
 * @param plants that are to be picked, before losses
 * @returns the sowing day, its quantities and the whole group of steps
 */
export function sowingForDemand({ wish, wantedOn, plants, newId }: SowingForDemandArgs) {
  const { crop } = wish;
  const sowDay = sowDayFor(wish, wantedOn);
  const quantities = sowingFor(plants, crop, wish.cellsPerTray);
  return { sowDay, quantities, steps: sowingGroup({ wish, sowDay, quantities, newId }) };
}
