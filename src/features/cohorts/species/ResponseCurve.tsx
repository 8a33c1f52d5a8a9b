'use client';
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Species } from '../../../core/library/types';
import css from '../cohorts.module.css';
import { formatTemperature, toShown, UnitChoice, unitName } from '../../../core/quantity/units';
import { temperatureResponse } from '../../../core/quantity/temperatureResponse';
import { classes } from '../../../ui/kit/kit';
import { say } from '../../../core/words/words';
import { tone } from '../../../ui/theme/tones';

/** How fast a species grows at each temperature, as a share of its best. */
export function ResponseCurve({ species, units }: { species: Species; units: UnitChoice }) {
  const curve = Array.from({ length: 41 }, (_, t) => ({
    t: Math.round(toShown('temperature', t, units)),
    growth: Math.round(temperatureResponse(t, species) * 100),
  }));
  return (
    <div
      className={classes(css.chart, css.small)}
      role="img"
      aria-label={say`Growth by temperature, best at ${formatTemperature(species.tempOptC, units)}`}
    >
      <ResponsiveContainer>
        <LineChart data={curve} margin={{ top: 6, right: 30, bottom: 0, left: 0 }}>
          <XAxis
            dataKey="t"
            unit={` ${unitName('temperature', units)}`}
            stroke={tone.quiet}
            fontSize={12}
            interval="preserveStartEnd"
            minTickGap={24}
          />
          <YAxis stroke={tone.quiet} fontSize={12} unit=" %" width={52} ticks={[0, 50, 100]} />
          <Line dataKey="growth" stroke={tone.water} strokeWidth={2} dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
