import { say } from '../../core/words/words';
import { askDeaths } from '../../core/plausible';
import { RuleBroken } from '../../core/errors';
import type { FarmFacts } from '../../core/facts/farm';
import type { Day } from '../../core/quantity/days';
import type { Tx } from '../connection';
import { passMove } from './passMove';
import { recordFeeding } from '../events';
import { balanceAt, createLot, placeOfRole, recordMovement, type Entry } from '../ledger';
import { finishStep, lockStep, requireEarlierDone } from '../plan';
import { formatNumber } from '../../core/quantity/units';

export async function lotByCode(
  tx: Tx,
  code: string,
): Promise<{ id: string; product_code: string | null; began_on: Day }> {
  const lot = await tx('lot').where({ code }).first('id', 'product_code', 'began_on');
  if (!lot) throw new RuleBroken('stepId', say`${code} is not on this farm yet: it has to be stocked or sown first.`);
  return lot;
}

interface RequirePresentArgs {
  tx: Tx;
  lotId: string;
  placeId: string;
  count: number;
  field?: string;
}

export async function requirePresent({ tx, lotId, placeId, count, field = 'count' }: RequirePresentArgs) {
  const there = await balanceAt(tx, lotId, placeId);
  if (count > there.count) throw new RuleBroken(field, say`There are ${there.count} here; ${count} is more than that.`);
  return there.count;
}

interface RecordDeathsArgs {
  tx: Tx;
  entry: Entry;
  dead: { lotId: string; placeId: string; count: number; note?: string | null; confirmed?: boolean };
  field?: string;
}

/** Fish that died: out of the tank, into the record. */
export async function recordDeaths({ tx, entry, dead, field = 'count' }: RecordDeathsArgs) {
  const there = await requirePresent({ tx, lotId: dead.lotId, placeId: dead.placeId, count: dead.count, field });
  const asked = dead.confirmed ? null : askDeaths(dead.count, there);
  if (asked) throw new RuleBroken('confirm', asked);
  const to = await placeOfRole(tx, 'dead');
  return recordMovement({
    tx,
    entry,
    movement: {
      lotId: dead.lotId,
      fromPlaceId: dead.placeId,
      toPlaceId: to,
      count: dead.count,
      reason: 'dead',
      note: dead.note,
    },
    part: ':dead',
  });
}

/** A tank's ration: feed leaves the store, oldest lot first, and the record says which fish ate how much of it. */
export async function feedTank(
  tx: Tx,
  entry: Entry,
  fed: {
    placeId: string;
    massG: number;
    response: string;
    withheldG?: number;
    farmGrownG?: number;
    /** What part of the tank's feed each lot takes; asked only when there are several. They add up to 1. */
    shares: (lotIds: string[]) => Promise<Map<string, number>>;
  },
): Promise<void> {
  const fish: { lot_id: string; species_code: string }[] = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where({ 'b.place_id': fed.placeId, 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .orderBy('l.code')
    .select('b.lot_id', 'l.species_code');
  if (fish.length === 0) throw new RuleBroken('massG', say`There are no fish in this tank to feed.`);
  const lotIds = fish.map((f) => f.lot_id);
  const shares = lotIds.length === 1 ? new Map([[lotIds[0]!, 1]]) : await fed.shares(lotIds);
  const eaten = await placeOfRole(tx, 'eaten');
  const lots = await feedFor(tx, fish[0]!.species_code);
  const total = lots.reduce((sum, l) => sum + l.mass_g, 0);
  if (total < fed.massG)
    throw new RuleBroken(
      'massG',
      say`The feed store holds only ${Math.round(total)} g of this feed. Receive feed first, or give less.`,
    );
  let owedG = Math.round(fed.massG * 10) / 10;
  for (const [i, lot] of lots.entries()) {
    const massG = Math.min(owedG, lot.mass_g);
    if (massG <= 0) break;
    const moved = await recordMovement({
      tx,
      entry,
      movement: { lotId: lot.lot_id, fromPlaceId: lot.place_id, toPlaceId: eaten, massG, reason: 'feed' },
      part: `:f${i}`,
    });
    await recordFeeding(tx, entry, {
      movementId: moved.id,
      placeId: fed.placeId,
      response: fed.response,
      parts: partsOf(massG, lotIds, shares),
      withheldG: i === 0 ? fed.withheldG : 0,
      farmGrownG: i === 0 ? fed.farmGrownG : 0,
    });
    owedG = Math.round((owedG - massG) * 10) / 10;
  }
}

/** Tenths of a gram, handed out so that nothing is left over. */
function partsOf(massG: number, lotIds: readonly string[], shares: ReadonlyMap<string, number>) {
  let left = Math.round(massG * 10);
  return lotIds.map((lotId, i) => {
    const tenths = i === lotIds.length - 1 ? left : Math.min(left, Math.round(massG * 10 * (shares.get(lotId) ?? 0)));
    left -= tenths;
    return { lotId, massG: tenths / 10 };
  });
}

/** Feed lots these fish were fed from before, else any; oldest first. */
/** Feed for a species in whatever store it lies, the oldest of its own first. */
async function feedFor(tx: Tx, speciesCode: string): Promise<{ lot_id: string; place_id: string; mass_g: number }[]> {
  const { rows } = await tx.raw(
    `select b.lot_id, b.place_id, b.mass_g from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id
     where p.role = 'feed' and l.kind = 'feed' and b.mass_g > 0
     order by exists (select from feeding f join movement m on m.id = f.movement_id join lot c on c.id = f.lot_id
       where m.lot_id = b.lot_id and c.species_code = :speciesCode) desc,
       split_part(l.code, '-', 2) = (select split_part(code, '-', 1) from lot where species_code = :speciesCode limit 1) desc, l.began_on, l.code`,
    { speciesCode },
  );
  return rows;
}

export interface Transfer {
  stepId: string;
  kind: 'move' | 'purge';
  count: number;
  massG: number;
  dead: number;
  /** What was asked about was answered with yes. */
  confirmed: boolean;
}

interface TransferFishArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  done: Transfer;
}

/** Moves counted, weighed fish to the step's next place. What stands against a move by hand stands against this one too. */
export async function transferFish({ tx, entry, facts, done }: TransferFishArgs): Promise<void> {
  const step = await lockStep(tx, done.stepId, done.kind);
  if (done.kind === 'purge') await requireEarlierDone(tx, step, ['feed_stop']);
  const lot = await lotByCode(tx, step.lotCode);
  await requirePresent({ tx, lotId: lot.id, placeId: step.fromPlaceId!, count: done.count + done.dead });
  const meanG = done.massG / done.count;
  if (meanG < 0.1 || meanG > 20_000)
    throw new RuleBroken('massG', say`That would be ${formatNumber(meanG, 2)} g a fish. Check the unit of the weight.`);
  const handling = { lotCode: step.lotCode, fromPlaceId: step.fromPlaceId!, confirmed: done.confirmed };
  passMove(facts, handling, { toPlaceId: step.toPlaceId!, count: done.count, meanG, field: 'stepId' });
  if (done.dead > 0)
    await recordDeaths({
      tx,
      entry,
      dead: { lotId: lot.id, placeId: step.fromPlaceId!, count: done.dead, confirmed: done.confirmed },
      field: 'dead',
    });
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: lot.id,
      fromPlaceId: step.fromPlaceId!,
      toPlaceId: step.toPlaceId!,
      count: done.count,
      massG: done.massG,
      reason: done.kind,
      stepId: step.id,
    },
  });
  await finishStep(tx, step, entry.farmDay);
}

/** New fish: the lot is made, transit deaths are counted, the living go into their tank. */
export async function receiveFish(
  tx: Tx,
  entry: Entry,
  got: {
    stepId: string;
    count: number;
    meanG: number;
    dead: number;
    supplier: string | null;
    permit?: string | null;
    costMinor?: number | null;
    confirmed?: boolean;
  },
): Promise<void> {
  const step = await lockStep(tx, got.stepId, 'stock');
  if (got.dead > got.count)
    throw new RuleBroken('dead', say`${got.count} were delivered; ${got.dead} cannot have died on the way.`);
  const lotId = await createLot(tx, entry.farmId, {
    code: step.lotCode,
    kind: 'cohort',
    keeps: 'count',
    beganOn: entry.farmDay,
    speciesCode: step.speciesCode,
    startMeanG: got.meanG,
    supplier: got.supplier,
    permit: got.permit,
    costMinor: got.costMinor,
    note: step.note,
  });
  const supplier = await placeOfRole(tx, 'supplier');
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId,
      fromPlaceId: supplier,
      toPlaceId: step.toPlaceId!,
      count: got.count,
      massG: got.count * got.meanG,
      reason: 'receive',
      stepId: step.id,
    },
  });
  if (got.dead > 0)
    await recordDeaths({
      tx,
      entry,
      dead: { lotId, placeId: step.toPlaceId!, count: got.dead, note: say`Died on the way`, confirmed: got.confirmed },
      field: 'dead',
    });
  await finishStep(tx, step, entry.farmDay);
}
