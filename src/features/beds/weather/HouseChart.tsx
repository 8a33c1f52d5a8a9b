'use client';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber, toShown, unitName, type UnitChoice } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { tone } from '../../../ui/theme/tones';
import type { WeatherPage } from './queries';
import css from './weather.module.css';

interface HouseChartProps {
  house: WeatherPage['houses'][number];
  units: UnitChoice;
}

/** Air and light of a house with their bands. */
export function HouseChart({ house, units }: HouseChartProps) {
  const air = (c: number) => Math.round(toShown('temperature', c, units) * 10) / 10;
  const unit = unitName('temperature', units);
  const rows = house.weeks.map((w) => ({
    day: w.from,
    air: air(w.airC.planned),
    airBand: [air(w.airC.low), air(w.airC.high)],
    light: Math.round(w.lightMol.planned * 10) / 10,
    lightBand: [w.lightMol.low, w.lightMol.high].map((l) => Math.round(l * 10) / 10),
  }));
  const said = (value: unknown) =>
    Array.isArray(value) ? value.map((v) => formatNumber(Number(v), 1)).join(' – ') : formatNumber(Number(value), 1);
  return (
    <div
      className={css.chart}
      role="img"
      aria-label={say`Air, ${unit}, and light, mol/m², of ${house.name} in the coming weeks; the figures stand below`}
    >
      <ResponsiveContainer>
        <ComposedChart data={rows} margin={{ top: 8, right: 4, bottom: 4, left: 4 }}>
          <CartesianGrid stroke={tone.line} vertical={false} />
          <XAxis
            dataKey="day"
            tickFormatter={(d: string) => shortDay(d)}
            stroke={tone.quiet}
            fontSize={12}
            minTickGap={40}
          />
          <YAxis
            yAxisId="air"
            stroke={tone.quiet}
            fontSize={12}
            width={46}
            label={{ value: unit, position: 'insideTopLeft', offset: 8, fill: tone.quiet, fontSize: 12 }}
          />
          <YAxis
            yAxisId="light"
            orientation="right"
            stroke={tone.quiet}
            fontSize={12}
            width={46}
            label={{ value: say`mol/m²`, position: 'insideTopRight', offset: 8, fill: tone.quiet, fontSize: 12 }}
          />
          <Area
            yAxisId="air"
            dataKey="airBand"
            name={say`air between`}
            stroke="none"
            fill={tone.clay}
            fillOpacity={0.18}
            isAnimationActive={false}
          />
          <Area
            yAxisId="light"
            dataKey="lightBand"
            name={say`light between`}
            stroke="none"
            fill={tone.moss}
            fillOpacity={0.16}
            isAnimationActive={false}
          />
          <Line
            yAxisId="air"
            dataKey="air"
            name={say`air, ${unit}`}
            stroke={tone.clay}
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          <Line
            yAxisId="light"
            dataKey="light"
            name={say`light, mol/m²`}
            stroke={tone.moss}
            strokeWidth={2}
            strokeDasharray="6 4"
            dot={false}
            isAnimationActive={false}
          />
          {house.boltsFromC !== null && (
            <ReferenceLine
              yAxisId="air"
              y={air(house.boltsFromC)}
              stroke={tone.clay}
              strokeDasharray="2 4"
              label={{ value: say`leaves begin to bolt`, position: 'insideTopLeft', fill: tone.clay, fontSize: 12 }}
            />
          )}
          <Tooltip
            labelFormatter={(d) => shortDay(String(d))}
            formatter={(v, name) => [said(v), String(name)]}
            contentStyle={{ background: tone.sheet, borderColor: tone.line, color: tone.ink }}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}
