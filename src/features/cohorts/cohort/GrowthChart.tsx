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
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { tone } from '../../../ui/theme/tones';
import { Text } from '../../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import css from '../cohorts.module.css';

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
      <ScrollTable label={say`The numbers behind the chart`} maxHeight={260}>
        <Table>
          <TableHead>
            <TableRow>
              <HeadCell>{say`Day`}</HeadCell>
              <HeadCell right>{say`Weighed`}</HeadCell>
              <HeadCell right>{say`Fish weighed`}</HeadCell>
              <HeadCell right>{say`Forecast`}</HeadCell>
              <HeadCell right>{say`Band`}</HeadCell>
              <HeadCell right>{say`Over market size`}</HeadCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {points.map((p) => (
              <TableRow key={`${p.day}${p.forecastG === undefined ? 's' : 'f'}`}>
                <Cell>{p.day}</Cell>
                <Cell num>{p.sampleG === undefined ? '' : formatMass(p.sampleG, units)}</Cell>
                <Cell num>{p.sampleCount || ''}</Cell>
                <Cell num>{p.forecastG === undefined ? '' : formatMass(p.forecastG, units)}</Cell>
                <Cell num>{p.band ? say`${formatMass(p.band[0], units)} to ${formatMass(p.band[1], units)}` : ''}</Cell>
                <Cell num>
                  {p.forecastG === undefined || !aboveOn.has(p.day) ? '' : `${Math.round(aboveOn.get(p.day)! * 100)} %`}
                </Cell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
    </Text>
  );
}
