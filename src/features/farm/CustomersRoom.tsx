'use client';
import { tableKind } from '../../core/tables/tables';
import { shortDay } from '../../core/quantity/sayDay';
import { codeWords } from '../../core/words/codes';
import { plural, say } from '../../core/words/words';
import { Empty, PageHead, Sheet, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { FarmNav } from './FarmNav';
import type { CustomersPage } from './queries';
import { TableEntry } from './tables/TableEntry';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

/** Who buys here. */
export function CustomersRoom({ page }: { page: CustomersPage }) {
  return (
    <Stack>
      <FarmNav here="/farm/customers" suffix="" />
      <PageHead>
        <h1>{say`Customers`}</h1>
        <Text quiet>{plural(page.customers.length, '# customer', '# customers')}</Text>
      </PageHead>
      <Sheet>
        <SheetHead>
          <h2>{say`Who buys here`}</h2>
        </SheetHead>
        {page.customers.length === 0 ? (
          <Empty>{say`Nobody yet. Type the first ones below, or paste your list.`}</Empty>
        ) : (
          <DataTable
            label={say`Customers`}
            maxHeight={480}
            stack
            rows={page.customers}
            rowKey={(c) => c.name}
            columns={customerColumns()}
          />
        )}
      </Sheet>
      {page.mayChange && <TableEntry kind={tableKind('customers')!} context={page.context} />}
    </Stack>
  );
}

const customerColumns = (): Column<CustomersPage['customers'][number]>[] => [
  { head: say`Customer`, value: (c) => c.name, look: { strong: true } },
  { head: say`Sales channel`, value: (c) => codeWords(c.channel) },
  { head: say`Price list`, value: (c) => c.priceList ?? say`usual`, labelled: true },
  { head: say`Open orders`, value: (c) => c.open, kind: 'number', look: { num: true }, labelled: true },
  {
    head: say`Last due`,
    value: (c) => c.last,
    kind: 'day',
    labelled: true,
    cell: (c) => (c.last ? shortDay(c.last) : '—'),
  },
];
