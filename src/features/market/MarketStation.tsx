'use client';
import { say } from '../../core/words/words';
import Link from 'next/link';
import { dayWords } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { ColdRoom } from './ColdRoom';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { PromiseTable } from './PromiseTable';
import type { MarketPage } from './queries';
import { Empty, Key, Sheet, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../ui/kit/Table';
import { codeWords } from '../../core/words/codes';

export function MarketStation({ page }: { page: MarketPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <ShownDay day={page.day} today={page.today} />
      {page.rows.length > 0 && (
        <Sheet>
          <SheetHead>
            <h1>{say`Market`}</h1>
            <Text quiet>{say`promised of expected by week; below it what is free to promise`}</Text>
            {page.person.role !== 'visitor' && (
              <Text as={Link} end strong href="/market/new" data-new-here prefetch={false}>
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
            <Text quiet>{say`packed and not set aside, the soonest to be used first`}</Text>
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
        <ScrollTable label={say`Orders`}>
          <LightTable>
            <thead>
              <LightRow>
                <LightHeadCell>{say`Due`}</LightHeadCell>
                <LightHeadCell>{say`Order`}</LightHeadCell>
                <LightHeadCell>{say`Customer`}</LightHeadCell>
                <LightHeadCell>{say`State`}</LightHeadCell>
              </LightRow>
            </thead>
            <tbody>
              {page.orders.map((o) => (
                <OrderLine key={o.id} o={o} suffix={suffix} page={page} />
              ))}
            </tbody>
          </LightTable>
        </ScrollTable>
      )}
    </Sheet>
  );
}

interface OrderLineProps {
  o: MarketPage['orders'][number];
  suffix: string;
  page: MarketPage;
}

function OrderLine({ o, suffix, page }: OrderLineProps) {
  return (
    <LightRow>
      <LightCell sort={o.dueDay}>{dayWords(o.dueDay)}</LightCell>
      <LightCell>
        <Text as={Link} mono href={`/market/orders/${o.id}${suffix}`} prefetch={false}>
          {o.code}
        </Text>
      </LightCell>
      <LightCell>
        {o.customer}{' '}
        <Text small quiet>
          {codeWords(o.channel)}
        </Text>
      </LightCell>
      <LightCell>
        {o.short ? (
          <Text as="strong" tone="danger">
            {say`will fall short`}
          </Text>
        ) : o.state === 'open' && o.dueDay < page.today ? (
          <Text tone="attention">{say`overdue`}</Text>
        ) : (
          codeWords(o.state)
        )}
      </LightCell>
    </LightRow>
  );
}
