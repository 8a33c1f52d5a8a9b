'use client';
import { say } from '../../core/words/words';
import { explainPromise } from '../../core/explain';
import { shortDay } from '../../core/quantity/sayDay';
import { Why } from '../../ui/Why';
import type { MarketPage, PromiseCell } from './queries';
import { METRIC } from '../../core/quantity/units';
import { tableData, type Column } from '../../ui/table/columns';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { Share } from '../../ui/draw/Share';
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
                <LightCell num small key={c.weekStart} className={c.short ? css.short : undefined}>
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
  { head: say`Expected`, value: (l) => l.figures.expected, kind: 'number' },
  { head: say`Promised`, value: (l) => l.figures.promised, kind: 'number' },
  { head: say`Free`, value: (l) => l.figures.free, kind: 'number' },
  { head: say`Short`, value: (l) => l.figures.short, kind: 'number' },
];

/** Promised of expected, what is free or short, and of fish sold alive those that still swim; nothing that is all naughts. */
function CellLines({ cell }: { cell: PromiseCell }) {
  const swims = cell.swimming && <Text quiet>{say`${cell.swimming} in tanks`}</Text>;
  if (cell.onlySwims) return swims;
  return (
    <>
      {cell.share}
      {cell.part === null ? cell.share && <br /> : <Share of={cell.part} over={cell.short !== null} />}
      {cell.short ? (
        <Text as="strong" tone="danger">
          {say`${cell.short} short`}
        </Text>
      ) : (
        <Text quiet={!cell.tight} tone={cell.tight ? 'attention' : null}>
          {say`${cell.available} free ${cell.availableOn}`}
        </Text>
      )}
      {swims && <br />}
      {swims}
    </>
  );
}
