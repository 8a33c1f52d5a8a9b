import { say } from '../../core/words/words';
import { inSentence } from '../../core/library/inSentence';
import { RuleBroken } from '../../core/errors';
import type { Crop } from '../../core/library/types';
import type { PlantingFact } from '../../core/facts/farm';
import type { Tx } from '../connection';
import { balanceAt, createLot, freeLotCode, placeOfRole, recordMovement, type Entry } from '../ledger';
import { finishStep, lockStep } from '../plan';
import { cutOnDay } from '../plantingFacts';
import { soldFromBench } from '../../core/crops/recipe';
import { goodsCode } from '../../core/crops/recipes';
import { recordHusbandry } from '../events';
import { sowSeedInto } from './plantings';
import { packedAs } from './packing';

async function plantingLot(tx: Tx, code: string): Promise<{ id: string; code: string; crop_code: string }> {
  const lot = await tx('lot').where({ code, kind: 'planting' }).first('id', 'code', 'crop_code');
  if (!lot) throw new RuleBroken('stepId', say`${code} has not been sown yet.`);
  return lot;
}

async function cropOf(tx: Tx, code: string): Promise<Crop> {
  return (await tx('crop').where({ code }).first('params')).params;
}

interface SowSeed {
  stepId: string;
  count: number;
  /** Tells apart several sowings of one entry. */
  part?: string;
  /** Where it is said that the store holds too few. */
  field?: string;
}

/** Seed leaves its lot and becomes the planting that was planned. */
export async function sowSeed(tx: Tx, entry: Entry, { stepId, count, part = '', field }: SowSeed): Promise<string> {
  const step = await lockStep(tx, stepId, 'sow');
  const { lotCode, cropCode } = step;
  const sowing = { lotCode, cropCode, placeId: step.toPlaceId!, count, stepId: step.id, part };
  await sowSeedInto(tx, entry, field ? { ...sowing, field } : sowing);
  await finishStep(tx, step, entry.farmDay);
  return lotCode;
}

/** Counted seedlings go into the bed; what did not come up or is left over goes to compost, unless more are to be transplanted. */
export async function transplant(
  tx: Tx,
  entry: Entry,
  done: { stepId: string; count: number; confirmed?: boolean },
): Promise<string> {
  const step = await lockStep(tx, done.stepId, 'transplant');
  const more = await tx('plan_step')
    .where({ lot_code: step.lotCode, kind: 'transplant', state: 'planned' })
    .whereNot({ id: step.id })
    .first('id');
  const lot = await plantingLot(tx, step.lotCode);
  const there = await balanceAt(tx, lot.id, step.fromPlaceId!);
  if (done.count > there.count)
    throw new RuleBroken('count', say`${there.count} were sown; ${done.count} cannot have come up.`);
  if (!more && done.count < there.count && !done.confirmed)
    throw new RuleBroken(
      'confirm',
      say`${there.count - done.count} of ${there.count} did not come up or are left over: they go to compost. Is that so?`,
    );
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: lot.id,
      fromPlaceId: step.fromPlaceId!,
      toPlaceId: step.toPlaceId!,
      count: done.count,
      reason: 'transplant',
      stepId: step.id,
    },
  });
  const lost = more ? 0 : there.count - done.count;
  if (lost > 0) {
    const compost = await placeOfRole(tx, 'compost');
    await recordMovement({
      tx,
      entry,
      movement: {
        lotId: lot.id,
        fromPlaceId: step.fromPlaceId!,
        toPlaceId: compost,
        count: lost,
        reason: 'lost',
        stepId: step.id,
      },
      part: ':lost',
    });
  }
  await finishStep(tx, step, entry.farmDay);
  return step.lotCode;
}

interface CredibleArgs {
  crop: Crop;
  count: number;
  units: number;
  field: string;
}

/** @throws {RuleBroken} at three times a full crop: the unit was mistaken */
function requireCredible({ crop, count, units, field }: CredibleArgs): void {
  const mostG = count * crop.yieldG * 3;
  if (units > mostG)
    throw new RuleBroken(
      field,
      say`More than ${Math.round(mostG / 1000)} kg from ${count} plants is three times a full crop. Check the unit.`,
    );
}

interface PickPlantsArgs {
  tx: Tx;
  entry: Entry;
  picked: {
    lotId: string;
    placeId: string;
    quantity: number;
    stepId?: string;
    productCode?: string | undefined;
  };
  field?: string;
}

/**
 * Packs what was picked as a new lot in the cold room. Whole heads leave the bed with it; cut plants stay to grow again.
 * @param picked.quantity pieces, or g for crops sold by weight
 * @returns the packed lot's code and the movements to take back for undoing
 */
export async function pickPlants({
  tx,
  entry,
  picked,
  field = 'quantity',
}: PickPlantsArgs): Promise<{ code: string; movementIds: string[] }> {
  const lot = await tx('lot').where({ id: picked.lotId, kind: 'planting' }).first('id', 'code', 'crop_code');
  if (!lot) throw new RuleBroken(field, say`That planting is not on this farm.`);
  const crop = await cropOf(tx, lot.crop_code);
  const product = await packedAs(tx, {
    of: { crop_code: goodsCode(crop) },
    wanted: picked.productCode ?? null,
    none: say`This farm sells no ${inSentence(crop.name)}.`,
  });
  if (product.unit !== 'kg' && !Number.isInteger(picked.quantity))
    throw new RuleBroken(field, say`These are picked whole; ${picked.quantity} is no number of pieces.`);
  const there = await balanceAt(tx, lot.id, picked.placeId);
  if (there.count <= 0) throw new RuleBroken(field, say`${lot.code} has no plants left here.`);
  const whole = crop.cutsMax === 1 && crop.unit !== 'kg';
  const units = picked.quantity * product.takes;
  const plants = Math.round(units * (crop.plantsPerUnit ?? 1));
  if (whole && plants > there.count)
    throw new RuleBroken(field, say`${there.count} plants stand here; ${plants} cannot have been picked.`);
  if (crop.unit === 'kg') requireCredible({ crop, count: there.count, units, field });
  const movementIds: string[] = [];
  const step = picked.stepId ? { stepId: picked.stepId } : {};
  const cut = crop.cutsMax > 1 ? await cutOnDay(tx, picked, entry.farmDay) : null;
  const packedPlace = await placeOfRole(tx, 'packed');
  if (whole) {
    const out = await recordMovement({
      tx,
      entry,
      movement: {
        lotId: lot.id,
        fromPlaceId: picked.placeId,
        toPlaceId: packedPlace,
        count: plants,
        reason: 'pick',
        ...step,
      },
      part: ':pick',
    });
    movementIds.push(out.id);
    const empty = soldFromBench(crop) ? Math.min(there.count - plants, emptyCells(crop, plants)) : 0;
    if (empty > 0)
      await recordMovement({
        tx,
        entry,
        movement: {
          lotId: lot.id,
          fromPlaceId: picked.placeId,
          toPlaceId: await placeOfRole(tx, 'compost'),
          count: empty,
          reason: 'lost',
          ...step,
        },
        part: ':empty',
      });
  }
  const { code, movementId } = await packLot(tx, entry, { of: lot, product, quantity: picked.quantity, ...step });
  if (cut !== null) await recordCut(tx, entry, { lotId: lot.id, placeId: picked.placeId, cut });
  return { code, movementIds: [...movementIds, movementId] };
}

interface PackLotArgs {
  of: { id: string; code: string };
  product: { code: string; unit: string };
  quantity: number;
  stepId?: string;
}

/** What was packed, as a new lot in the cold room. */
async function packLot(tx: Tx, entry: Entry, { of, product, quantity, stepId }: PackLotArgs) {
  const code = await freeLotCode(tx, `PP-${of.code}`);
  const lotId = await createLot(tx, entry.farmId, {
    code,
    kind: 'packed_produce',
    keeps: product.unit === 'kg' ? 'mass' : 'count',
    beganOn: entry.farmDay,
    productCode: product.code,
    fromLotIds: [of.id],
  });
  const amount = product.unit === 'kg' ? { massG: quantity } : { count: quantity };
  const fromPlaceId = await placeOfRole(tx, 'made');
  const toPlaceId = await placeOfRole(tx, 'cold');
  const step = stepId ? { stepId } : {};
  const movement = { lotId, fromPlaceId, toPlaceId, ...amount, reason: 'make' as const, ...step };
  const { id: movementId } = await recordMovement({ tx, entry, movement, part: ':pack' });
  return { code, movementId };
}

interface PackSurplusArgs {
  tx: Tx;
  entry: Entry;
  plants: Pick<PlantingFact, 'lotId' | 'lotCode' | 'placeId'>;
  /** A product of seedlings, and how many it takes for one. */
  product: { code: string; unit: string };
  perTray: number;
  trays: number;
}

/** Young plants that nobody will plant are packed as seedlings, by the tray. @returns the packed lot's code */
export async function packSurplus({ tx, entry, plants, product, perTray, trays }: PackSurplusArgs): Promise<string> {
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: plants.lotId,
      fromPlaceId: plants.placeId,
      toPlaceId: await placeOfRole(tx, 'packed'),
      count: trays * perTray,
      reason: 'pick',
    },
    part: ':pick',
  });
  const of = { id: plants.lotId, code: plants.lotCode };
  return (await packLot(tx, entry, { of, product, quantity: trays })).code;
}

/** Cells of a tray in which nothing came up, or nothing good: they go with it. */
const emptyCells = (crop: Crop, plants: number) =>
  Math.round(plants * (1 / (crop.germination * crop.nurserySurvival * crop.finalSurvival * crop.packout) - 1));

function recordCut(tx: Tx, entry: Entry, { cut, ...at }: { lotId: string; placeId: string; cut: number }) {
  return recordHusbandry({
    tx,
    entry,
    event: { kind: 'cut', ...at, words: say`Cut ${cut}`, count: cut },
    part: ':cut',
  });
}

export async function pickStep(
  tx: Tx,
  entry: Entry,
  done: { stepId: string; quantity: number; productCode?: string | undefined },
): Promise<{ code: string; lotCode: string; placeId: string }> {
  const step = await lockStep(tx, done.stepId, 'pick');
  const lot = await plantingLot(tx, step.lotCode);
  const { code } = await pickPlants({
    tx,
    entry,
    picked: {
      lotId: lot.id,
      placeId: step.fromPlaceId!,
      quantity: done.quantity,
      stepId: step.id,
      productCode: done.productCode,
    },
  });
  await finishStep(tx, step, entry.farmDay);
  return { code, lotCode: step.lotCode, placeId: step.fromPlaceId! };
}

/** What is left of a planting goes to compost and its places are free. */
export async function clearBed(tx: Tx, entry: Entry, done: { stepId: string }): Promise<void> {
  const step = await lockStep(tx, done.stepId, 'clear');
  const lot = await plantingLot(tx, step.lotCode);
  const there = await balanceAt(tx, lot.id, step.fromPlaceId!);
  if (there.count > 0) {
    const compost = await placeOfRole(tx, 'compost');
    await recordMovement({
      tx,
      entry,
      movement: {
        lotId: lot.id,
        fromPlaceId: step.fromPlaceId!,
        toPlaceId: compost,
        count: there.count,
        reason: 'clear',
        stepId: step.id,
      },
    });
  }
  await finishStep(tx, step, entry.farmDay);
}

/** Seed that came: a lot in the store. @returns its code */
export async function receiveSeed(
  tx: Tx,
  entry: Entry,
  got: { cropCode: string; count: number; code: string; supplier?: string },
): Promise<string> {
  const crop = (await tx('crop').where({ code: got.cropCode }).first('params'))?.params as Crop | undefined;
  if (!crop) throw new RuleBroken('cropCode', say`Choose a crop of this farm.`);
  const cropCode = goodsCode(crop);
  const code = await freeLotCode(tx, `SEED-${cropCode.slice(0, 3).toUpperCase()}-${got.code.trim().toUpperCase()}`);
  const lotId = await createLot(tx, entry.farmId, {
    code,
    kind: 'seed',
    keeps: 'count',
    beganOn: entry.farmDay,
    cropCode,
    supplier: got.supplier ?? null,
  });
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId,
      fromPlaceId: await placeOfRole(tx, 'supplier'),
      toPlaceId: await placeOfRole(tx, 'seed'),
      count: got.count,
      reason: 'receive',
    },
  });
  return code;
}

interface SaveSeedArgs {
  mother: Pick<PlantingFact, 'lotId' | 'lotCode' | 'cropCode'>;
  count: number;
}

/** Seed of the farm's own plants: a lot in the store with its mother. @returns its code */
export async function saveSeed(tx: Tx, entry: Entry, { mother, count }: SaveSeedArgs): Promise<string> {
  const code = await freeLotCode(tx, `SEED-${mother.lotCode}`);
  const lotId = await createLot(tx, entry.farmId, {
    ...{
      code,
      kind: 'seed',
      keeps: 'count',
      beganOn: entry.farmDay,
      cropCode: goodsCode(await cropOf(tx, mother.cropCode)),
    },
    fromLotIds: [mother.lotId],
  });
  const fromPlaceId = await placeOfRole(tx, 'made');
  const toPlaceId = await placeOfRole(tx, 'seed');
  await recordMovement({ tx, entry, movement: { lotId, fromPlaceId, toPlaceId, count, reason: 'receive' } });
  return code;
}
