'use client';
import { Bar, CartesianGrid, ComposedChart, Line, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { tone } from '../../../ui/theme/tones';
import type { PlantingPage } from './queries';
import css from './planting.module.css';

/** Each pick of a season against the recipe's curve. */
export function CurveChart({ curve }: { curve: NonNullable<PlantingPage['curve']> }) {
  const { points, unit } = curve;
  return (
    <div className={css.chart} role="img" aria-label={say`Picks in ${unit} against the picking curve: ${curve.words}`}>
      <ResponsiveContainer>
        <ComposedChart data={points} margin={{ top: 16, right: 8, bottom: 4, left: 4 }}>
          <CartesianGrid stroke={tone.line} vertical={false} />
          <XAxis
            dataKey="pick"
            stroke={tone.quiet}
            fontSize={12}
            minTickGap={24}
            height={38}
            label={{ value: say`pick`, position: 'insideBottom', fill: tone.quiet, fontSize: 12 }}
          />
          <YAxis
            stroke={tone.quiet}
            fontSize={12}
            width={46}
            label={{ value: unit, position: 'insideTopLeft', offset: 0, dy: -14, fill: tone.quiet, fontSize: 12 }}
          />
          <Bar dataKey="got" name={say`picked`} fill={tone.leaf3} isAnimationActive={false} />
          <Line
            dataKey="expected"
            name={say`by the recipe`}
            stroke={tone.clay}
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          <Tooltip
            labelFormatter={(pick) => say`pick ${Number(pick)}`}
            formatter={(v, name) => [`${formatNumber(Number(v), 1)} ${unit}`, String(name)]}
            contentStyle={{ background: tone.sheet, borderColor: tone.line, color: tone.ink }}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}
