import { say } from '../../core/words/words';
import type { PlantingFact } from '../../core/facts/farm';
import { RuleBroken } from '../../core/errors';
import { formatNumber } from '../../core/quantity/units';
import type { Tx } from '../connection';
import { GOODS_OF_RECIPE } from '../goods';
import { createLot, freeLotCode, placeOfRole, recordMovement, type Entry, type Reason } from '../ledger';
import { addSteps, newId, stepsOfLot, type StoredStep } from '../plan';
import type { SpacedDetail } from '../plantingFacts';
import { STANDING_EVENT } from '../keeping';
import { recordHusbandry } from '../events';
import type { Found } from '../entries';

interface OfPlants {
  tx: Tx;
  entry: Entry;
  /** The plants that stand in one place. */
  plants: Pick<PlantingFact, 'lotId' | 'lotCode' | 'placeId' | 'count'>;
}

/** @throws {RuleBroken} when more are named than stand there */
export function requireSoMany(plants: Pick<PlantingFact, 'lotCode' | 'count'>, count: number, field = 'count'): void {
  if (count > plants.count)
    throw new RuleBroken(
      field,
      say`${formatNumber(plants.count)} of ${plants.lotCode} stand there; ${formatNumber(count)} is more than that.`,
    );
}

interface ToCompostArgs extends OfPlants {
  count: number;
  reason: Extract<Reason, 'lost' | 'clear'>;
  note?: string;
  part?: string;
}

export async function toCompost({ tx, entry, plants, count, reason, note, part = ':lost' }: ToCompostArgs) {
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: plants.lotId,
      fromPlaceId: plants.placeId,
      toPlaceId: await placeOfRole(tx, 'compost'),
      count,
      reason,
      note: note ?? null,
    },
    part,
  });
}

export interface SpaceArgs extends OfPlants {
  plants: PlantingFact;
  toPlaceId: string;
  /** Plants that stand there afterwards. */
  count: number;
  stage: number;
  stepId?: string;
}

/** Plants come to another bed, or to their next spacing, or both. From the bench they begin their first stage. */
export async function standElsewhere({ tx, entry, plants, toPlaceId, count, stage, stepId }: SpaceArgs): Promise<void> {
  const fromBench = plants.transplantedOn === null;
  if (plants.placeId !== toPlaceId)
    await recordMovement({
      tx,
      entry,
      movement: {
        lotId: plants.lotId,
        fromPlaceId: plants.placeId,
        toPlaceId,
        count,
        reason: fromBench ? 'transplant' : 'move',
        ...(stepId ? { stepId } : {}),
      },
      part: ':to',
    });
  if (fromBench) return;
  const before = plants.stage ?? 0;
  const since = stage > before ? entry.farmDay : (plants.stageFrom ?? plants.transplantedOn!);
  const detail: SpacedDetail = { stage, since, cuts: plants.cutsDone, lastCutOn: plants.lastCutOn };
  await recordHusbandry({
    tx,
    entry,
    event: {
      kind: 'spaced',
      lotId: plants.lotId,
      placeId: toPlaceId,
      words: stage > before ? say`Re-spaced` : say`Moved to another bed`,
      count,
      detail: { ...detail },
    },
    part: ':spaced',
  });
}

interface FollowPlantsArgs {
  tx: Tx;
  entry: Entry;
  plants: PlantingFact;
  toPlaceId: string;
  count: number;
}

/**
 * What is planned for plants in one bed is planned for them in the other; where a part stays, for each its part. From the bench, the
 * transplant that was planned is done.
 */
export async function planFollowsPlants(args: FollowPlantsArgs): Promise<void> {
  const { tx, plants, toPlaceId, count } = args;
  const open = (await stepsOfLot(tx, plants.lotCode)).filter((s) => s.state === 'planned');
  if (plants.transplantedOn !== null) {
    if (plants.placeId !== toPlaceId)
      await turnTo(args, { from: plants.placeId, steps: open, whole: count >= plants.count });
    return;
  }
  const due = open.filter((s) => s.kind === 'transplant');
  const step = due.find((s) => s.toPlaceId === toPlaceId) ?? due[0];
  if (!step) return;
  const whole = count >= Math.min(step.count, plants.count);
  if (step.toPlaceId !== toPlaceId) await turnTo(args, { from: step.toPlaceId!, steps: open, whole });
  await tx('plan_step')
    .where({ id: step.id })
    .update({
      ...(whole
        ? { to_place_id: toPlaceId, state: 'done', done_on: args.entry.farmDay }
        : { count: step.count - count }),
      version: tx.raw('version + 1'),
    });
}

interface Turning {
  /** The bed they are planned from so far. */
  from: string;
  steps: readonly StoredStep[];
  /** All of them go; else a part stays with its part of the plan. */
  whole: boolean;
}

async function turnTo({ tx, entry, toPlaceId, count }: FollowPlantsArgs, turning: Turning): Promise<void> {
  const copies: StoredStep[] = [];
  for (const step of turning.steps.filter((s) => s.fromPlaceId === turning.from)) {
    const toPlace = step.toPlaceId === turning.from ? toPlaceId : step.toPlaceId;
    if (turning.whole) {
      await tx('plan_step')
        .where({ id: step.id })
        .update({ from_place_id: toPlaceId, to_place_id: toPlace, version: tx.raw('version + 1') });
      continue;
    }
    const going = Math.min(count, step.count);
    copies.push({ ...step, id: newId(), fromPlaceId: toPlaceId, toPlaceId: toPlace, count: going, version: 1 });
    if (step.count - going >= 1)
      await tx('plan_step')
        .where({ id: step.id })
        .update({ count: step.count - going, version: tx.raw('version + 1') });
  }
  await addSteps(tx, entry.farmId, copies);
}

/** Nothing of a lot stands in a place any more: what is planned for it there is taken out. @returns how many steps */
export function dropPlanAt(tx: Tx, lotCode: string, placeId: string): Promise<number> {
  return tx('plan_step')
    .where({ lot_code: lotCode, from_place_id: placeId, state: 'planned' })
    .update({ state: 'dropped', version: tx.raw('version + 1') });
}

export interface Sowing {
  lotCode: string;
  cropCode: string | null;
  placeId: string;
  count: number;
  stepId?: string;
  part?: string;
  field?: string;
}

/** Seed leaves its lot and becomes a planting on the benches. The oldest seed that suffices is used. @returns the planting */
export async function sowSeedInto(tx: Tx, entry: Entry, sowing: Sowing): Promise<string> {
  const used = await takeSeed(tx, sowing);
  const lotId = await createLot(tx, entry.farmId, {
    code: sowing.lotCode,
    kind: 'planting',
    keeps: 'count',
    beganOn: entry.farmDay,
    cropCode: sowing.cropCode,
    fromLotIds: used.map((u) => u.lotId),
  });
  const made = await placeOfRole(tx, 'made');
  const step = sowing.stepId ? { stepId: sowing.stepId } : {};
  const part = sowing.part ?? '';
  for (const [i, { lotId: seedLot, placeId, count }] of used.entries()) {
    await recordMovement({
      tx,
      entry,
      movement: { lotId: seedLot, fromPlaceId: placeId, toPlaceId: made, count, reason: 'sow', ...step },
      part: `${part}:s${i}`,
    });
  }
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId,
      fromPlaceId: made,
      toPlaceId: sowing.placeId,
      count: sowing.count,
      reason: 'sow',
      ...step,
    },
    part,
  });
  return lotId;
}

async function takeSeed(tx: Tx, sowing: Sowing): Promise<{ lotId: string; placeId: string; count: number }[]> {
  const seeds: { lot_id: string; place_id: string; count: number }[] = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'p.role': 'seed', 'l.kind': 'seed' })
    .whereRaw(`l.crop_code = ${GOODS_OF_RECIPE}`, [sowing.cropCode])
    .andWhere('b.count', '>', 0)
    .orderBy(['l.began_on', 'l.code'])
    .select('b.lot_id', 'b.place_id', 'b.count');
  const total = seeds.reduce((sum, s) => sum + s.count, 0);
  if (total < sowing.count)
    throw new RuleBroken(
      sowing.field ?? 'count',
      say`The seed store holds ${total} of these seeds; ${sowing.count} are more than that.`,
    );
  const used: { lotId: string; placeId: string; count: number }[] = [];
  let owed = sowing.count;
  for (const seed of seeds) {
    const count = Math.min(owed, seed.count);
    if (count > 0) used.push({ lotId: seed.lot_id, placeId: seed.place_id, count });
    owed -= count;
  }
  return used;
}

/**
 * Before a sowing is taken back: nothing was done with its plants since, and the emptied lot gives its code up, so that the same
 * sowing can be sown again. @throws {RuleBroken} naming the planting that something was done with
 */
export async function freeSowing(tx: Tx, was: Found): Promise<void> {
  const lots: { id: string; code: string }[] = await tx('movement as m')
    .join('lot as l', 'l.id', 'm.lot_id')
    .where((q) => void q.where('m.entry_key', was.entryKey).orWhere('m.entry_key', 'like', `${was.entryKey}:%`))
    .where({ 'm.reason': 'sow', 'l.kind': 'planting' })
    .distinct('l.id', 'l.code');
  for (const lot of lots) {
    if (await touchedSince(tx, lot.id))
      throw new RuleBroken('form', say`Something was done with ${lot.code} since. Take that back first.`);
    await tx('lot')
      .where({ id: lot.id })
      .update({ code: await freeLotCode(tx, `${lot.code}-BACK`) });
  }
}

/** Whether plants of a lot were moved, lost, counted or noted about after they were sown. */
async function touchedSince(tx: Tx, lotId: string): Promise<boolean> {
  const moved = await tx('movement as m')
    .where({ 'm.lot_id': lotId })
    .whereNotIn('m.reason', ['sow', 'reverse'])
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .first('m.id');
  if (moved) return true;
  return Boolean(await tx('husbandry_event as e').where({ 'e.lot_id': lotId }).whereRaw(STANDING_EVENT).first('e.id'));
}
