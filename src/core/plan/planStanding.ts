import { airAt } from '../facts/airAt';
import { bedStages, daysFromStage, soldFromBench } from '../crops/recipe';
import { suits } from '../crops/suits';
import { addDays, daysBetween, type Day } from '../quantity/days';
import type { Crop } from '../library/types';
import { BedRoom, type BedPart } from './bedRoom';
import { pickDays, planStep, stageLengthDays } from './build';
import type { FarmFacts, LoopFact, PlantingFact } from '../facts/farm';
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
 * What is left to be done with plantings that stand and have no plan: from the bench into as many beds as they need, denser stages into
 * beds of their own where the last has no room for all, every pick as they ripen, and clearing. What all beds together have no room for
 * is left out.
 */
export function planStanding({ facts, plan, forecast, newId }: StandingArgs): { steps: PlanStep[]; left: string[] } {
  const steps: PlanStep[] = [];
  const left: string[] = [];
  const room = new BedRoom(facts, forecast);
  for (const planting of unplanned(facts, plan)) {
    const made = stepsOf(planting, { facts, newId, room });
    if (made) steps.push(...made);
    else left.push(planting.lotCode);
  }
  return { steps, left };
}

interface About {
  facts: FarmFacts;
  newId: () => string;
  room: BedRoom;
}

/** Makes one step of a planting; all of them are one group. */
type Make = (kind: PlanStep['kind'], day: Day, where: Parameters<typeof planStep>[1] & { count?: number }) => PlanStep;

function stepsOf(p: PlantingFact, { facts, newId, room }: About): PlanStep[] | null {
  const crop = facts.crops.find((c) => c.code === p.cropCode);
  const stands = facts.places.find((place) => place.id === p.placeId);
  if (!crop || !stands) return null;
  const groupId = newId();
  const make: Make = (kind, day, { count = p.count, ...where }) =>
    planStep(
      { id: newId(), groupId, kind, day, lotCode: p.lotCode, speciesCode: null, cropCode: p.cropCode, count },
      where,
    );
  const air = airAt(facts, stands);
  if (soldFromBench(crop)) return air ? fromBench(p, { facts, crop, air, make }) : null;
  if (stands.kind === 'bed') return stands.loopId && air ? fromBed(p, { facts, crop, air, make }) : null;
  return intoBeds(p, { facts, crop, air, make, room });
}

interface Growing {
  facts: FarmFacts;
  crop: Crop;
  air: LoopFact;
  make: Make;
}

const ripeOn = ({ facts, crop, air }: Omit<Growing, 'make'>, from: Day, referenceDays: number) =>
  later(addDays(from, stageLengthDays({ crop, loop: air, from, referenceDays })), facts.today);

function fromBench(p: PlantingFact, about: Growing): PlanStep[] {
  const { crop, make } = about;
  const ready = ripeOn(about, p.sownOn, crop.nurseryDays);
  const where = { fromPlaceId: p.placeId };
  return [
    make('pick', ready, { ...where, detail: { cut: 1 } }),
    make('clear', addDays(ready, crop.windowDays + 1), where),
  ];
}

/** In its bed: re-spaced, picked and cleared there. */
function fromBed(p: PlantingFact, about: Growing): PlanStep[] {
  const { crop, make } = about;
  const here = { fromPlaceId: p.placeId };
  const stages = bedStages(crop).slice(p.stage ?? 0, -1);
  let dense = p.stageFrom ?? p.transplantedOn ?? about.facts.today;
  const steps = stages.map((stage, i) => {
    dense = ripeOn(about, dense, stage.days);
    return make('respace', dense, { ...here, toPlaceId: p.placeId, detail: { stage: (p.stage ?? 0) + i + 1 } });
  });
  const first = p.lastCutOn
    ? ripeOn(about, p.lastCutOn, crop.regrowDays)
    : ripeOn(about, dense, daysFromStage(crop, (p.stage ?? 0) + stages.length));
  return [...steps, ...picksAndClear(about, { placeId: p.placeId, count: p.count, first, cutsDone: p.cutsDone })];
}

interface Picked {
  placeId: string;
  count: number;
  first: Day;
  cutsDone: number;
}

function picksAndClear({ crop, air, make }: Growing, { placeId, count, first, cutsDone }: Picked): PlanStep[] {
  const here = { fromPlaceId: placeId, count };
  const picks = pickDays(crop, air, first).slice(0, Math.max(1, crop.cutsMax - cutsDone));
  return [
    ...picks.map((day, i) => make('pick', day, { ...here, detail: { cut: cutsDone + i + 1 } })),
    make('clear', addDays(picks.at(-1)!, 1), here),
  ];
}

/** From the bench into beds: each stage into the fewest beds that have room for it while it lasts. */
function intoBeds(
  p: PlantingFact,
  { facts, crop, air, make, room }: Omit<Growing, 'air'> & { air: LoopFact | undefined; room: BedRoom },
) {
  const index = (day: Day) => daysBetween(facts.today, day);
  const someBed = facts.places.find((bed) => bed.kind === 'bed' && bed.loopId && suits(crop, bed.method));
  const bedAir = someBed && airAt(facts, someBed);
  if (!bedAir) return null;
  const inBedFrom = ripeOn({ facts, crop, air: air ?? bedAir }, p.sownOn, crop.nurseryDays);
  const stages = bedStages(crop);
  const last = stages.at(-1)!.perM2;
  const about = { facts, crop, air: bedAir, make };
  const begins = [inBedFrom];
  for (const { days } of stages) begins.push(ripeOn(about, begins.at(-1)!, days));
  const ripe = begins.at(-1)!;
  const cleared = addDays(pickDays(crop, bedAir, ripe).at(-1)!, 1);
  const steps: PlanStep[] = [];
  let parts: BedPart[] = [];
  for (const [stage, { perM2 }] of stages.entries()) {
    const isLast = stage === stages.length - 1;
    const span = { from: index(begins[stage]!), until: index(isLast ? cleared : begins[stage + 1]!) };
    const each = last / Math.max(perM2, last);
    const moves: { from: BedPart | null; to: BedPart[] }[] = [];
    for (const from of stage === 0 ? [null] : parts) {
      const to = room.bedsFor(crop, {
        plants: from?.plants ?? p.count,
        each,
        ...span,
        ...(from ? { first: from } : {}),
      });
      if (!to) return null;
      for (const part of to) room.hold(part, each, span);
      moves.push({ from, to });
    }
    const day = begins[stage]!;
    for (const { from, to } of moves)
      for (const { bed, plants } of to)
        steps.push(
          from
            ? make('respace', day, { fromPlaceId: from.bed.id, toPlaceId: bed.id, count: plants, detail: { stage } })
            : make('transplant', day, { fromPlaceId: p.placeId, toPlaceId: bed.id, count: plants }),
        );
    parts = together(moves.flatMap((m) => m.to));
  }
  return [
    ...steps,
    ...parts.flatMap(({ bed, plants }) =>
      picksAndClear(about, { placeId: bed.id, count: plants, first: ripe, cutsDone: 0 }),
    ),
  ];
}

/** Plants that came into one bed from several are one part of it. */
function together(parts: readonly BedPart[]): BedPart[] {
  const known = new Map<string, BedPart>();
  for (const { bed, plants } of parts) known.set(bed.id, { bed, plants: plants + (known.get(bed.id)?.plants ?? 0) });
  return [...known.values()];
}

const later = (a: Day, b: Day) => (a > b ? a : b);
