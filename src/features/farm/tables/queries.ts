import 'server-only';
import { SAME_EVERYWHERE } from '../../../core/tables/tables';
import type { Choices } from '../../../core/tables/tableKind';
import type { Day } from '../../../core/quantity/days';
import { soldBy } from '../../../core/quantity/sold';
import type { UnitChoice } from '../../../core/quantity/units';
import { tableChoices, undoneOf } from '../../../db/tables';
import { told } from '../../../core/words/words';
import { readFarm } from '../../../server/farmView';
import { unitsOf } from '../../../server/session';

/** What a table is read against. */
export interface TableContext {
  choices: Choices;
  units: UnitChoice;
  currency: string;
  today: Day;
  unitOfProduct: Record<string, string>;
  /** How often each act was taken back: the same rows may then be recorded again. */
  undone: Record<string, number>;
}

export const tableContext = (): Promise<TableContext> =>
  readFarm(async (tx, person, today) => {
    const { unitOfProduct, ...choices } = await tableChoices(tx);
    return {
      choices: {
        ...choices,
        ...everywhere(unitsOf(person)),
      },
      unitOfProduct,
      units: unitsOf(person),
      currency: person.currency,
      today,
      undone: await undoneOf(tx),
    };
  });

/** The lists of every farm, in the words of whoever reads. */
function everywhere(units: UnitChoice): typeof SAME_EVERYWHERE {
  const said = Object.entries(SAME_EVERYWHERE).map(([list, pairs]) => [
    list,
    pairs.map(([code, name]) => [code, code === 'kg' ? soldBy(code, units) : told(name)] as const),
  ]);
  return Object.fromEntries(said);
}
