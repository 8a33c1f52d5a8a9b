'use client';
import { useEffect, useRef, useState } from 'react';
import { Area, CartesianGrid, ComposedChart, Legend, Line, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
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
  const first = useRef(() => draw(BY_HAND_TWICE_DAILY[0]!.kind));
  const box = useRef<HTMLDetailsElement>(null);
  // Opened before the page listened: nobody tells it so.
  useEffect(() => {
    if (box.current?.open) void first.current();
  }, []);
  return (
    <details ref={box} onToggle={(e) => e.currentTarget.open && !drawn && void draw(BY_HAND_TWICE_DAILY[0]!.kind)}>
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

const LINES = [tone.deep, tone.water, tone.moss, tone.roe, tone.clay] as const;
const lineOf = (place: string | null) => `mean ${place ?? ''}`;
const rangeOf = (place: string | null) => `range ${place ?? ''}`;

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
  const places = [...new Set(hours.map((h) => h.place))];
  const spells = new Map<string, Record<string, unknown>>();
  for (const h of hours) {
    const spell = spells.get(h.at) ?? { at: new Date(h.at).getTime() };
    spells.set(h.at, spell);
    spell[lineOf(h.place)] = shown(h.mean);
    spell[rangeOf(h.place)] = [shown(h.low), shown(h.high)];
  }
  const data = [...spells.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, spell]) => spell);
  const low = shown(Math.min(...hours.map((h) => h.low)));
  const high = shown(Math.max(...hours.map((h) => h.high)));
  const said = say`${told(name)} from ${formatNumber(low, 1)} to ${formatNumber(high, 1)} ${unitWords}`;
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
            {places.map((place, i) => (
              <Area
                key={rangeOf(place)}
                dataKey={rangeOf(place)}
                stroke="none"
                fill={LINES[i % LINES.length]!}
                fillOpacity={0.15}
                isAnimationActive={false}
                legendType="none"
                tooltipType="none"
                connectNulls
              />
            ))}
            {places.map((place, i) => (
              <Line
                key={lineOf(place)}
                dataKey={lineOf(place)}
                stroke={LINES[i % LINES.length]!}
                strokeWidth={2}
                strokeDasharray={place === null ? '6 3' : '0'}
                dot={hours.filter((h) => h.place === place).length < 60 && { strokeDasharray: '0' }}
                isAnimationActive={false}
                name={place ?? say`read for the loop`}
                connectNulls
              />
            ))}
            {places.length > 1 && <Legend />}
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
