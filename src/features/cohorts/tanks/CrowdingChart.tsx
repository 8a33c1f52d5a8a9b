'use client';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { TankPage } from './oneTankQuery';
import css from '../cohorts.module.css';
import { densityUnit, formatNumber, toShownDensity } from '../../../core/quantity/units';
import { classes } from '../../../ui/kit/kit';
import { say } from '../../../core/words/words';
import { tone } from '../../../ui/theme/tones';
import { shortDay } from '../../../core/quantity/sayDay';

/** How crowded a tank becomes, against its limit. */
export function CrowdingChart({ page }: { page: TankPage }) {
  const { units } = page;
  const unit = densityUnit(units);
  const shown = (kgM3: number) => Math.round(toShownDensity(kgM3, units) * 100) / 100;
  const limit = page.place.densityLimitKgM3 === null ? null : shown(page.place.densityLimitKgM3);
  const series = page.series.map((p) => ({ day: p.day, kgM3: shown(p.kgM3) }));
  return (
    <div
      className={classes(css.chart, css.low)}
      role="img"
      aria-label={say`Crowding of ${page.place.code} over the coming half year, ${unit}, against its limit of ${limit ?? say`none`}`}
    >
      <ResponsiveContainer>
        <ComposedChart data={series} margin={{ top: 8, right: 12, bottom: 4, left: 4 }}>
          <CartesianGrid stroke={tone.line} vertical={false} />
          <XAxis
            dataKey="day"
            tickFormatter={(d: string) => shortDay(d)}
            stroke={tone.quiet}
            fontSize={12}
            minTickGap={40}
          />
          <YAxis
            stroke={tone.quiet}
            fontSize={12}
            width={46}
            domain={[0, (max: number) => Math.ceil(Math.max(max, (limit ?? 0) * 1.1))]}
            label={{ value: unit, position: 'insideTopLeft', offset: 8, fill: tone.quiet, fontSize: 12 }}
          />
          {limit !== null && (
            <ReferenceLine
              y={limit}
              stroke={tone.clay}
              label={{ value: say`limit ${limit}`, position: 'insideBottomRight', fill: tone.clay, fontSize: 12 }}
            />
          )}
          <Line
            dataKey="kgM3"
            name={unit}
            stroke={tone.water}
            strokeWidth={2}
            strokeDasharray="6 4"
            dot={false}
            isAnimationActive={false}
          />
          <Tooltip
            labelFormatter={(d) => shortDay(String(d))}
            formatter={(v) => [`${formatNumber(Number(v), 1)} ${unit}`, say`forecast`]}
            contentStyle={{ background: tone.sheet, borderColor: tone.line, color: tone.ink }}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}
