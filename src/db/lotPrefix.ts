import { lotPrefixes } from '../core/library/lotPrefix';
import type { Tx } from './connection';

/** The letters that each species' lots go by on this farm, by species code. */
export async function prefixesInUse(tx: Tx): Promise<Map<string, string>> {
  const rows: { species_code: string; prefix: string }[] = await tx('lot')
    .where({ kind: 'cohort' })
    .groupBy('species_code', tx.raw("split_part(code, '-', 1)"))
    .orderByRaw('count(*)')
    .select('species_code', tx.raw("split_part(code, '-', 1) as prefix"));
  const species: { code: string; params: { name: string } }[] = await tx('species').select('code', 'params');
  const named = species.map((s) => ({ code: s.code, name: s.params.name }));
  return lotPrefixes(named, new Map(rows.map((r) => [r.species_code, r.prefix])));
}
