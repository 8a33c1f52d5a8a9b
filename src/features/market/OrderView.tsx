import { formatQuantity } from '../../core/plan/consequences';
import { dayWords, shortDay } from '../../core/quantity/sayDay';
import { formatMass, formatMoney, formatNumber } from '../../core/quantity/units';
import { OrderSteps } from './OrderSteps';
import { SetAside } from './SetAside';
import type { OrderPage } from './queries';

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
        <div className="scroll-x">
          <table className="plain">
            <thead>
              <tr>
                <th>Product</th>
                <th className="right">Ordered</th>
                <th className="right">Set aside</th>
                <th className="right">Delivered</th>
                <th>Lots</th>
              </tr>
            </thead>
            <tbody>
              {order.lines.map((line) => {
                const aside = line.setAside.reduce((sum, a) => sum + a.quantity, 0);
                const lots = page.lots.filter((l) => l.productCode === line.productCode);
                return (
                  <tr key={line.id}>
                    <td className="strong">{line.productName}</td>
                    <td className="num">{formatQuantity(line.quantity, line.unit, units)}</td>
                    <td className="num">{formatQuantity(aside, line.unit, units)}</td>
                    <td className="num">{formatQuantity(line.delivered, line.unit, units)}</td>
                    <td>
                      <span className="mono small">{line.setAside.map((a) => a.lotCode).join(', ')}</span>
                      {order.state === 'open' && (
                        <SetAside
                          orderId={order.id}
                          version={order.version}
                          line={{
                            id: line.id,
                            unit: line.unit,
                            name: line.productName,
                            owed: Math.max(0, line.quantity - aside),
                          }}
                          lots={lots.map((l) => ({
                            lotId: l.lotId,
                            lotCode: l.lotCode,
                            quantity: l.quantity,
                            words: `${l.lotCode}: ${formatQuantity(l.quantity, line.unit, units)}, packed ${shortDay(l.packedOn)}`,
                          }))}
                          units={units}
                        />
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
        <OrderSteps
          orderId={order.id}
          version={order.version}
          state={order.state}
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
            <div className="scroll-x">
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
            </div>
            <details>
              <summary>Who did what, when ({page.trace.events.length})</summary>
              <div className="scroll-x">
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
              </div>
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
