import { decide, refuse, type Decision } from '../../acts/decision';
import { at, role, stepDone, type Effect, type Taken } from '../../acts/effects';
import type { ProductFact } from '../../facts/farm';
import type { StoredStep } from '../../facts/step';
import { inSentence } from '../../library/inSentence';
import type { Crop } from '../../library/types';
import { packedAs } from '../../market/packedAs';
import { formatNumber } from '../../quantity/units';
import { stepJob } from '../../tasks/jobs';
import { plural, say } from '../../words/words';
import { soldFromBench } from '../recipe';
import { goodsCode } from '../recipes';
import { placesNow } from '../roomFor';
import { planFollowsPlants, standElsewhere } from './moving';
import {
  askedBed,
  bedOf,
  composted,
  counted,
  plantsAt,
  requireSoMany,
  type PlantKnown,
  type PlantsHere,
} from './standing';

export interface Picked {
  lotId: string;
  placeId: string;
  /** Pieces, or g for crops sold by weight. */
  quantity: number;
  /** Of pieces: what they weighed together, where they were weighed, g. */
  massG?: number | undefined;
  productCode?: string | undefined;
}

/** What comes in at the beginning of a bed that was pushed on. */
export interface Refill {
  refillLotId?: string | undefined;
  refillCount?: number | undefined;
}

export interface PickKnown extends PlantKnown {
  /** The number of the cut that a picking on the day is: another picking of the same day is the same cut. */
  cut: number;
}

/** A pick, what it is packed as, and whose plans it touches. */
export interface PickTaken {
  /** Lots whose plan follows their plants. */
  lots: string[];
}

type Pick = Taken<string> & PickTaken;

/** Packed: a new lot in the cold room. */
const PACKED = 'packed';

function packed({ plants }: PlantsHere, { product, quantity, on, stepId }: Packing): Effect[] {
  const byWeight = product.unit === 'kg';
  const lot = { kind: 'packed_produce', keeps: byWeight ? 'mass' : 'count', productCode: product.code } as const;
  const amount = byWeight ? { massG: quantity } : { count: quantity };
  return [
    {
      ...{ does: 'lot', as: PACKED, free: true },
      lot: { ...lot, code: `PP-${plants.lotCode}`, beganOn: on, fromLotIds: [plants.lotId] },
    },
    {
      ...{ does: 'movement', lot: { made: PACKED }, from: role('made'), to: role('cold') },
      ...{ ...amount, reason: 'make', stepId },
    },
  ];
}

interface Packing {
  product: ProductFact;
  quantity: number;
  on: string;
  stepId?: string | undefined;
}

/** Cells of a tray in which nothing came up, or nothing good: they go with it. */
const emptyCells = (crop: Crop, plants: number) =>
  Math.round(plants * (1 / (crop.germination * crop.nurserySurvival * crop.finalSurvival * crop.packout) - 1));

interface Taking {
  effects: Effect[];
  /** Plants that left the bed, picked or as empty cells. */
  gone: number;
}

/**
 * Whole heads leave the bed with what is packed; cut plants stay to grow again. More heads than the books have there are asked
 * about and written down as counted.
 */
function takePick(
  here: PlantsHere,
  v: Picked & { stepId?: string | undefined },
  known: PickKnown,
  asks: string[],
): Taking {
  const { crop, plants, standing } = here;
  const product = packedAs({
    products: known.facts.products,
    of: { cropCode: goodsCode(crop) },
    wanted: v.productCode,
    none: say`This farm sells no ${inSentence(crop.name)}.`,
  });
  if (product.unit !== 'kg' && !Number.isInteger(v.quantity))
    refuse('quantity', say`These are picked whole; ${v.quantity} is no number of pieces.`);
  const units = v.quantity * (product.madeFrom?.takes ?? 1);
  if (crop.unit === 'kg') requireCredible(crop, standing, units);
  const goods = packed(here, { product, quantity: v.quantity, on: known.on, stepId: v.stepId });
  const cut: Effect = {
    does: 'event',
    event: { kind: 'cut', lotId: plants.lotId, placeId: v.placeId, words: say`Cut ${known.cut}`, count: known.cut },
  };
  if (crop.cutsMax > 1 || crop.unit === 'kg') return { effects: crop.cutsMax > 1 ? [...goods, cut] : goods, gone: 0 };
  const heads = Math.round(units * (crop.plantsPerUnit ?? 1));
  const more = Math.max(0, heads - standing);
  if (more > 0)
    asks.push(
      say`By the books ${formatNumber(standing)} plants stand here; ${formatNumber(heads)} were picked. Were that many counted?`,
    );
  const empty = soldFromBench(crop) ? Math.max(0, Math.min(standing - heads, emptyCells(crop, heads))) : 0;
  const out: Effect = {
    ...{ does: 'movement', lot: { lotId: plants.lotId }, from: at(v.placeId), to: role('packed') },
    ...{ count: heads, reason: 'pick', stepId: v.stepId },
  };
  return {
    effects: [
      ...(more > 0 ? [counted(plants, more)] : []),
      ...weighed(here, { heads, placeId: v.placeId, massG: v.massG }, asks),
      out,
      ...(empty > 0
        ? [composted(plants, { count: empty, reason: 'lost', ...(v.stepId ? { stepId: v.stepId } : {}) })]
        : []),
      ...goods,
    ],
    gone: Math.min(standing, heads + empty),
  };
}

/** A head of a third or three times its usual weight is asked about. */
const ODD_WEIGHT = 3;

/** What heads weighed when they were picked: it teaches what a head weighs. */
function weighed(
  { crop, plants }: PlantsHere,
  { heads, placeId, massG }: { heads: number; placeId: string; massG: number | undefined },
  asks: string[],
): Effect[] {
  if (!massG || heads <= 0) return [];
  const eachG = massG / heads;
  const words = say`${formatNumber(heads)} weighed ${formatNumber(massG)} g`;
  if (eachG > crop.yieldG * ODD_WEIGHT || eachG < crop.yieldG / ODD_WEIGHT)
    asks.push(
      say`${formatNumber(massG)} g for ${formatNumber(heads)} is ${formatNumber(eachG)} g each; ${inSentence(crop.name)} usually weighs ${formatNumber(crop.yieldG)} g. Is that so?`,
    );
  return [
    {
      does: 'event',
      event: { kind: 'weighed', lotId: plants.lotId, placeId, words, count: heads, detail: { massG } },
    },
  ];
}

/** @throws {RuleBroken} at three times a full crop: the unit was mistaken */
function requireCredible(crop: Crop, count: number, units: number): void {
  const mostG = count * crop.yieldG * 3;
  if (units > mostG)
    refuse(
      'quantity',
      say`More than ${Math.round(mostG / 1000)} kg from ${count} plants is three times a full crop. Check the unit.`,
    );
}

/**
 * The pick that the plan has next there is done by picking; whole heads that are left over are picked on its day.
 * @returns what becomes of that step
 */
function nextPickDone(here: PlantsHere, next: StoredStep, gone: number): Effect[] {
  const again = here.crop.cutsMax > 1;
  const left = here.standing - gone;
  const stillToPick = again ? 0 : Math.min(left, next.count - gone);
  return stillToPick > 0
    ? [{ does: 'step', stepId: next.id, became: { count: stillToPick } }]
    : [{ does: 'job', job: stepJob(next.id), title: say`Pick` }, stepDone(next.id)];
}

/** Picked on the spot: the pick that the plan has next there is done by it. */
export function decidePickNow(known: PickKnown, v: Picked): Decision<Pick> {
  return decide((asks) => {
    const { here, effects } = pickOnSpot(known, v, asks);
    return { effects, lots: [here.plants.lotCode], said: (made) => say`Packed as ${made[PACKED]!}.` };
  });
}

function pickOnSpot(known: PickKnown, v: Picked, asks: string[]) {
  const here = plantsAt(known.facts, v);
  const { plants, crop } = here;
  const sameCut = crop.cutsMax > 1 && plants.lastCutOn === known.on;
  const next = sameCut
    ? undefined
    : known.plan.find((s) => s.kind === 'pick' && s.lotCode === plants.lotCode && s.fromPlaceId === v.placeId);
  const { effects, gone } = takePick(here, { ...v, ...(next ? { stepId: next.id } : {}) }, known, asks);
  return { here, gone, effects: [...effects, ...(next ? nextPickDone(here, next, gone) : [])] };
}

/** The pick that the plan has; what comes in from the bench at the same time is one entry with it. */
export function decidePick(
  known: PickKnown & { step: StoredStep; lotId: string },
  v: Omit<Picked, 'lotId' | 'placeId'> & Refill,
): Decision<Pick> {
  return decide((asks) => {
    const { step, lotId } = known;
    const placeId = step.fromPlaceId!;
    const here = plantsHere(known, { lotId, placeId });
    const picked = takePick(here, { ...v, lotId, placeId, stepId: step.id }, known, asks);
    const refill = refilled(known, { ...v, placeId }, { here, gone: picked.gone }, asks);
    return {
      effects: [...picked.effects, stepDone(step.id), ...(refill?.effects ?? [])],
      lots: [step.lotCode, ...(refill ? [refill.lotCode] : [])],
      said: (made) => (refill ? say`Packed as ${made[PACKED]!}; ${refill.words}.` : say`Packed as ${made[PACKED]!}.`),
    };
  });
}

/** @throws {RuleBroken} beside the quantity, when no plants are left there */
function plantsHere(
  { facts, step }: PickKnown & { step: StoredStep },
  at: { lotId: string; placeId: string },
): PlantsHere {
  const some = facts.plantings.some((p) => p.lotId === at.lotId && p.placeId === at.placeId);
  if (!some) refuse('quantity', say`${step.lotCode} has no plants left here.`);
  return plantsAt(facts, at);
}

/** Picked at the end, pushed on, refilled from the bench: one act and one undo. */
export function decideConveyor(known: PickKnown, v: Picked & Refill): Decision<Pick> {
  return decide((asks) => {
    const bed = bedOf(known.facts, v.placeId);
    const { here, gone, effects } = pickOnSpot(known, v, asks);
    const refill = refilled(known, v, { here, gone }, asks);
    return {
      effects: [...effects, ...(refill?.effects ?? [])],
      lots: [here.plants.lotCode, ...(refill ? [refill.lotCode] : [])],
      said: (made) =>
        refill
          ? say`Packed as ${made[PACKED]!}; ${refill.words} in ${bed.code}.`
          : say`Packed as ${made[PACKED]!}; ${bed.code} is pushed on and has room at its beginning.`,
    };
  });
}

/** Plants from the bench come in at the beginning of a bed that was pushed on. Null: none do. */
function refilled(
  known: PlantKnown,
  v: Refill & { placeId: string },
  { here, gone }: { here: PlantsHere; gone: number },
  asks: string[],
) {
  if (!v.refillLotId || !v.refillCount) return null;
  const { facts } = known;
  const bench = facts.plantings.find((p) => p.lotId === v.refillLotId && p.transplantedOn === null);
  if (!bench) refuse('refillLotId', say`None of that planting are on the bench any more. Choose another.`);
  const { plants, crop } = plantsAt(facts, { lotId: bench.lotId, placeId: bench.placeId });
  requireSoMany(plants, v.refillCount, 'refillCount');
  const to = bedOf(facts, v.placeId);
  const given = gone > 0 ? placesNow(here.crop, { stage: here.plants.stage ?? 0, plants: gone, today: known.on }) : 0;
  asks.push(...askedBed(facts, { crop, to, stage: 0, count: v.refillCount, given }));
  const wish = { plants, toPlaceId: to.id, count: v.refillCount };
  return {
    effects: [...standElsewhere(known, { ...wish, stage: 0 }), ...planFollowsPlants(known, wish)],
    lotCode: plants.lotCode,
    words: say`${formatNumber(v.refillCount)} ${inSentence(crop.name)} stand at the beginning`,
  };
}

export interface Surplus {
  lotId: string;
  placeId: string;
  productCode: string;
  trays: number;
}

/** Surplus on the bench sold as seedlings instead of composted; what the plan still wants of them is asked about. */
export function decidePackSeedlings(known: PlantKnown, v: Surplus): Decision<Taken> {
  return decide((asks) => {
    const { facts } = known;
    const here = plantsAt(facts, v);
    const { plants, place } = here;
    if (plants.transplantedOn !== null)
      refuse('form', say`${plants.lotCode} is in its bed; seedlings are packed from the bench.`);
    const product = facts.products.find((p) => p.code === v.productCode);
    const kind = facts.crops.find((c) => c.code === product?.cropCode);
    if (!product || !kind || !soldFromBench(kind)) refuse('productCode', say`Choose a product of seedlings.`);
    const perTray = kind.plantsPerUnit ?? 1;
    const taken = v.trays * perTray;
    if (taken > plants.count)
      refuse(
        'trays',
        say`${formatNumber(plants.count)} of ${plants.lotCode} are on ${place.code}: enough for ${trays(Math.floor(plants.count / perTray))} of ${perTray}.`,
      );
    const planned = known.plan
      .filter((s) => s.lotCode === plants.lotCode && s.kind === 'transplant')
      .reduce((sum, s) => sum + s.count, 0);
    const left = plants.count - taken;
    if (planned > left)
      asks.push(
        say`The plan transplants ${formatNumber(planned)} of them; ${formatNumber(left)} would be left. Is that so?`,
      );
    const out: Effect = {
      ...{ does: 'movement', lot: { lotId: plants.lotId }, from: at(plants.placeId), to: role('packed') },
      ...{ count: taken, reason: 'pick' },
    };
    return {
      effects: [out, ...packed(here, { product, quantity: v.trays, on: known.on })],
      said: (made) =>
        say`${trays(v.trays)} packed as ${made[PACKED]!}; ${formatNumber(left)} of ${plants.lotCode} stay on ${place.code}.`,
    };
  });
}

const trays = (n: number) => plural(n, '# tray', '# trays');
