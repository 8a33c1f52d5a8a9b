import Link from 'next/link';
import { formatQuantity } from '../../core/plan/consequences';
import { dayWords, shortDay } from '../../core/quantity/sayDay';
import { formatMoney } from '../../core/quantity/money';
import { formatMass, formatNumber } from '../../core/quantity/units';
import { OrderSteps } from './OrderSteps';
import { SetAside } from './SetAside';
import { SetAsideLots } from './SetAsideLots';
import type { OrderPage } from './queries';
import { ScrollTable } from '../../ui/table/ScrollTable';

const KIND_WORDS = {
  cohort: 'fish cohort',
  planting: 'planting',
  packed_fish: 'packed fish',
  packed_produce: 'packed produce',
  live_fish: 'live fish, not for food',
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
    <div className="stack">
      <section className="sheet">
        <header>
          <h1>
            {order.code} · {order.customer}
          </h1>
          <span className="quiet">
            {order.channel} · due {dayWords(order.dueDay)} · <strong>{order.state}</strong> ·{' '}
            {formatMoney(total, page.currency)}
          </span>
        </header>
        <ul className="rows">
          {order.lines.map((line) => (
            <OrderLine key={line.id} line={line} page={page} />
          ))}
        </ul>
        <OrderSteps
          orderId={order.id}
          version={order.version}
          state={order.state}
          ready={order.lines.some((l) => l.setAside.length > 0)}
          canCallOff={page.person.role !== 'hand'}
          canPay={page.person.role !== 'hand'}
        />
      </section>
      <section className="sheet" aria-label="Trace">
        <header>
          <h2>Trace</h2>
          <span className="quiet">from this order back to cohort, feed and seed</span>
        </header>
        {page.trace.lots.length === 0 ? (
          <p className="empty">Nothing is set aside yet, so there is nothing to trace.</p>
        ) : (
          <div className="body stack">
            <ScrollTable label="Where it came from">
              <table className="plain">
                <thead>
                  <tr>
                    <th>Lot</th>
                    <th>What</th>
                    <th>Since</th>
                    <th>From</th>
                  </tr>
                </thead>
                <tbody>
                  {page.trace.lots.map((l) => (
                    <tr key={l.lotId}>
                      <td className="mono" style={{ paddingLeft: 8 + l.depth * 18 }}>
                        {l.depth > 0 ? '← ' : ''}
                        {l.code}
                      </td>
                      <td>
                        {KIND_WORDS[l.kind]} <span className="quiet small">{l.name}</span>
                      </td>
                      <td>{shortDay(l.beganOn)}</td>
                      <td>{l.supplier ?? 'own'}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </ScrollTable>
            <details>
              <summary>Who did what, when ({page.trace.events.length})</summary>
              <ScrollTable label="Who did what, when">
                <table className="plain">
                  <tbody>
                    {page.trace.events.map((e, i) => (
                      <tr key={i}>
                        <td className="mono">{shortDay(e.day)}</td>
                        <td>{e.reason}</td>
                        <td className="mono">{e.lotCode}</td>
                        <td className="num">{e.count > 0 ? formatNumber(e.count) : ''}</td>
                        <td className="num">{e.massG > 0 ? formatMass(e.massG, units) : ''}</td>
                        <td className="mono small">
                          {e.from} → {e.to}
                        </td>
                        <td>{e.by}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </ScrollTable>
            </details>
            <p className="small quiet">
              {page.events.map((e) => `${e.kind} ${shortDay(e.day)}${e.by ? ` by ${e.by}` : ''}`).join(' · ')}
            </p>
          </div>
        )}
      </section>
    </div>
  );
}

type Line = OrderPage['order']['lines'][number];

/** What was ordered, what lots stand for it, and the next lot to give. */
function OrderLine({ line, page: { order, lots, units, short } }: { line: Line; page: OrderPage }) {
  const say = (quantity: number) => formatQuantity(quantity, line.unit, units);
  const aside = line.setAside.reduce((sum, a) => sum + a.quantity, 0);
  const missing = order.state === 'open' ? short[line.id] : undefined;
  const verb = line.unit === 'fish' ? 'netted' : 'packed';
  const fitting = lots
    .filter((l) => l.productCode === line.productCode)
    .map((l) => ({ ...l, words: `${l.lotCode}: ${say(l.quantity)}, ${verb} ${shortDay(l.packedOn)}` }));
  return (
    <li className="row">
      <div className="facts">
        <strong>
          {line.productName}, {say(line.quantity)}
        </strong>
        <span>
          set aside <strong className="mono">{say(aside)}</strong>
        </span>
        <span>
          delivered <strong className="mono">{say(line.delivered)}</strong>
        </span>
        {line.setAside.length > 0 && <SetAsideLots order={order} line={line} units={units} />}
      </div>
      {missing && (
        <p className="mark danger small">
          {say(missing.quantity)} of it will be short on {shortDay(order.dueDay)}.{' '}
          <Link href={missing.mendAt} prefetch={false}>
            {missing.mendWords}
          </Link>
        </p>
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
    </li>
  );
}
