import 'server-only';
import { tableKind } from '../../core/tables/tables';
import { openedSoFar } from '../../db/tables';
import { readFarm, type Search } from '../../server/farmView';
import { tableContext, type TableContext } from './tables/queries';

export interface TodayPage {
  context: TableContext;
  opened: Record<string, number>;
  chosen: string;
  mayChange: boolean;
}

export async function todayPage(search: Search): Promise<TodayPage> {
  const wanted = (await search).what;
  const { opened, mayChange } = await readFarm(async (tx, person) => ({
    opened: await openedSoFar(tx),
    mayChange: person.role === 'manager',
  }));
  const known = typeof wanted === 'string' && tableKind(wanted)?.opening;
  return { context: await tableContext(), opened, chosen: known ? wanted : 'fish', mayChange };
}
