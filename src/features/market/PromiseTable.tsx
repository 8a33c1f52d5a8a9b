'use client';
import { explainPromise } from '../../core/explain';
import { shortDay } from '../../core/quantity/sayDay';
import { Why } from '../../ui/Why';
import type { MarketPage, PromiseCell } from './queries';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { tone } from '../../ui/theme/tones';

/** Promise against supply by product and week. Why is put together here: its words would be most of the page otherwise. */
export function PromiseTable({ rows }: Pick<MarketPage, 'rows'>) {
  const weeks = rows[0]?.cells ?? [];
  return (
    <ScrollTable label="Supply against promise by week">
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
          {rows.map((row) => (
            <tr key={row.product}>
              <td>
                <span className="strong">{row.product}</span> <span className="small quiet">{row.unit}</span>
              </td>
              {row.cells.map((c) => (
                <td
                  key={c.weekStart}
                  className="num small"
                  style={c.short ? { background: `color-mix(in srgb, ${tone.roe} 22%, transparent)` } : undefined}
                >
                  {c.none ? (
                    <span className="quiet">–</span>
                  ) : (
                    <Why because={explainPromise({ product: row.product, shelfLifeDays: row.shelfLifeDays, ...c.why })}>
                      <CellLines cell={c} />
                    </Why>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </ScrollTable>
  );
}

/** Promised of expected, what is free or short, and of fish sold alive those that still swim; nothing that is all naughts. */
function CellLines({ cell }: { cell: PromiseCell }) {
  const swims = cell.swimming && <span className="quiet">{cell.swimming} in tanks</span>;
  if (cell.onlySwims) return swims;
  return (
    <>
      {cell.share}
      <br />
      {cell.short ? (
        <strong className="danger">{cell.short} short</strong>
      ) : (
        <span className={cell.tight ? 'attention' : 'quiet'}>
          {cell.available} free {cell.availableOn}
        </span>
      )}
      {swims && <br />}
      {swims}
    </>
  );
}
