'use client';
import { tableKind } from '../../core/tables/tables';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber } from '../../core/quantity/units';
import { codeWords } from '../../core/words/codes';
import { plural, say } from '../../core/words/words';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { Empty, PageHead, Sheet, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { FarmNav } from './FarmNav';
import type { CustomersPage } from './queries';
import { TableEntry } from './tables/TableEntry';

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
          <ScrollTable label={say`Customers`} maxHeight={480}>
            <Table stack>
              <TableHead>
                <TableRow>
                  <HeadCell>{say`Customer`}</HeadCell>
                  <HeadCell>{say`Way to market`}</HeadCell>
                  <HeadCell>{say`Price list`}</HeadCell>
                  <HeadCell right>{say`Open orders`}</HeadCell>
                  <HeadCell>{say`Last due`}</HeadCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {page.customers.map((c) => (
                  <TableRow key={c.name}>
                    <Cell strong>{c.name}</Cell>
                    <Cell>{codeWords(c.channel)}</Cell>
                    <Cell label={say`Price list`}>{c.priceList ?? say`usual`}</Cell>
                    <Cell num label={say`Open orders`}>
                      {formatNumber(c.open)}
                    </Cell>
                    <Cell sort={c.last} label={say`Last due`}>
                      {c.last ? shortDay(c.last) : '—'}
                    </Cell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </ScrollTable>
        )}
      </Sheet>
      {page.mayChange && <TableEntry kind={tableKind('customers')!} context={page.context} />}
    </Stack>
  );
}
