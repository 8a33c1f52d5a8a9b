import type { RegroupFacts } from '../core/fish/decideRegrouping';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { standingHusbandry } from './keeping';
import { stepsOfLots } from './plan';

/** What is kept of lots that are parted or put together: their plan, what was harvested of them, and what they were treated with. */
export async function regroupFacts(
  tx: Tx,
  lots: readonly { lotId: string; lotCode: string }[],
  today: Day,
): Promise<Pick<RegroupFacts, 'steps' | 'harvestedG' | 'treated'>> {
  const lotIds = lots.map((l) => l.lotId);
  const harvested: { lot_id: string; g: number }[] = await tx('movement as m')
    .whereIn('lot_id', lotIds)
    .where({ reason: 'harvest' })
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .groupBy('lot_id')
    .select('lot_id', tx.raw('sum(m.mass_g) as g'));
  const treated = await standingHusbandry(tx)
    .whereIn('lot_id', lotIds)
    .where({ kind: 'treat' })
    .andWhere('until_day', '>=', today)
    .orderByRaw('recorded_at, ctid')
    .select('lot_id', 'words', 'until_day');
  return {
    steps: await stepsOfLots(
      tx,
      lots.map((l) => l.lotCode),
    ),
    harvestedG: new Map(harvested.map((r) => [r.lot_id, Number(r.g)])),
    treated: treated.map((t) => ({ lotId: t.lot_id, words: t.words, until: t.until_day })),
  };
}
