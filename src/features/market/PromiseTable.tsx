'use client';
import { say } from '../../core/words/words';
import { explainPromise } from '../../core/explain';
import { shortDay } from '../../core/quantity/sayDay';
import { Why } from '../../ui/Why';
import type { MarketPage, PromiseCell } from './queries';
import { METRIC } from '../../core/quantity/units';
import { tableData, type Column } from '../../ui/table/columns';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { Text } from '../../ui/kit/kit';
import { LightCell, LightHeadCell, LightTable } from '../../ui/kit/Table';
import css from './market.module.css';

/** Promise against supply by product and week. Why is put together here: its words would be most of the page otherwise. */
export function PromiseTable({ rows }: Pick<MarketPage, 'rows'>) {
  const weeks = rows[0]?.cells ?? [];
  return (
    <ScrollTable
      label={say`Supply against promise by week`}
      data={() => tableData(weekColumns(), linesOf(rows), METRIC)}
    >
      <LightTable sticky className={css.wide}>
        <thead>
          <tr>
            <LightHeadCell>{say`Product`}</LightHeadCell>
            {weeks.map((w) => (
              <LightHeadCell right key={w.weekStart}>
                {say`wk ${w.week}`}
                <br />
                {shortDay(w.weekStart)}
              </LightHeadCell>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.product}>
              <LightCell>
                <Text strong>{row.product}</Text>{' '}
                <Text small quiet>
                  {row.unit}
                </Text>
              </LightCell>
              {row.cells.map((c) => (
                <LightCell
                  num
                  small
                  key={c.weekStart}
                  className={c.short ? css.short : undefined}
                  data-ripening={c.figures.ripening}
                >
                  {c.none ? (
                    <Text quiet>–</Text>
                  ) : (
                    <Why because={explainPromise({ product: row.product, shelfLifeDays: row.shelfLifeDays, ...c.why })}>
                      <CellLines cell={c} />
                    </Why>
                  )}
                </LightCell>
              ))}
            </tr>
          ))}
        </tbody>
      </LightTable>
    </ScrollTable>
  );
}

/** For order, search and file: a line for each product and week. */
interface WeekLine extends PromiseCell {
  product: string;
  unit: string;
}

const linesOf = (rows: MarketPage['rows']): WeekLine[] =>
  rows.flatMap(({ product, unit, cells }) => cells.map((c) => ({ product, unit, ...c })));

const weekColumns = (): Column<WeekLine>[] => [
  { head: say`Product`, value: (l) => l.product },
  { head: say`Unit`, value: (l) => l.unit },
  { head: say`Week`, value: (l) => l.week, kind: 'number' },
  { head: say`Week from`, value: (l) => l.weekStart, kind: 'day' },
  { head: say`Carried over`, value: (l) => l.figures.carried, kind: 'number' },
  { head: say`Ripening`, value: (l) => l.figures.ripening, kind: 'number' },
  { head: say`Promised`, value: (l) => l.figures.promised, kind: 'number' },
  { head: say`Kept for later`, value: (l) => l.figures.later, kind: 'number' },
  { head: say`Free`, value: (l) => l.figures.free, kind: 'number' },
  { head: say`Short`, value: (l) => l.figures.short, kind: 'number' },
];

/** The week's sum, what is free or short of it, and of fish sold alive those that still swim; nothing that is all naughts. */
function CellLines({ cell }: { cell: PromiseCell }) {
  const swims = cell.swimming && <Text quiet>{say`${cell.swimming} in tanks`}</Text>;
  if (cell.onlySwims) return swims;
  return (
    <>
      <Text quiet>{cell.sum}</Text>
      {cell.later && <Text as="p" quiet>{say`− ${cell.later} later`}</Text>}
      {cell.short && (
        <Text as="p" strong tone="danger">
          {say`${cell.short} short`}
        </Text>
      )}
      {(!cell.short || cell.free !== '0') && (
        <Text as="p" strong={!cell.tight} tone={cell.tight ? 'attention' : null}>
          {say`${cell.free} free`}
        </Text>
      )}
      {cell.oneDay && (
        <Text as="p" quiet>
          {cell.oneDay}
        </Text>
      )}
      {swims}
    </>
  );
}
