import { decide, refuse, type Decision } from '../acts/decision';
import { at, role, type Effect, type NewLot, type Taken } from '../acts/effects';
import type { ProductFact } from '../facts/farm';
import { inSentence } from '../library/inSentence';
import type { Day } from '../quantity/days';
import { say } from '../words/words';
import { meantOf, moved, requireWhole } from './order';

/** Something packed, or live fish kept for sale, where most of it lies. */
export interface GoodsLot {
  id: string;
  code: string;
  kind: NewLot['kind'];
  packedOn: Day;
  product: Pick<ProductFact, 'code' | 'name' | 'unit' | 'shelfLifeDays' | 'madeFrom'>;
  storeId: string;
  /** What lies there, g or pieces. */
  has: number;
}

/** Goods that nobody will eat go to compost, and the record says why. */
export function decideWriteOff(
  lot: GoodsLot | null,
  { quantity: typed, reason }: { quantity: number; reason: string },
): Decision<Taken> {
  return decide(() => {
    if (!lot) return refuse('lotId', say`That is no packed lot of this farm.`);
    const { unit } = lot.product;
    requireWhole(unit, typed, 'quantity');
    const quantity = meantOf(unit, typed, lot.has);
    if (quantity > lot.has) refuse('quantity', say`${lot.code} holds less than that: look at what is left there.`);
    const movement: Effect = {
      ...{ does: 'movement', lot: { lotId: lot.id }, from: at(lot.storeId), to: role('compost') },
      ...{ ...moved(unit, quantity), reason: 'waste', note: reason },
    };
    return { effects: [movement], said: () => say`Written off: ${lot.code}.` };
  });
}

interface Making {
  productCode: string;
  /** What went in, and what came of it, g or pieces of each product. */
  used: number;
  made: number;
}

/**
 * Packed goods are made into another product of the same fish or crop: what went in leaves its lot, what came of it is a new lot of
 * the same day of packing, and weight that is lost is compost.
 */
export function decideMaking(
  { lot, products }: { lot: GoodsLot | null; products: readonly GoodsLot['product'][] },
  wish: Making,
): Decision<Taken> {
  return decide(() => {
    if (!lot || lot.kind === 'live_fish') return refuse('lotId', say`That is no packed lot of this farm.`);
    const { product: of, has } = lot;
    const to = products.find((p) => p.code === wish.productCode);
    if (!to || to.code === of.code || (to.madeFrom?.code ?? to.code) !== (of.madeFrom?.code ?? of.code))
      return refuse('productCode', say`Choose something that is made of ${inSentence(of.name)}.`);
    requireWhole(of.unit, wish.used, 'used');
    requireWhole(to.unit, wish.made, 'made');
    const used = meantOf(of.unit, wish.used, has);
    const weighed = of.unit === 'kg' && to.unit === 'kg';
    if (weighed && wish.made > used) refuse('made', say`More came out than went in: check both weights.`);
    if (used > has) refuse('used', say`${lot.code} holds less than that: look at what is left there.`);
    const lost = weighed ? used - wish.made : 0;
    const out = { does: 'movement', lot: { lotId: lot.id }, from: at(lot.storeId) } as const;
    const effects: Effect[] = [{ ...out, to: role('packed'), ...moved(of.unit, used - lost), reason: 'make' }];
    if (lost > 0) effects.push({ ...out, to: role('compost'), massG: lost, reason: 'trim' });
    effects.push(madeLot(lot, to), {
      ...{ does: 'movement', lot: { made: 'pack' }, from: role('made'), to: at(lot.storeId) },
      ...{ ...moved(to.unit, wish.made), reason: 'make' },
    });
    return { effects, said: (made) => say`Packed as ${made.pack}.` };
  });
}

/** It is as old as what it was made of. */
const madeLot = (lot: GoodsLot, to: GoodsLot['product']): Effect => ({
  does: 'lot',
  as: 'pack',
  free: true,
  lot: {
    ...{ code: lot.code, kind: lot.kind, keeps: to.unit === 'kg' ? 'mass' : 'count', beganOn: lot.packedOn },
    ...{ productCode: to.code, fromLotIds: [lot.id] },
  },
});
