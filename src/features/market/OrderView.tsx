import { say, told, word } from '../../core/words/words';
import Link from 'next/link';
import { formatQuantity } from '../../core/plan/consequences';
import { dayWords, shortDay } from '../../core/quantity/sayDay';
import { formatMoney } from '../../core/quantity/money';
import { formatMass, formatNumber, UnitChoice } from '../../core/quantity/units';
import { OrderSteps } from './OrderSteps';
import { SetAside } from './SetAside';
import { SetAsideLots } from './SetAsideLots';
import type { OrderPage } from './queries';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { Empty, Facts, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { codeWords } from '../../core/words/codes';

const KIND_WORDS = {
  cohort: word`fish cohort`,
  planting: 'planting',
  packed_fish: word`packed fish`,
  packed_produce: word`packed produce`,
  live_fish: word`live fish, not for food`,
  feed: 'feed',
  seed: 'seed',
};

export function OrderView({ page }: { page: OrderPage }) {
  const { order, units } = page;
  const total = order.lines.reduce(
    (sum, l) => sum + Math.round((l.quantity * l.priceMinor) / (l.unit === 'kg' ? 1000 : 1)),
    0,
  );
  return (
    <Stack>
      <Sheet>
        <SheetHead>
          <h1>
            {order.code} · {order.customer}
          </h1>
          <Text quiet>
            {say`${codeWords(order.channel)} · due ${dayWords(order.dueDay)} ·`}{' '}
            <strong>{codeWords(order.state)}</strong> · {formatMoney(total, page.currency)}
          </Text>
        </SheetHead>
        <Rows>
          {order.lines.map((line) => (
            <OrderLine key={line.id} line={line} page={page} />
          ))}
        </Rows>
        <OrderSteps
          orderId={order.id}
          version={order.version}
          state={order.state}
          ready={order.lines.some((l) => l.setAside.length > 0)}
          canCallOff={page.person.role !== 'hand'}
          canPay={page.person.role !== 'hand'}
        />
      </Sheet>
      <Sheet aria-label={say`Trace`}>
        <SheetHead>
          <h2>{say`Trace`}</h2>
          <Text quiet>{say`from this order back to cohort, feed and seed`}</Text>
        </SheetHead>
        {page.trace.lots.length === 0 ? (
          <Empty>{say`Nothing is set aside yet, so there is nothing to trace.`}</Empty>
        ) : (
          <SheetBody stack>
            <WhereFrom page={page} />
            <WhoDid page={page} units={units} />
            <Text as="p" small quiet>
              {page.events
                .map((e) => `${codeWords(e.kind)} ${shortDay(e.day)}${e.by ? say` by ${e.by}` : ''}`)
                .join(' · ')}
            </Text>
          </SheetBody>
        )}
      </Sheet>
    </Stack>
  );
}

interface WhereFromProps {
  page: OrderPage;
}

function WhereFrom({ page }: WhereFromProps) {
  return (
    <ScrollTable label={say`Where it came from`}>
      <Table>
        <TableHead>
          <TableRow>
            <HeadCell>{say`Lot`}</HeadCell>
            <HeadCell>{say`What`}</HeadCell>
            <HeadCell>{say`Since`}</HeadCell>
            <HeadCell>{say`From`}</HeadCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {page.trace.lots.map((l) => (
            <TableRow key={l.lotId}>
              <Cell mono style={{ paddingLeft: 8 + l.depth * 18 }}>
                {l.depth > 0 ? '← ' : ''}
                {l.code}
              </Cell>
              <Cell>
                {told(KIND_WORDS[l.kind])}{' '}
                <Text quiet small>
                  {l.name}
                </Text>
              </Cell>
              <Cell>{shortDay(l.beganOn)}</Cell>
              <Cell>{l.supplier ?? say`own`}</Cell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </ScrollTable>
  );
}

interface WhoDidProps {
  page: OrderPage;
  units: UnitChoice;
}

function WhoDid({ page, units }: WhoDidProps) {
  return (
    <details>
      <summary>{say`Who did what, when (${page.trace.events.length})`}</summary>
      <ScrollTable label={say`Who did what, when`}>
        <Table>
          <TableBody>
            {page.trace.events.map((e, i) => (
              <TableRow key={i}>
                <Cell mono sort={e.day}>
                  {shortDay(e.day)}
                </Cell>
                <Cell>{e.reason}</Cell>
                <Cell mono>{e.lotCode}</Cell>
                <Cell num>{e.count > 0 ? formatNumber(e.count) : ''}</Cell>
                <Cell num>{e.massG > 0 ? formatMass(e.massG, units) : ''}</Cell>
                <Cell mono small>
                  {e.from} → {e.to}
                </Cell>
                <Cell>{e.by}</Cell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
    </details>
  );
}

type Line = OrderPage['order']['lines'][number];

/** What was ordered, what lots stand for it, and the next lot to give. */
function OrderLine({ line, page: { order, lots, units, short } }: { line: Line; page: OrderPage }) {
  const amount = (quantity: number) => formatQuantity(quantity, line.unit, units);
  const aside = line.setAside.reduce((sum, a) => sum + a.quantity, 0);
  const missing = order.state === 'open' ? short[line.id] : undefined;
  const verb = line.unit === 'fish' ? 'netted' : 'packed';
  const fitting = lots
    .filter((l) => l.productCode === line.productCode)
    .map((l) => ({ ...l, words: `${l.lotCode}: ${amount(l.quantity)}, ${verb} ${shortDay(l.packedOn)}` }));
  return (
    <Row>
      <Facts as="div">
        <strong>
          {line.productName}, {amount(line.quantity)}
        </strong>
        <span>
          {say`set aside`}{' '}
          <Text as="strong" mono>
            {amount(aside)}
          </Text>
        </span>
        <span>
          {say`delivered`}{' '}
          <Text as="strong" mono>
            {amount(line.delivered)}
          </Text>
        </span>
        {line.setAside.length > 0 && <SetAsideLots order={order} line={line} units={units} />}
      </Facts>
      {missing && (
        <Mark as="p" tone="danger" small>
          {say`${amount(missing.quantity)} of it will be short on ${shortDay(order.dueDay)}.`}{' '}
          <Link href={missing.mendAt} prefetch={false}>
            {missing.mendWords}
          </Link>
        </Mark>
      )}
      {order.state === 'open' && (
        <SetAside
          orderId={order.id}
          version={order.version}
          line={{ id: line.id, unit: line.unit, name: line.productName, owed: Math.max(0, line.quantity - aside) }}
          lots={fitting}
          units={units}
        />
      )}
    </Row>
  );
}
