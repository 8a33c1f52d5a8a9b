'use client';
import { say } from '../../../core/words/words';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { dayFromNumber, dayNumber, type Day } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatMass, toShown, unitName, type UnitChoice } from '../../../core/quantity/units';
import type { GrowthPoint } from './growthPoints';
import { tone } from '../../../ui/theme/tones';
import { Text } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

interface GrowthChartProps {
  points: GrowthPoint[];
  /** Share of the fish over the smallest market size, by day. */
  share: { day: Day; above: number }[];
  marketG: [number, number] | null;
  units: UnitChoice;
  today: Day;
}

/** Samples as diamonds, the forecast dashed with its band, market size as a shaded zone; the table behind it below. */
// The parts of a chart are its direct children: Recharts does not look into components of ours.
// eslint-disable-next-line max-lines-per-function
export function GrowthChart({ points, share, marketG, units, today }: GrowthChartProps) {
  const aboveOn = new Map(share.map((s) => [s.day, s.above]));
  const shown = (g: number | undefined) =>
    g === undefined ? undefined : Math.round(toShown('smallMass', g, units) * 10) / 10;
  const data = points.map((p) => ({
    n: dayNumber(p.day),
    sample: shown(p.sampleG),
    forecast: shown(p.forecastG),
    band: p.band && [shown(p.band[0]), shown(p.band[1])],
    above: p.forecastG === undefined || !aboveOn.has(p.day) ? undefined : Math.round(aboveOn.get(p.day)! * 100),
  }));
  const unit = unitName('smallMass', units);
  const asText = (value: unknown): string => (Array.isArray(value) ? say`${value[0]} to ${value[1]}` : String(value));
  return (
    <>
      <div className={css.chart} role="img" aria-label={say`Growth in ${unit}, samples and forecast`}>
        <ResponsiveContainer>
          <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 4, left: 4 }}>
            <CartesianGrid stroke={tone.line} vertical={false} />
            <XAxis
              dataKey="n"
              type="number"
              domain={['dataMin', 'dataMax']}
              tickFormatter={(n: number) => shortDay(dayFromNumber(Math.round(n)))}
              stroke={tone.quiet}
              fontSize={12}
              tickCount={7}
            />
            <YAxis
              stroke={tone.quiet}
              fontSize={12}
              label={{ value: unit, position: 'insideTopLeft', offset: 8, fill: tone.quiet, fontSize: 12 }}
              width={46}
            />
            {share.length > 0 && (
              <YAxis
                yAxisId="share"
                orientation="right"
                domain={[0, 100]}
                stroke={tone.moss}
                fontSize={12}
                width={62}
                unit=" %"
                label={{
                  value: say`over market size`,
                  angle: 90,
                  position: 'insideRight',
                  fill: tone.moss,
                  fontSize: 12,
                  offset: 4,
                }}
              />
            )}
            {marketG && (
              <ReferenceArea
                y1={shown(marketG[0])}
                y2={shown(marketG[1])}
                fill={tone.reed}
                fillOpacity={0.25}
                label={{
                  value: say`market size ${formatMass(marketG[0], units)} to ${formatMass(marketG[1], units)}`,
                  position: 'insideTopLeft',
                  fill: tone.moss,
                  fontSize: 12,
                }}
              />
            )}
            <Area
              dataKey="band"
              stroke="none"
              fill={tone.water}
              fillOpacity={0.18}
              isAnimationActive={false}
              name={say`expected range`}
              connectNulls
            />
            <Line
              dataKey="sample"
              stroke={tone.deep}
              strokeWidth={2}
              dot={{ r: 4, fill: tone.sheet, stroke: tone.ink }}
              isAnimationActive={false}
              name={say`weighed`}
              connectNulls
            />
            <Line
              dataKey="forecast"
              stroke={tone.water}
              strokeWidth={2}
              strokeDasharray="6 4"
              dot={false}
              isAnimationActive={false}
              name={say`forecast`}
              connectNulls
            />
            {share.length > 0 && (
              <Line
                yAxisId="share"
                dataKey="above"
                stroke={tone.moss}
                strokeWidth={1.5}
                strokeDasharray="2 3"
                dot={false}
                isAnimationActive={false}
                name={say`over market size`}
                connectNulls
              />
            )}
            <ReferenceLine
              x={dayNumber(today)}
              stroke={tone.ink}
              label={{ value: say`today`, position: 'insideTopLeft', fill: tone.ink, fontSize: 12 }}
            />
            <Tooltip
              labelFormatter={(n) => shortDay(dayFromNumber(Math.round(Number(n))))}
              formatter={(value, name, { dataKey }) => [`${asText(value)} ${dataKey === 'above' ? '%' : unit}`, name]}
              contentStyle={{ background: tone.sheet, borderColor: tone.line, color: tone.ink }}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <NumbersBehind points={points} units={units} aboveOn={aboveOn} />
    </>
  );
}

interface NumbersBehindProps {
  points: GrowthPoint[];
  units: UnitChoice;
  aboveOn: Map<string, number>;
}

function NumbersBehind({ points, units, aboveOn }: NumbersBehindProps) {
  return (
    <Text as="details" small>
      <summary>{say`The numbers behind it`}</summary>
      <DataTable
        label={say`The numbers behind the chart`}
        maxHeight={260}
        rows={points}
        rowKey={(p) => `${p.day}${p.forecastG === undefined ? 's' : 'f'}`}
        units={units}
        columns={growthColumns(units, aboveOn)}
      />
    </Text>
  );
}

const figures = { num: true };

function growthColumns(units: UnitChoice, aboveOn: Map<string, number>): Column<GrowthPoint>[] {
  const mass = (g: number | undefined) => (g === undefined ? '' : formatMass(g, units));
  const above = (p: GrowthPoint) => (p.forecastG === undefined ? undefined : aboveOn.get(p.day));
  return [
    { head: say`Day`, value: (p) => p.day, kind: 'day', cell: (p) => p.day },
    {
      head: say`Weighed`,
      value: (p) => p.sampleG ?? null,
      quantity: 'smallMass',
      look: figures,
      cell: (p) => mass(p.sampleG),
    },
    {
      head: say`Fish weighed`,
      value: (p) => p.sampleCount ?? null,
      kind: 'number',
      look: figures,
      cell: (p) => p.sampleCount || '',
    },
    {
      head: say`Forecast`,
      value: (p) => p.forecastG ?? null,
      quantity: 'smallMass',
      look: figures,
      cell: (p) => mass(p.forecastG),
    },
    {
      head: say`Band`,
      value: () => null,
      look: figures,
      only: 'screen',
      cell: (p) => (p.band ? say`${mass(p.band[0])} to ${mass(p.band[1])}` : ''),
    },
    { head: say`Band from`, value: (p) => p.band?.[0] ?? null, quantity: 'smallMass', only: 'file' },
    { head: say`Band to`, value: (p) => p.band?.[1] ?? null, quantity: 'smallMass', only: 'file' },
    {
      head: say`Over market size`,
      value: (p) => (above(p) ?? NaN) * 100,
      unit: '%',
      look: figures,
      cell: (p) => (above(p) === undefined ? '' : `${Math.round(above(p)! * 100)} %`),
    },
  ];
}
