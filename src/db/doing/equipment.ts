import { randomUUID } from 'node:crypto';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import type { Aerator, FilterMedia, LifeSupport } from '../../core/facts/farm';
import type { Tx } from '../connection';
import type { EquipmentPart } from '../../core/setup/description';
import type { Day } from '../../core/quantity/days';
import type { Entry } from '../ledger';
import { STALE } from './rules';

const aeratorRow = (a: Aerator) => ({ name: a.name, kind: 'aerator', kg_o2_per_day: a.kgO2PerDay });
const filterRow = (m: FilterMedia) => ({
  name: m.name,
  kind: 'filter',
  volume_m3: m.volumeM3,
  surface_m2_m3: m.surfaceM2PerM3,
  g_tan_m2_day: m.gTanPerM2Day,
});

/** What aerates and filters a loop, as its rating plates say. What is no longer named is retired; its history stays. */
export async function saveLifeSupport(
  tx: Tx,
  entry: Entry,
  wish: { loopId: string; version: number } & Pick<LifeSupport, 'aerators' | 'media'>,
): Promise<void> {
  const loop = await tx('loop').where({ id: wish.loopId, retired_on: null }).forUpdate().first('version');
  if (!loop) throw new RuleBroken('form', say`Choose a loop of this farm.`);
  if (loop.version !== wish.version) throw new RuleBroken('form', STALE);
  const left = await tx('equipment')
    .where({ loop_id: wish.loopId, retired_on: null })
    .whereIn('kind', ['aerator', 'filter'])
    .select('id', 'name', 'kind', 'version');
  const wanted = [...wish.aerators.map(aeratorRow), ...wish.media.map(filterRow)];
  for (const [i, row] of wanted.entries()) {
    const at = left.findIndex((known) => known.kind === row.kind && known.name === row.name);
    const [known] = at < 0 ? [] : left.splice(at, 1);
    if (known)
      await tx('equipment')
        .where({ id: known.id })
        .update({ ...row, run_order: i, version: known.version + 1 });
    else
      await tx('equipment').insert({
        farm_id: entry.farmId,
        id: randomUUID(),
        loop_id: wish.loopId,
        run_order: i,
        ...row,
      });
  }
  for (const gone of left)
    await tx('equipment')
      .where({ id: gone.id })
      .update({ retired_on: entry.farmDay, version: gone.version + 1 });
  await tx('loop')
    .where({ id: wish.loopId })
    .update({ version: wish.version + 1 });
}

/** A piece of equipment, as it was said. */
export async function addEquipment(tx: Tx, farmId: string, part: EquipmentPart): Promise<void> {
  const loop = part.loop ? await tx('loop').whereRaw('lower(code) = lower(?)', [part.loop]).first('id') : null;
  const last = await tx('equipment').max('run_order as n').first();
  await tx('equipment').insert({
    farm_id: farmId,
    id: randomUUID(),
    name: part.name,
    kind: part.kind,
    loop_id: loop?.id ?? null,
    run_order: Number(last?.n ?? 0) + 1,
    flow_l_h: part.flowLH,
    head_m: part.headM,
    watts: part.watts,
    on_min: part.onMin,
    off_min: part.offMin,
    kg_o2_per_day: part.kgO2PerDay,
    volume_m3: part.volumeM3,
    surface_m2_m3: part.surfaceM2PerM3,
    g_tan_m2_day: part.gTanPerM2Day,
  });
}

export interface EquipmentWish {
  id: string;
  version: number;
  name: string;
  flowLH?: number | undefined;
  headM?: number | undefined;
  watts?: number | undefined;
  onMin?: number | undefined;
  offMin?: number | undefined;
  kgO2PerDay?: number | undefined;
  volumeM3?: number | undefined;
}

/** What its rating plate says now; what it was before stays among the changes. */
export async function changeEquipment(tx: Tx, v: EquipmentWish): Promise<void> {
  const was = await tx('equipment').where({ id: v.id, retired_on: null }).forUpdate().first();
  if (!was) throw new RuleBroken('form', say`That is not on this farm (any more).`);
  if (was.version !== v.version) throw new RuleBroken('form', STALE);
  if (was.kind === 'filter' && !v.volumeM3)
    throw new RuleBroken('volumeM3', say`A filter without media turns nothing over.`);
  if (was.kind === 'aerator' && !v.kgO2PerDay) throw new RuleBroken('kgO2PerDay', say`Say how much oxygen it brings.`);
  if ((v.offMin ?? 0) > 0 && !v.onMin) throw new RuleBroken('onMin', say`Say for how long it runs between its rests.`);
  await tx('equipment')
    .where({ id: v.id })
    .update({
      name: v.name.trim(),
      flow_l_h: v.flowLH ?? null,
      head_m: v.headM ?? null,
      watts: v.watts ?? null,
      on_min: v.onMin ?? null,
      off_min: v.offMin ?? null,
      kg_o2_per_day: v.kgO2PerDay ?? null,
      volume_m3: v.volumeM3 ?? null,
      version: v.version + 1,
    });
}

/** A piece of equipment is used no more. @returns its name */
export async function retireEquipment(tx: Tx, wish: { id: string; version: number }, day: Day): Promise<string> {
  const row = await tx('equipment').where({ id: wish.id, retired_on: null }).forUpdate().first('name', 'version');
  if (!row) throw new RuleBroken('form', say`That is not on this farm (any more).`);
  if (row.version !== wish.version) throw new RuleBroken('form', STALE);
  await tx('equipment')
    .where({ id: wish.id })
    .update({ retired_on: day, version: row.version + 1 });
  return row.name;
}
