'use client';
import { useState } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { Day } from '../../../core/quantity/days';
import { clockTime, shortDay } from '../../../core/quantity/sayDay';
import { formatNumber, toShown, unitName, type UnitChoice } from '../../../core/quantity/units';
import { BY_HAND_TWICE_DAILY, READING_KINDS } from '../../../core/water/readings/readings';
import { say, told } from '../../../core/words/words';
import { noConnection } from '../../../ui/outcome';
import { ChipButton } from '../../../ui/kit/Chip';
import { Buttons, Mark, Stack, Text } from '../../../ui/kit/kit';
import { tone } from '../../../ui/theme/tones';
import type { HourOfWater } from '../../../questions/waterHours';
import { waterHours } from '../actions';
import css from '../cohorts.module.css';

interface Drawn {
  kind: string;
  hours: HourOfWater[];
}

/** The week of a loop's water, hour by hour: asked for when it is opened. */
export function WaterHours({ loopId, day, units }: { loopId: string; day: Day; units: UnitChoice }) {
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const draw = async (kind: string) => {
    const outcome = await waterHours({ loopId, kind, day }).catch(() => null);
    if (outcome?.ok) setDrawn({ kind, hours: outcome.value });
    setWrong(outcome?.ok ? null : outcome ? (Object.values(outcome.fields)[0]?.[0] ?? null) : noConnection());
  };
  return (
    <details onToggle={(e) => e.currentTarget.open && !drawn && void draw(BY_HAND_TWICE_DAILY[0]!.kind)}>
      <summary>{say`The week, hour by hour`}</summary>
      <Stack className={css.spaced}>
        <Buttons>
          {BY_HAND_TWICE_DAILY.map(({ kind, name }) => (
            <ChipButton key={kind} chosen={drawn?.kind === kind} onClick={() => void draw(kind)}>
              {told(name)}
            </ChipButton>
          ))}
        </Buttons>
        {wrong && <Mark tone="danger">{wrong}</Mark>}
        {drawn && <Hours drawn={drawn} units={units} />}
      </Stack>
    </details>
  );
}

function Hours({ drawn: { kind, hours }, units }: { drawn: Drawn; units: UnitChoice }) {
  const { name, quantity, unit } = READING_KINDS.get(kind)!;
  if (hours.length === 0)
    return (
      <Text as="p" small quiet>
        {say`Nothing was read in this week.`}
      </Text>
    );
  const shown = (v: number) => Math.round((quantity ? toShown(quantity, v, units) : v) * 100) / 100;
  const unitWords = quantity ? unitName(quantity, units) : told(unit);
  const data = hours.map((h) => ({
    at: new Date(h.at).getTime(),
    mean: shown(h.mean),
    range: [shown(h.low), shown(h.high)],
  }));
  const lows = data.map((d) => d.range[0]!);
  const highs = data.map((d) => d.range[1]!);
  const said = say`${told(name)} from ${formatNumber(Math.min(...lows), 1)} to ${formatNumber(Math.max(...highs), 1)} ${unitWords}`;
  return (
    <>
      <Text as="p" small>
        {said}
      </Text>
      <div className={`${css.chart} ${css.low}`} role="img" aria-label={said}>
        <ResponsiveContainer>
          <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 4, left: 4 }}>
            <CartesianGrid stroke={tone.line} vertical={false} />
            <XAxis
              dataKey="at"
              type="number"
              domain={['dataMin', 'dataMax']}
              tickFormatter={(at: number) => shortDay(new Date(at).toISOString().slice(0, 10))}
              stroke={tone.quiet}
              fontSize={12}
              tickCount={7}
            />
            <YAxis stroke={tone.quiet} fontSize={12} width={46} domain={['auto', 'auto']} />
            <Area
              dataKey="range"
              stroke="none"
              fill={tone.water}
              fillOpacity={0.2}
              isAnimationActive={false}
              name={say`lowest to highest`}
            />
            <Line
              dataKey="mean"
              stroke={tone.deep}
              strokeWidth={2}
              dot={data.length < 60}
              isAnimationActive={false}
              name={say`mean of the hour`}
            />
            <Tooltip
              labelFormatter={(at) =>
                `${shortDay(new Date(Number(at)).toISOString().slice(0, 10))} ${clockTime(new Date(Number(at)))}`
              }
              formatter={(v) => (Array.isArray(v) ? say`${v[0]} to ${v[1]} ${unitWords}` : `${String(v)} ${unitWords}`)}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </>
  );
}
