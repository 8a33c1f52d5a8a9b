'use client';
import { say } from '../../../core/words/words';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber, formatTemperature, toShown, unitName, type UnitChoice } from '../../../core/quantity/units';
import type { TemperaturePage } from './temperatureQuery';
import { tone } from '../../../ui/theme/tones';
import { Row, Rows, Text, classes } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';

/** Tint and dash of each loop in turn: told apart without colour too. */
const PENS = [
  [tone.water, ''],
  [tone.moss, '7 4'],
  [tone.roe, '2 4'],
  [tone.ink, '10 3 2 3'],
] as const;

/** Planned temperature of each loop's water, week by week; forecast, so nothing of it has happened. */
export function PlannedWater({ loops, units }: { loops: TemperaturePage['loops']; units: UnitChoice }) {
  const weeks = loops[0]?.weeks ?? [];
  const points = weeks.map(({ day }, w) => ({
    day,
    ...Object.fromEntries(loops.map((l) => [l.name, toShown('temperature', l.weeks[w]!.tempC, units)])),
  }));
  const unit = unitName('temperature', units);
  const range = (l: TemperaturePage['loops'][number]) => {
    const temps = l.weeks.map((x) => x.tempC);
    return say`${formatTemperature(Math.min(...temps), units)} to ${formatTemperature(Math.max(...temps), units)}`;
  };
  return (
    <>
      <div
        className={classes(css.chart, css.middle)}
        role="img"
        aria-label={say`Planned water: ${loops.map((l) => `${l.name} ${range(l)}`).join(', ')}`}
      >
        <ResponsiveContainer>
          <LineChart data={points} margin={{ top: 6, right: 24, bottom: 0, left: 0 }}>
            <CartesianGrid stroke={tone.line} vertical={false} />
            <XAxis dataKey="day" tickFormatter={shortDay} minTickGap={40} stroke={tone.quiet} fontSize={12} />
            <YAxis unit={` ${unit}`} width={58} stroke={tone.quiet} fontSize={12} domain={['auto', 'auto']} />
            <Tooltip
              labelFormatter={(day) => shortDay(String(day))}
              formatter={(value) => `${formatNumber(Number(value), 1)} ${unit}`}
            />
            {loops.map((l, i) => (
              <Line
                key={l.id}
                dataKey={l.name}
                stroke={PENS[i % PENS.length]![0]}
                strokeDasharray={PENS[i % PENS.length]![1]}
                strokeWidth={2}
                dot={false}
                isAnimationActive={false}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <Rows>
        {loops.map((l, i) => (
          <Row small key={l.id}>
            <Pen pen={PENS[i % PENS.length]!} /> {l.name} <Text mono>{range(l)}</Text>
          </Row>
        ))}
      </Rows>
    </>
  );
}

/** A piece of a line as the chart draws it. */
function Pen({ pen: [colour, dashes] }: { pen: (typeof PENS)[number] }) {
  return (
    <svg width="30" height="8" aria-hidden>
      <line x1="1" x2="29" y1="4" y2="4" stroke={colour} strokeWidth="2" strokeDasharray={dashes} />
    </svg>
  );
}
