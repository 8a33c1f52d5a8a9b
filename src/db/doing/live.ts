import { settled } from '../../core/acts/decision';
import { decideLiveSale, type LiveSale } from '../../core/fish/decideLiveSale';
import { gradeOfWeight, liveGrades } from '../../core/fish/liveSale';
import type { FarmFacts, ProductFact } from '../../core/facts/farm';
import type { Day } from '../../core/quantity/days';
import type { Tx } from '../connection';
import { standingHusbandry } from '../keeping';
import { createLot, freeLotCode, placeOfRole, recordMovement, type Entry } from '../ledger';

interface NetLiveArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  sale: LiveSale & { confirmed: boolean };
}

/** Nets fish of one size grade for sale alive: out of their tank, into holding, as a lot that orders are served from. @returns the held lot's code */
export async function netLive({ tx, entry, facts, sale }: NetLiveArgs): Promise<string> {
  const decision = decideLiveSale({ facts, lastSeen: await lastSeenOf(tx, sale.lotCode) }, sale);
  const { fish, product } = settled(decision, sale.confirmed);
  return holdLive(tx, entry, {
    ...{ lotId: fish.lotId, lotCode: fish.lotCode, placeId: fish.placeId, product },
    ...{ count: sale.count, massG: sale.massG },
  });
}

/** How a lot was when it was last observed; null: nobody has. */
export async function lastSeenOf(tx: Tx, lotCode: string): Promise<{ state: string | null; day: Day } | null> {
  const seen = await standingHusbandry(tx)
    .whereIn('lot_id', tx('lot').where({ code: lotCode }).select('id'))
    .where({ kind: 'observe' })
    .orderByRaw('recorded_at desc, ctid desc')
    .first('state', 'farm_day');
  return seen ? { state: seen.state, day: seen.farm_day } : null;
}

export interface HeldLive {
  lotId: string;
  lotCode: string;
  placeId: string;
  product: ProductFact | { code: string };
  count: number;
  massG: number;
  stepId?: string;
}

/** Out of the tank and into holding, as one lot of the grade. */
export async function holdLive(tx: Tx, entry: Entry, held: HeldLive): Promise<string> {
  const packed = await placeOfRole(tx, 'packed');
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: held.lotId,
      fromPlaceId: held.placeId,
      toPlaceId: packed,
      count: held.count,
      massG: held.massG,
      reason: 'harvest',
      stepId: held.stepId,
    },
  });
  const code = await freeLotCode(tx, `LF-${held.lotCode.split('-')[0]}-${entry.farmDay.slice(2).replaceAll('-', '')}`);
  const lotId = await createLot(tx, entry.farmId, {
    code,
    kind: 'live_fish',
    keeps: 'count',
    beganOn: entry.farmDay,
    productCode: held.product.code,
    fromLotIds: [held.lotId],
  });
  const made = await placeOfRole(tx, 'made');
  const live = await placeOfRole(tx, 'live');
  await recordMovement({
    tx,
    entry,
    movement: { lotId, fromPlaceId: made, toPlaceId: live, count: held.count, reason: 'make', stepId: held.stepId },
    part: ':hold',
  });
  return code;
}

/** The live product that fish of a mean weight are, or null when their species is sold as food. */
export function liveProduct(facts: Pick<FarmFacts, 'products' | 'species'>, speciesCode: string, meanG: number) {
  const species = facts.species.find((s) => s.code === speciesCode);
  const grades = liveGrades(facts.products, speciesCode);
  return species && grades.length > 0 ? gradeOfWeight(meanG, grades, species)!.product : null;
}
