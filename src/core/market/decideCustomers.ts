import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Effect, type Said, type Taken } from '../acts/effects';
import { plural, say } from '../words/words';

interface CustomerRow {
  name: string;
  channel: string;
  priceList?: string;
}

const listOf = ({ priceList }: CustomerRow) => priceList?.trim().toLowerCase() || null;
const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Customers by name: who is known already gets the way to market that is given. */
export function decideCustomers(
  known: readonly { id: string; name: string }[],
  rows: readonly CustomerRow[],
): Decision<Taken<Said>> {
  return decide(() => {
    const effects = rows.map((row, i): Effect => {
      if (rows.slice(0, i).some((r) => same(r.name, row.name)))
        return refuse(`rows.${i}.name`, say`${row.name} stands in the table twice.`);
      const own = known.find((c) => same(c.name, row.name));
      const { channel } = row;
      if (!own) return { does: 'customerAdded', customer: { name: row.name.trim(), channel, priceList: listOf(row) } };
      const list = row.priceList ? { priceList: listOf(row) } : {};
      return { does: 'customerChanged', customerId: own.id, became: { channel, ...list } };
    });
    return { effects, said: () => said(plural(rows.length, '# customer is known.', '# customers are known.')) };
  });
}
