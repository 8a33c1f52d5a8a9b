import 'server-only';
import type { UnitChoice } from '../../core/quantity/units';
import { dayView, type Search } from '../../server/farmView';

export interface SumsPage {
  units: UnitChoice;
  /** The calculation that the address names. */
  chosen: string | null;
}

export async function sumsPage(search: Search): Promise<SumsPage> {
  const { units } = await dayView(search);
  const { sum } = await search;
  return { units, chosen: typeof sum === 'string' ? sum : null };
}
