import { randomUUID } from 'node:crypto';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import type { Aerator, FilterMedia, LifeSupport } from '../../core/water/lifeSupport';
import type { Tx } from '../connection';
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
