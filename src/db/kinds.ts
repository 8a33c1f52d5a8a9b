import type { Crop, Species } from '../core/library/types';
import type { KindKnown, KindOf } from '../core/setup/decideKinds';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/** Species and crops of a farm in the books: read as they are, written as was decided. */
export async function kindKnown(tx: Tx, what: KindOf, code: string): Promise<KindKnown | null> {
  const row = await tx(what).where({ code }).first('code', 'params', 'version', 'retired_on');
  return row ? { code: row.code, name: row.params.name, version: row.version, retired: row.retired_on !== null } : null;
}

export const cropsKnown = async (tx: Tx): Promise<Crop[]> => tx('crop').orderBy('code').pluck('params');

export async function addKind(
  tx: Tx,
  { farmId }: Entry,
  { what, code, params }: { what: KindOf; code: string; params: Species | Crop },
): Promise<void> {
  await tx(what).insert({ farm_id: farmId, code, params: JSON.stringify(params) });
  if (what === 'species') await tx('fish_rule').insert({ farm_id: farmId, species_code: code });
}

export async function bringKindBack(tx: Tx, { what, code }: { what: KindOf; code: string }): Promise<void> {
  await tx(what).where({ code }).update({ retired_on: null });
}

export async function retireKind(
  tx: Tx,
  { farmDay }: Entry,
  { what, code, version }: { what: KindOf; code: string; version: number },
): Promise<void> {
  await tx(what)
    .where({ code })
    .update({ retired_on: farmDay, version: version + 1 });
}
