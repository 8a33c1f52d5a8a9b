import Link from 'next/link';
import { dayWords, shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import type { MarketPage } from './queries';

export function MarketStation({ page }: { page: MarketPage }) {
  const weeks = page.rows[0]?.cells ?? [];
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
          <div className="scroll-x" tabIndex={0} role="region" aria-label="Supply against promise by week">
            <table className="plain sticky" style={{ minWidth: 900 }}>
              <thead>
                <tr>
                  <th>Product</th>
                  {weeks.map((w) => (
                    <th key={w.weekStart} className="right">
                      wk {w.week}
                      <br />
                      {shortDay(w.weekStart)}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {page.rows.map((row) => (
                  <tr key={row.product}>
                    <td>
                      <span className="strong">{row.product}</span> <span className="small quiet">{row.unit}</span>
                    </td>
                    {row.cells.map((c) => (
                      <td
                        key={c.weekStart}
                        className="num small"
                        style={c.short ? { background: 'color-mix(in srgb, var(--roe) 22%, transparent)' } : undefined}
                      >
                        {c.none ? (
                          <span className="quiet">–</span>
                        ) : (
                          <Why because={c.because}>
                            {c.share}
                            <br />
                            {c.short ? (
                              <strong className="danger">{c.short} short</strong>
                            ) : (
                              <span className={c.tight ? 'attention' : 'quiet'}>{c.available} free</span>
                            )}
                            {c.swimming && (
                              <>
                                <br />
                                <span className="quiet">{c.swimming} in tanks</span>
                              </>
                            )}
                          </Why>
                        )}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
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
