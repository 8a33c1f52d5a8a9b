'use client';
import { say } from '../../core/words/words';
import { Link } from '../../ui/shell/visit';
import { dayWords } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { ColdRoom } from './ColdRoom';
import { PromiseTable } from './PromiseTable';
import type { MarketPage } from './queries';
import { Empty, Key, Sheet, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { codeWords } from '../../core/words/codes';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

export function MarketStation({ page }: { page: MarketPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <ShownDay day={page.day} today={page.today} />
      {page.rows.length > 0 && (
        <Sheet>
          <SheetHead>
            <h1>{say`Market`}</h1>
            <Text quiet>{say`by week: carried over + ripening − promised − kept for later orders = free`}</Text>
            {page.person.role !== 'visitor' && (
              <Text as={Link} end strong href="/market/new" data-new-here>
                {say`New order`} <Key>N</Key>
              </Text>
            )}
          </SheetHead>
          <PromiseTable rows={page.rows} />
        </Sheet>
      )}
      {page.day === page.today && (
        <Sheet>
          <SheetHead>
            <h2>{say`Cold room`}</h2>
            <Text quiet>{say`packed and not reserved, the soonest use-by first`}</Text>
          </SheetHead>
          <ColdRoom lots={page.cold} units={page.units} />
        </Sheet>
      )}
      <Orders page={page} suffix={suffix} />
    </Stack>
  );
}

interface OrdersProps {
  page: MarketPage;
  suffix: string;
}

function Orders({ page, suffix }: OrdersProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Orders`}</h2>
        <Text quiet>{say`from ${dayWords(page.day)} on`}</Text>
      </SheetHead>
      {page.orders.length === 0 ? (
        <Empty>{say`No orders in these weeks. Press N to write one.`}</Empty>
      ) : (
        <DataTable label={say`Orders`} rows={page.orders} rowKey={(o) => o.id} columns={orderColumns(page, suffix)} />
      )}
    </Sheet>
  );
}

type OrderRow = MarketPage['orders'][number];

function orderColumns(page: MarketPage, suffix: string): Column<OrderRow>[] {
  const isOverdue = (o: OrderRow) => o.state === 'open' && o.dueDay < page.today;
  const stateOf = (o: OrderRow) => (o.short ? say`will fall short` : isOverdue(o) ? say`overdue` : codeWords(o.state));
  return [
    { head: say`Due`, value: (o) => o.dueDay, kind: 'day', cell: (o) => dayWords(o.dueDay) },
    {
      head: say`Order`,
      value: (o) => o.code,
      cell: (o) => (
        <Text as={Link} mono href={`/market/orders/${o.id}${suffix}`}>
          {o.code}
        </Text>
      ),
    },
    {
      head: say`Customer`,
      value: (o) => o.customer,
      cell: (o) => (
        <>
          {o.customer}{' '}
          <Text small quiet>
            {codeWords(o.channel)}
          </Text>
        </>
      ),
    },
    { head: say`Sales channel`, value: (o) => codeWords(o.channel), only: 'file' },
    {
      head: say`State`,
      value: stateOf,
      cell: (o) => (
        <Text strong={o.short} tone={o.short ? 'danger' : isOverdue(o) ? 'attention' : null}>
          {stateOf(o)}
        </Text>
      ),
    },
  ];
}
