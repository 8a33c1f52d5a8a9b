import { say } from '../../core/words/words';
import { Link } from '../../ui/shell/visit';
import { formatQuantity } from '../../core/plan/consequences';
import { dayWords, shortDay } from '../../core/quantity/sayDay';
import { formatMoney } from '../../core/quantity/money';
import { OrderSteps } from './OrderSteps';
import { SetAside } from './SetAside';
import { SetAsideLots } from './SetAsideLots';
import type { OrderPage } from './queries';
import { Empty, Facts, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { codeWords } from '../../core/words/codes';
import { WhereFrom, WhoDid } from './Trace';

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
          <Empty>{say`Nothing is reserved yet, so there is nothing to trace.`}</Empty>
        ) : (
          <SheetBody stack>
            <WhereFrom trace={page.trace} />
            <WhoDid trace={page.trace} units={units} />
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
          {say`reserved`}{' '}
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
          <Link href={missing.mendAt}>{missing.mendWords}</Link>
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
