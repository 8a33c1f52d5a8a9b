import Link from 'next/link';
import { dayWords } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { ColdRoom } from './ColdRoom';
import { PromiseTable } from './PromiseTable';
import type { MarketPage } from './queries';

export function MarketStation({ page }: { page: MarketPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <div className="stack">
      <ShownDay day={page.day} today={page.today} />
      {page.rows.length > 0 && (
        <section className="sheet">
          <header>
            <h1>Market</h1>
            <span className="quiet">promised of expected by week; below it what is free to promise</span>
            <Link className="end strong" href="/market/new" data-new-here prefetch={false}>
              New order <span className="key">N</span>
            </Link>
          </header>
          <PromiseTable rows={page.rows} />
        </section>
      )}
      {page.day === page.today && (
        <section className="sheet">
          <header>
            <h2>Cold room</h2>
            <span className="quiet">packed and not set aside, the soonest to be used first</span>
          </header>
          <ColdRoom lots={page.cold} units={page.units} />
        </section>
      )}
      <section className="sheet">
        <header>
          <h2>Orders</h2>
          <span className="quiet">from {dayWords(page.day)} on</span>
        </header>
        {page.orders.length === 0 ? (
          <p className="empty">No orders in these weeks. Press N to write one.</p>
        ) : (
          <table className="plain">
            <thead>
              <tr>
                <th>Due</th>
                <th>Order</th>
                <th>Customer</th>
                <th>State</th>
              </tr>
            </thead>
            <tbody>
              {page.orders.map((o) => (
                <tr key={o.id}>
                  <td>{dayWords(o.dueDay)}</td>
                  <td>
                    <Link href={`/market/orders/${o.id}${suffix}`} className="mono" prefetch={false}>
                      {o.code}
                    </Link>
                  </td>
                  <td>
                    {o.customer} <span className="small quiet">{o.channel}</span>
                  </td>
                  <td>
                    {o.short ? (
                      <strong className="danger">will fall short</strong>
                    ) : o.state === 'open' && o.dueDay < page.today ? (
                      <span className="attention">overdue</span>
                    ) : (
                      o.state
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </div>
  );
}
