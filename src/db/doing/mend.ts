import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { BrokenRecord } from '../../core/plan/faults';
import type { Tx } from '../connection';
import { settled } from '../../core/acts/decision';
import { decideCallingOff } from '../../core/market/decideOrder';
import { apply } from '../apply';
import { NO_DETAIL } from '../../core/facts/step';
import { lockOrder } from '../orders';
import { lockGroup, writeStep } from '../plan';
import type { Entry } from '../ledger';

const LIKE_ANY_OTHER = new Array<number>(12).fill(18);

/** Takes a record that nothing can be reckoned with out of the way, or back to the planning defaults. */
export async function mendRecord(
  tx: Tx,
  entry: Entry,
  { what, id }: { what: BrokenRecord['what']; id: string },
): Promise<string> {
  if (what === 'step') {
    // What is out of range goes with it, or the row could not be written at all.
    const { step } = await lockGroup(tx, id);
    if (step?.state !== 'planned') return say`It was done or taken out meanwhile.`;
    await writeStep(tx, id, { state: 'dropped', day: entry.farmDay, count: 0, detail: NO_DETAIL }, entry.farmDay);
    return say`Taken out of the plan.`;
  }
  if (what === 'species') return defaultsAgain({ tx, table: 'species', code: id, defaults: SPECIES_DEFAULTS });
  if (what === 'crop') return defaultsAgain({ tx, table: 'crop', code: id, defaults: CROP_DEFAULTS });
  if (what === 'order') {
    const order = await tx('sales_order').where({ id }).first('version');
    if (!order) throw new RuleBroken('form', say`There is no such order on this farm.`);
    await tx('sales_order')
      .where({ id })
      .andWhereRaw(`due_day not between '2000-01-01' and '2100-12-31'`)
      .update({ due_day: entry.farmDay });
    const { effects } = settled(decideCallingOff(await lockOrder(tx, id, order.version)), true);
    await apply(tx, entry, effects);
    return say`Called off.`;
  }
  if (what === 'loop') {
    const { rows } = await tx.raw('select mend_loop(?, ?) as mended', [id, LIKE_ANY_OTHER]);
    if (rows[0].mended === 0) throw new RuleBroken('form', say`Choose a loop of this farm.`);
    return say`Its aerators and filters are empty now: enter them anew under life support.`;
  }
  throw new RuleBroken('form', say`That is put right on its own page.`);
}

interface DefaultsAgainArgs {
  tx: Tx;
  table: 'species' | 'crop';
  code: string;
  defaults: readonly { code: string }[];
}

async function defaultsAgain({ tx, table, code, defaults }: DefaultsAgainArgs): Promise<string> {
  const row = await tx(table).where({ code }).first('params');
  if (!row) throw new RuleBroken('form', say`That is not in the library of this farm.`);
  const standard = defaults.find((d) => d.code === code) ?? { ...defaults[0]!, code, name: row.params?.name ?? code };
  await tx(table)
    .where({ code })
    .update({ params: JSON.stringify(standard), ...(table === 'species' ? { version: tx.raw('version + 1') } : {}) });
  return say`Its numbers are the planning defaults again.`;
}
