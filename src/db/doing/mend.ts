import { RuleBroken } from '../../core/errors';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { BrokenRecord } from '../../core/plan/faults';
import type { Tx } from '../connection';
import { callOff } from '../orders';
import type { Entry } from '../ledger';

/** What can be mended from where it is told; the rest is put right on its own page. */
export const MENDABLE: ReadonlySet<BrokenRecord['what']> = new Set(['step', 'species', 'crop', 'loop', 'order']);

const LIKE_ANY_OTHER = new Array<number>(12).fill(18);

/** Takes a record that nothing can be reckoned with out of the way, or back to the planning defaults. */
export async function mendRecord(
  tx: Tx,
  entry: Entry,
  { what, id }: { what: BrokenRecord['what']; id: string },
): Promise<string> {
  if (what === 'step') {
    const gone = await tx('plan_step').where({ id, state: 'planned' }).update({ state: 'dropped', version: tx.raw('version + 1') }); // prettier-ignore
    return gone ? 'Taken out of the plan.' : 'It was done or taken out meanwhile.';
  }
  if (what === 'species') return defaultsAgain(tx, 'species', id, SPECIES_DEFAULTS);
  if (what === 'crop') return defaultsAgain(tx, 'crop', id, CROP_DEFAULTS);
  if (what === 'order') {
    const order = await tx('sales_order').where({ id }).first('version');
    if (!order) throw new RuleBroken('form', 'There is no such order on this farm.');
    await callOff(tx, entry, id, order.version);
    return 'Called off.';
  }
  if (what === 'loop') {
    const changed = await tx('loop').where({ id }).update({ life_support: JSON.stringify({ aerators: [], media: [], energy: null }), version: tx.raw('version + 1') }); // prettier-ignore
    if (!changed) throw new RuleBroken('form', 'Choose a loop of this farm.');
    await tx.raw('select mend_loop_months(?, ?)', [id, LIKE_ANY_OTHER]);
    return 'Its aerators and filters are empty now: enter them anew under life support.';
  }
  throw new RuleBroken('form', 'That is put right on its own page.');
}

async function defaultsAgain(
  tx: Tx,
  table: 'species' | 'crop',
  code: string,
  defaults: readonly { code: string }[],
): Promise<string> {
  const row = await tx(table).where({ code }).first('params');
  if (!row) throw new RuleBroken('form', 'That is not in the library of this farm.');
  const standard = defaults.find((d) => d.code === code) ?? { ...defaults[0]!, code, name: row.params?.name ?? code };
  await tx(table).where({ code }).update({ params: JSON.stringify(standard), ...(table === 'species' ? { version: tx.raw('version + 1') } : {}) }); // prettier-ignore
  return 'Its numbers are the planning defaults again.';
}
