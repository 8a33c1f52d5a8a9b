import { RuleBroken } from '../../core/errors';
import { inSentence } from '../../core/library/inSentence';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import { createLot, freeLotCode, balanceAt, placeOfRole, recordMovement, storeHolding, type Entry } from '../ledger';
import { meantOf, requireWhole } from '../orders';

interface MakeWish {
  lotId: string;
  productCode: string;
  /** What went in, and what came of it, g or pieces of each product. */
  used: number;
  made: number;
}

/**
 * Packed goods are made into another product of the same fish or crop: what went in leaves its lot, what came of it is a
 * new lot of the same day of packing, and weight that is lost is compost. @returns the new lot's code
 */
export async function makeFrom(tx: Tx, entry: Entry, wish: MakeWish): Promise<string> {
  const lot = await tx('lot as l')
    .join('product as p', 'p.code', 'l.product_code')
    .where('l.id', wish.lotId)
    .first(
      'l.code',
      'l.kind',
      'l.began_on',
      'p.code as product',
      'p.name',
      'p.unit',
      'p.species_code',
      'p.crop_code',
      'p.made_from',
    );
  if (!lot || lot.kind === 'live_fish') throw new RuleBroken('lotId', say`That is no packed lot of this farm.`);
  const to = await tx('product').where({ code: wish.productCode }).first('code', 'name', 'unit', 'made_from');
  const main = lot.made_from ?? lot.product;
  if (!to || to.code === lot.product || (to.made_from ?? to.code) !== main)
    throw new RuleBroken('productCode', say`Choose something that is made of ${inSentence(lot.name)}.`);
  requireWhole(lot.unit, wish.used, 'used');
  requireWhole(to.unit, wish.made, 'made');
  const cold = await storeHolding(tx, wish.lotId, 'cold');
  const there = await balanceAt(tx, wish.lotId, cold);
  const has = lot.unit === 'kg' ? there.massG : there.count;
  const used = meantOf(lot.unit, wish.used, has);
  const weighed = lot.unit === 'kg' && to.unit === 'kg';
  if (weighed && wish.made > used) throw new RuleBroken('made', say`More came out than went in: check both weights.`);
  if (used > has) throw new RuleBroken('used', say`${lot.code} holds less than that: look at what is left there.`);
  const amount = (unit: string, quantity: number) => (unit === 'kg' ? { massG: quantity } : { count: quantity });
  const out = { lotId: wish.lotId, fromPlaceId: cold };
  await recordMovement({
    tx,
    entry,
    movement: {
      ...out,
      toPlaceId: await placeOfRole(tx, 'packed'),
      ...amount(lot.unit, weighed ? wish.made : used),
      reason: 'make',
    },
    part: ':used',
  });
  if (weighed && used > wish.made)
    await recordMovement({
      tx,
      entry,
      movement: { ...out, toPlaceId: await placeOfRole(tx, 'compost'), massG: used - wish.made, reason: 'trim' },
      part: ':trim',
    });
  const code = await freeLotCode(tx, lot.code);
  const made = await createLot(tx, entry.farmId, {
    code,
    kind: lot.kind,
    keeps: to.unit === 'kg' ? 'mass' : 'count',
    // It is as old as what it was made of.
    beganOn: lot.began_on,
    productCode: to.code,
    fromLotIds: [wish.lotId],
  });
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: made,
      fromPlaceId: await placeOfRole(tx, 'made'),
      toPlaceId: cold,
      ...amount(to.unit, wish.made),
      reason: 'make',
    },
    part: ':pack',
  });
  return code;
}
