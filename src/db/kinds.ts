import type { RecipeKnown } from '../core/crops/acts/decideRecipe';
import type { FeedRule } from '../core/facts/farm';
import type { SpeciesKnown } from '../core/fish/decideSpecies';
import type { Crop, Species } from '../core/library/types';
import type { KindKnown, KindOf } from '../core/setup/decideKinds';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/** Species and crops of a farm in the books: read as they are, written as was decided. */
export async function kindKnown(tx: Tx, what: KindOf, code: string): Promise<KindKnown | null> {
  const row = await tx(what).where({ code }).first('code', 'params', 'version', 'retired_on');
  return row ? { code: row.code, name: row.params.name, version: row.version, retired: row.retired_on !== null } : null;
}

/** A species with its numbers, in its version. */
export async function speciesKnown(tx: Tx, code: string): Promise<SpeciesKnown | null> {
  const row = await tx('species').where({ code }).forUpdate().first('params', 'version', 'retired_on');
  return row ? { species: row.params, version: row.version, retired: row.retired_on !== null } : null;
}

/** A recipe of the farm in its version. */
export async function recipeKnown(tx: Tx, code: string): Promise<RecipeKnown | null> {
  const row = await tx('crop').where({ code }).forUpdate().first('params', 'version');
  return row ? { crop: row.params, version: row.version } : null;
}

export async function feedRuleKnown(tx: Tx, speciesCode: string): Promise<{ version: number } | null> {
  return (await tx('fish_rule').where({ species_code: speciesCode }).forUpdate().first('version')) ?? null;
}

export const speciesOfFarm = async (tx: Tx): Promise<Species[]> => tx('species').orderBy('code').pluck('params');

export const cropsKnown = async (tx: Tx): Promise<Crop[]> => tx('crop').orderBy('code').pluck('params');

export async function addKind(
  tx: Tx,
  { farmId }: Entry,
  { what, code, params }: { what: KindOf; code: string; params: Species | Crop },
): Promise<void> {
  await tx(what).insert({ farm_id: farmId, code, params: JSON.stringify(params) });
  if (what === 'species') await tx('fish_rule').insert({ farm_id: farmId, species_code: code });
}

export async function changeKind(
  tx: Tx,
  { what, code, version, params }: { what: KindOf; code: string; version: number; params: Species | Crop },
): Promise<void> {
  await tx(what)
    .where({ code })
    .update({ params: JSON.stringify(params), version: version + 1 });
}

/** A screen that shows it as it was is out of date. */
export async function touchKind(
  tx: Tx,
  { what, code, version }: { what: KindOf; code: string; version: number },
): Promise<void> {
  await tx(what)
    .where({ code })
    .update({ version: version + 1 });
}

export async function changeFeedRule(tx: Tx, rule: FeedRule): Promise<void> {
  await tx('fish_rule')
    .where({ species_code: rule.speciesCode })
    .update({
      ...{ ration: rule.ration, ration_table: JSON.stringify(rule.table.map((r) => ({ ...r }))) },
      ...{ feeder_times: rule.feederTimes, farm_grown_share: rule.farmGrownShare },
      ...{ feed_minor_per_kg: rule.feedMinorPerKg, fingerling_minor: rule.fingerlingMinor },
      ...{ lead_days: rule.leadDays, quarantine_days: rule.quarantineDays, version: rule.version + 1 },
    });
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
