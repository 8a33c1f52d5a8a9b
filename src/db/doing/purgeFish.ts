import { settled } from '../../core/acts/decision';
import { RuleBroken } from '../../core/errors';
import { decideLiveSale } from '../../core/fish/decideLiveSale';
import type { FarmFacts } from '../../core/facts/farm';
import { askDeaths } from '../../core/plausible';
import { formatNumber } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import { saltByPlace, addPurgeCheck } from '../events';
import { type Entry, placeOfRole, recordMovement, freeLotCode, createLot } from '../ledger';
import { lockStep, stepsOfGroups, finishStep, requireEarlierDone, type StoredStep } from '../plan';
import { beginBatch, closeBatch, gatesOf } from '../purgeBatch';
import { lotByCode, requirePresent, recordDeaths } from './fish';
import { holdLive, lastSeenOf, liveProduct } from './live';
import { packedAs } from './packing';

interface StopFeedArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  stepId: string;
}

/** Feed stops, and with it is fixed what this batch must meet before sale. */
export async function stopFeed({ tx, entry, facts, stepId }: StopFeedArgs): Promise<void> {
  const step = await lockStep(tx, stepId, 'feed_stop');
  const lot = await lotByCode(tx, step.lotCode);
  const group = await stepsOfGroups(tx, [step.groupId]);
  const purge = group.find((s) => s.kind === 'purge');
  const tank = facts.places.find((p) => p.id === purge?.toPlaceId);
  const species = facts.species.find((s) => s.code === step.speciesCode);
  const salted = tank ? (await saltByPlace(tx)).has(tank.id) : false;
  await beginBatch(tx, entry, {
    groupId: step.groupId,
    lotId: lot.id,
    fromPlaceId: step.fromPlaceId!,
    purgePlaceId: tank?.id ?? null,
    method: !tank ? 'in_place' : salted ? 'salted' : 'separate',
    fastingDays: Math.max(1, species?.purgeDays ?? 1),
    exchanges: group.filter((s) => s.kind === 'exchange').length,
    taste: true,
  });
  await finishStep(tx, step, entry.farmDay);
}

export async function exchangeWater(
  tx: Tx,
  entry: Entry,
  done: { stepId: string; litres: number; saltG: number },
): Promise<void> {
  const step = await lockStep(tx, done.stepId, 'exchange');
  await requireEarlierDone(tx, step, ['purge']);
  await addPurgeCheck(tx, entry, { stepId: step.id, kind: 'exchange', litres: done.litres, saltG: done.saltG });
  await finishStep(tx, step, entry.farmDay);
}

/** A clean taste finishes the step; one that is not is recorded and the step stays to be done again. */
export async function tasteCheck(
  tx: Tx,
  entry: Entry,
  done: { stepId: string; passed: boolean; note: string | null },
): Promise<void> {
  const step = await lockStep(tx, done.stepId, 'taste');
  await requireEarlierDone(tx, step, ['feed_stop', 'purge']);
  await addPurgeCheck(tx, entry, { stepId: step.id, kind: 'taste', passed: done.passed, note: done.note });
  if (done.passed) await finishStep(tx, step, entry.farmDay);
}

export interface HarvestDone {
  stepId: string;
  count: number;
  massG: number;
  trimG: number;
  dead: number;
  overrideReason: string | null;
  mayOverride: boolean;
  confirmed?: boolean;
  /** What it is packed as; the species' main product unless said. */
  productCode?: string | undefined;
}

interface HarvestFishArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  done: HarvestDone;
}

/**
 * Takes purged fish out, counts and weighs them, and packs them as a new lot in the cold room. The gate must be met, or
 * a manager gives a reason. Grams: what was weighed = what is packed + what was trimmed.
 * @returns the packed lot's code
 */
export async function harvestFish({ tx, entry, facts, done }: HarvestFishArgs): Promise<string> {
  const step = await lockStep(tx, done.stepId, 'harvest');
  const lot = await lotByCode(tx, step.lotCode);
  const live = liveProduct(facts, step.speciesCode ?? '', done.massG / done.count);
  if (live && done.trimG > 0) throw new RuleBroken('trimG', say`Fish sold alive are not trimmed: leave this at 0.`);
  if (!live) await passGate({ tx, entry, facts, step, done });
  const count = done.count + done.dead;
  const there = await requirePresent({ tx, lotId: lot.id, placeId: step.fromPlaceId!, count });
  if (done.trimG > done.massG) throw new RuleBroken('trimG', say`More was trimmed than weighed.`);
  const meanG = done.massG / done.count;
  if (meanG < 5 || meanG > 20000)
    throw new RuleBroken('massG', say`That would be ${formatNumber(meanG, 1)} g a fish. Check the unit of the weight.`);
  if (live) await passLiveGate({ tx, facts, step, done, product: live, there });
  if (done.dead > 0)
    await recordDeaths({
      tx,
      entry,
      dead: { lotId: lot.id, placeId: step.fromPlaceId!, count: done.dead, confirmed: done.confirmed },
      field: 'dead',
    });
  if (live) {
    const held = { lotId: lot.id, lotCode: step.lotCode, placeId: step.fromPlaceId!, product: live };
    const code = await holdLive(tx, entry, { ...held, count: done.count, massG: done.massG, stepId: step.id });
    await finishStep(tx, step, entry.farmDay);
    return code;
  }
  const code = await packHarvest({ tx, entry, step, lotId: lot.id, done });
  await finishStep(tx, step, entry.farmDay);
  await closeBatch(tx, step.groupId, entry.farmDay);
  // Fish left behind in a purge tank stay there, unfed, until they are moved or harvested; the count says so.
  return there > count ? say`${code} (${there - count} fish stay in the tank)` : code;
}

interface PassLiveGateArgs {
  tx: Tx;
  facts: FarmFacts;
  step: StoredStep;
  done: HarvestDone;
  product: { code: string };
  /** Fish in the tank. */
  there: number;
}

/** A planned netting for live sale is judged as one on the spot; all that looks wrong is asked at once, deaths with it. */
async function passLiveGate({ tx, facts, step, done, product, there }: PassLiveGateArgs): Promise<void> {
  const sale = { lotCode: step.lotCode, fromPlaceId: step.fromPlaceId!, productCode: product.code };
  const decision = decideLiveSale(
    { facts, lastSeen: await lastSeenOf(tx, step.lotCode) },
    { ...sale, count: done.count, massG: done.massG },
  );
  const deaths = done.dead > 0 ? askDeaths(done.dead, there) : null;
  const whole = 'refused' in decision || !deaths ? decision : { ...decision, asks: [...decision.asks, deaths] };
  settled(whole, done.confirmed ?? false);
}

interface PackHarvestArgs {
  tx: Tx;
  entry: Entry;
  step: StoredStep;
  lotId: string;
  done: HarvestDone;
}

/** Fish leave their tank as weighed, and lie packed less what was trimmed. @returns the packed lot's code */
async function packHarvest({ tx, entry, step, lotId, done }: PackHarvestArgs): Promise<string> {
  const packedPlace = await placeOfRole(tx, 'packed');
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: lotId,
      fromPlaceId: step.fromPlaceId!,
      toPlaceId: packedPlace,
      count: done.count,
      massG: done.massG,
      reason: 'harvest',
      stepId: step.id,
    },
  });
  const code = await freeLotCode(tx, `PF-${step.lotCode.split('-')[0]}-${entry.farmDay.slice(2).replaceAll('-', '')}`);
  const product = await packedAs(tx, {
    of: { species_code: step.speciesCode ?? '' },
    wanted: done.productCode ?? null,
    none: say`This farm sells no product of this species.`,
  });
  const packed = await createLot(tx, entry.farmId, {
    code,
    kind: 'packed_fish',
    keeps: 'mass',
    beganOn: entry.farmDay,
    productCode: product.code,
    fromLotIds: [lotId],
  });
  const made = await placeOfRole(tx, 'made');
  const cold = await placeOfRole(tx, 'cold');
  await recordMovement({
    tx,
    entry,
    movement: { lotId: packed, fromPlaceId: made, toPlaceId: cold, massG: done.massG, reason: 'make', stepId: step.id },
    part: ':pack',
  });
  if (done.trimG > 0) {
    const compost = await placeOfRole(tx, 'compost');
    await recordMovement({
      tx,
      entry,
      movement: {
        lotId: packed,
        fromPlaceId: cold,
        toPlaceId: compost,
        massG: done.trimG,
        reason: 'trim',
        stepId: step.id,
      },
      part: ':trim',
    });
  }
  return code;
}

interface PassGateArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  step: StoredStep;
  done: HarvestDone;
}

async function passGate({ tx, entry, facts, step, done }: PassGateArgs) {
  const gate = (
    await gatesOf({ tx, groupIds: [step.groupId], today: entry.farmDay, treatments: facts.treatments })
  ).get(step.groupId)!;
  const unmet = gate.checks.filter((c) => !c.met);
  if (unmet.length === 0) return;
  const words = unmet.map((c) => c.words.toLowerCase()).join('; ');
  if (unmet.some((c) => c.check === 'withdrawal'))
    throw new RuleBroken('stepId', say`Not for sale: ${words}. Nobody can override a withdrawal period.`);
  if (!done.overrideReason)
    throw new RuleBroken('overrideReason', say`Not fit to sell yet: ${words}. A manager may override with a reason.`);
  if (!done.mayOverride)
    throw new RuleBroken('overrideReason', say`Not fit to sell yet: ${words}. Only a manager may override.`);
  await addPurgeCheck(tx, entry, { stepId: step.id, kind: 'override', note: done.overrideReason });
}
