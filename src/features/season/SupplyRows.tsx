import { PromiseWeek, PromiseRow } from '../../core/market/promiseTable';
import type { BoardSeries } from '../../core/plan/board';
import { formatQuantity } from '../../core/plan/consequences';
import { type Day, daysBetween } from '../../core/quantity/days';
import { type UnitChoice, formatNumber } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { tone } from '../../ui/theme/tones';
import type { BoardScale } from './boardLayout';

/** By product and week: what share of the expected supply is promised, and what is short. */
export function SupplyRows({
  rows,
  top,
  scale,
  today,
  units,
}: {
  rows: BoardSeries['promise'];
  top: number;
  scale: BoardScale;
  today: Day;
  units: UnitChoice;
}) {
  return (
    <g>
      {rows.map((row, r) => (
        <g key={row.product.code} data-testid={`supply-${row.product.code}`}>
          {row.weeks.map((week) => {
            const at = daysBetween(today, week.weekStart);
            const x = scale.x(Math.max(scale.from, at));
            const width = scale.x(Math.min(scale.until, at + 7)) - x - 2;
            if (width < 12 || at >= scale.until) return null;
            const short = week.short > (row.product.unit === 'kg' ? 100 : 0.5);
            const there = (week.account?.carried ?? 0) + (week.account?.ripening ?? week.expected);
            const share = there > 0 ? Math.min(1, week.promised / there) : 0;
            const label = short
              ? say`short ${bare(week.short, row.product.unit)}`
              : row.product.madeFrom
                ? bare(week.promised, row.product.unit)
                : `${bare(week.promised, row.product.unit)}/${bare(there, row.product.unit)}`;
            return (
              <SupplyWeek
                key={week.weekStart}
                week={week}
                there={there}
                short={short}
                row={row}
                units={units}
                x={x}
                top={top}
                r={r}
                width={width}
                share={share}
                label={label}
              />
            );
          })}
        </g>
      ))}
    </g>
  );
}

interface SupplyWeekProps {
  week: PromiseWeek;
  /** Carried over and ripening. */
  there: number;
  short: boolean;
  row: PromiseRow;
  units: UnitChoice;
  x: number;
  top: number;
  r: number;
  width: number;
  share: number;
  label: string;
}

function SupplyWeek({ week, there, short, row, units, x, top, r, width, share, label }: SupplyWeekProps) {
  return (
    <g data-short={short ? Math.round(week.short) : 0}>
      <title>{say`${row.product.name}, week ${week.week}: ${formatQuantity(week.promised, row.product.unit, units)} promised of ${formatQuantity(there, row.product.unit, units)} there${short ? say`, ${formatQuantity(week.short, row.product.unit, units)} short` : ''}`}</title>
      <rect
        x={x}
        y={top + 20 + r * 20}
        width={width}
        height="16"
        fill={tone.sheet}
        stroke={short ? tone.clay : tone.line}
        strokeWidth={short ? 2 : 1}
      />
      <rect
        x={x}
        y={top + 20 + r * 20}
        width={short ? width : width * share}
        height="16"
        fill={short ? tone.roeFill : share > 0.9 ? tone.strawFill : tone.leaf2}
      />
      <text
        x={x + 3}
        y={top + 32 + r * 20}
        style={{
          fontFamily: 'var(--mono)',
          fontSize: 11,
          fill: short ? tone.onFill : tone.ink,
          fontWeight: short ? 650 : 400,
        }}
      >
        {width > 44 ? label : ''}
      </text>
    </g>
  );
}

function bare(quantity: number, unit: string) {
  return formatNumber(unit === 'kg' ? quantity / 1000 : quantity);
}
