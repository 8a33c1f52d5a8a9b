'use client';
import Link from 'next/link';
import { useState } from 'react';
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
import { shortDay } from '../../core/quantity/sayDay';
import { formatMass, formatNumber, densityUnit, toShownDensity } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { ShownDay } from '../../ui/shell/ShownDay';
import { husbandry, merge, type Said } from './actions';
import { Why } from '../../ui/Why';
import { CohortsNav } from './CohortsNav';
import type { TankPage } from './oneTankQuery';
import { SaidLines } from './SaidLines';
import { tone } from '../../ui/theme/tones';

export function TankView({ page }: { page: TankPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const { place, units } = page;
  const kg = page.here.reduce((sum, h) => sum + h.kg, 0);
  const density = page.series[0]?.kgM3 ?? 0;
  return (
    <div className="stack">
      <CohortsNav here="/cohorts" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <div className="columns">
        <div className="stack">
          <section className="sheet">
            <header>
              <h1>Tank {place.code}</h1>
              <span className="quiet">
                {[
                  page.loop && `${page.loop} loop`,
                  place.stage,
                  place.volumeL && `${formatNumber(place.volumeL / 1000, 1)} m³`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
              {page.resting && <span className="attention strong">rests until {shortDay(page.resting)}</span>}
            </header>
            <div className="body stack">
              <p className="facts small">
                <span>
                  together <strong className="mono">{formatMass(kg * 1000, units)}</strong>
                </span>
                <span>
                  crowding{' '}
                  <strong className="mono">
                    <Why because={page.because.density}>{formatNumber(toShownDensity(density, units), 1)}</Why> of{' '}
                    {place.densityLimitKgM3 === null
                      ? '–'
                      : formatNumber(toShownDensity(place.densityLimitKgM3, units), units.mass === 'us' ? 1 : 0)}{' '}
                    {densityUnit(units)}
                  </strong>
                </span>
                <span>
                  feed a day <strong className="mono">{formatMass(page.feedG, units)}</strong>
                </span>
                {page.minutes !== null && page.because.minutes && (
                  <span>
                    if all air stops{' '}
                    <strong className="mono">
                      <Why because={page.because.minutes}>{formatNumber(page.minutes)} minutes</Why>
                    </strong>
                  </span>
                )}
                <span>
                  over its limit{' '}
                  <strong>
                    {page.fullOn
                      ? page.fullOn <= page.day
                        ? 'now'
                        : `from ${shortDay(page.fullOn)}`
                      : 'not within half a year'}
                  </strong>
                </span>
              </p>
              <CrowdingChart page={page} />
            </div>
          </section>
          <Occupants page={page} suffix={suffix} />
          <section className="sheet">
            <header>
              <h2>Noted about this tank</h2>
            </header>
            {page.events.length === 0 ? (
              <p className="empty">Nothing yet.</p>
            ) : (
              <ul className="rows">
                {page.events.map((e, i) => (
                  <li key={i} className="row small">
                    <span className="mono">{shortDay(e.day)}</span> {e.lot} {e.words}{' '}
                    {e.until && `until ${shortDay(e.until)}`} <span className="quiet">{e.by}</span>
                  </li>
                ))}
              </ul>
            )}
          </section>
        </div>
        <div className="stack">
          <section className="sheet">
            <header>
              <h2>Comes next</h2>
            </header>
            {page.next.length === 0 ? (
              <p className="empty">Nothing more is planned here.</p>
            ) : (
              <ul className="rows">
                {page.next.map((n, i) => (
                  <li key={i} className="row">
                    <span className="mono">{shortDay(n.day)}</span> · {n.words}
                  </li>
                ))}
              </ul>
            )}
          </section>
          {page.when === 'today' && <Rest page={page} />}
        </div>
      </div>
    </div>
  );
}

function CrowdingChart({ page }: { page: TankPage }) {
  const { units } = page;
  const unit = densityUnit(units);
  const shown = (kgM3: number) => Math.round(toShownDensity(kgM3, units) * 100) / 100;
  const limit = page.place.densityLimitKgM3 === null ? null : shown(page.place.densityLimitKgM3);
  const series = page.series.map((p) => ({ day: p.day, kgM3: shown(p.kgM3) }));
  return (
    <div
      style={{ width: '100%', height: 220 }}
      role="img"
      aria-label={`Crowding of ${page.place.code} over the coming half year, ${unit}, against its limit of ${limit ?? 'none'}`}
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
              label={{ value: `limit ${limit}`, position: 'insideBottomRight', fill: tone.clay, fontSize: 12 }}
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
            formatter={(v) => [`${Number(v).toFixed(1)} ${unit}`, 'forecast']}
            contentStyle={{ background: tone.sheet, borderColor: tone.line, color: tone.ink }}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

function Occupants({ page, suffix }: { page: TankPage; suffix: string }) {
  const [said, setSaid] = useState<Said | null>(null);
  const lots = page.here.map((h) => h.lotCode);
  const oneSpecies = new Set(page.here.map((h) => h.species)).size === 1;
  return (
    <section className="sheet">
      <header>
        <h2>Who is in it</h2>
      </header>
      {page.here.length === 0 ? (
        <p className="empty">Empty on this day.</p>
      ) : (
        <ul className="rows">
          {page.here.map((h) => (
            <li key={h.lotCode}>
              <Link className="row" href={`/cohorts/${h.lotCode}${suffix}`} prefetch={false}>
                <span className="strong" style={{ textDecoration: 'underline' }}>
                  {h.lotCode}
                </span>{' '}
                <span className="quiet">{h.species}</span> · {formatNumber(h.count)} of{' '}
                {formatMass(h.meanG, page.units)}
              </Link>
            </li>
          ))}
        </ul>
      )}
      {lots.length > 1 && oneSpecies && page.when === 'today' && (
        <div className="body stack">
          <SaidLines said={said} />
          <p className="small quiet">
            When lots can no longer be told apart, keep them as one: its origins stay known.
          </p>
          <ActionForm
            fields={[]}
            units={page.units}
            submit={`Make ${lots.join(' and ')} one lot`}
            onDone={setSaid}
            send={(v) => merge({ ...v, placeId: page.place.id, lotCodes: lots })}
          />
        </div>
      )}
    </section>
  );
}

function Rest({ page }: { page: TankPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const empty = page.here.length === 0;
  const kind = page.resting ? 'clean' : 'fallow';
  const fields: FormField[] = page.resting
    ? [{ name: 'words', label: 'How it was cleaned', kind: 'text', start: '' }]
    : [
        { name: 'untilDay', label: 'Rests up to and with', kind: 'day', start: page.today },
        { name: 'words', label: 'Why, and how it will be cleaned', kind: 'text', start: '' },
      ];
  return (
    <section className="sheet">
      <header>
        <h2>{page.resting ? 'Cleaned and ready' : 'Rest and clean'}</h2>
      </header>
      <div className="body stack">
        <SaidLines said={said} />
        {!empty && !page.resting ? (
          <p className="quiet small">
            A tank rests when it is empty: move the fish out first. Nothing is stocked into a resting tank.
          </p>
        ) : (
          <ActionForm
            key={kind}
            fields={fields}
            units={page.units}
            submit={kind === 'clean' ? 'It is clean' : 'Let it rest'}
            onDone={setSaid}
            send={(v) => husbandry({ ...v, kind, placeId: page.place.id })}
            caution="Disinfectants: gloves and goggles, add chemical to water, rinse until nothing is left. Never into water with fish or plants."
          />
        )}
      </div>
    </section>
  );
}
