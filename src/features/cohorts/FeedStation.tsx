'use client';
import { inSentence } from '../../core/library/inSentence';
import { useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import { formatMoney } from '../../core/quantity/money';
import { formatMass, oneFeeding, formatNumber } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import { takeFeed, type Said } from './actions';
import { CohortsNav } from './CohortsNav';
import type { FeedPage } from './feedQueries';
import { FeedRuleSheet } from './FeedRuleSheet';
import { SaidLines } from './SaidLines';
import { ScrollTable } from '../../ui/table/ScrollTable';

export function FeedStation({ page }: { page: FeedPage }) {
  const { units, currency } = page;
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const [said, setSaid] = useState<Said | null>(null);
  // Both schools side by side as soon as the farm keeps a table.
  const compared = page.tanks.some((t) => t.byTableG !== null);
  const receive: FormField[] = [
    {
      name: 'speciesCode',
      label: 'For which fish',
      kind: 'select',
      options: page.rules.map((r) => [r.speciesCode, r.name]),
      start: '',
    },
    { name: 'code', label: 'Lot number on the bags', kind: 'text', start: '' },
    { name: 'massG', label: 'Received', kind: 'quantity', quantity: 'mass', start: '' },
    { name: 'supplier', label: 'From', kind: 'text', start: '', optional: true },
    { name: 'price', label: `Paid, ${currency}`, kind: 'number', start: '', optional: true },
  ];
  return (
    <div className="stack">
      <CohortsNav here="/cohorts/feed" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <h1 className="visually-hidden">Feed</h1>
      <section className="sheet">
        <header>
          <h2>Rations {page.when === 'today' ? 'today' : shortDay(page.day)}</h2>
          <span className="quiet small">recorded as given on the Round</span>
        </header>
        <ScrollTable label="Rations by tank">
          <table className="plain">
            <thead>
              <tr>
                <th>Tank</th>
                <th>Fish</th>
                <th className="right">Mean</th>
                <th className="right">Ration</th>
                <th className="right">Each feeding</th>
                <th>Pellet</th>
                <th>At</th>
                {compared && (
                  <>
                    <th className="right">By growth</th>
                    <th className="right">By table</th>
                  </>
                )}
              </tr>
            </thead>
            <tbody>
              {page.tanks.map((t) => (
                <tr key={t.place}>
                  <td className="mono strong">{t.place}</td>
                  <td style={{ minWidth: 150 }}>
                    {t.lots}
                    <div className="small quiet">
                      {formatNumber(t.count)} {inSentence(t.species)}
                    </div>
                  </td>
                  <td className="num">{formatMass(t.meanG, units)}</td>
                  <td className="num strong">
                    {t.givenG > 0 ? (
                      <Why because={t.because}>{formatMass(t.givenG, units)}</Why>
                    ) : (
                      <span className="nofeed-tag">NO FEED</span>
                    )}
                  </td>
                  <td className="num">
                    {t.givenG > 0 ? `${t.feedings} × ${oneFeeding(t.givenG, t.feedings, units).words}` : ''}
                  </td>
                  <td>{t.givenG > 0 && `${t.pelletMm} mm`}</td>
                  <td className="mono small">{t.givenG > 0 && (t.times.length > 0 ? t.times.join(' ') : 'by hand')}</td>
                  {compared && (
                    <>
                      <td className="num quiet">{formatMass(t.byGrowthG, units)}</td>
                      <td className="num quiet">{t.byTableG === null ? '–' : formatMass(t.byTableG, units)}</td>
                    </>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </ScrollTable>
      </section>
      <div className="columns">
        <section className="sheet">
          <header>
            <h2>In the store</h2>
          </header>
          <ScrollTable label="Feed in the store">
            <table className="plain">
              <thead>
                <tr>
                  <th>For</th>
                  <th className="right">Left</th>
                  <th className="right">A day</th>
                  <th className="right">Cost a day</th>
                  <th>Lasts until</th>
                  <th>Order by</th>
                  <th>Lots, oldest first</th>
                </tr>
              </thead>
              <tbody>
                {page.store.map((s) => (
                  <tr key={s.speciesCode}>
                    <td>{s.species}</td>
                    <td className="num strong">{formatMass(s.leftG, units)}</td>
                    <td className="num">{formatMass(s.perDayG, units)}</td>
                    <td className="num">{formatMoney(s.costPerDayMinor, currency)}</td>
                    <td>{s.emptyOn ? `${shortDay(s.emptyOn)} (${s.daysLeft} days)` : 'over half a year'}</td>
                    <td className={s.orderBy && s.orderBy <= page.today ? 'danger strong' : ''}>
                      {s.orderBy
                        ? s.orderBy <= page.today
                          ? `now (${shortDay(s.orderBy)})`
                          : shortDay(s.orderBy)
                        : '–'}
                    </td>
                    <td className="small mono">
                      {s.lots.map((l) => `${l.code} ${formatMass(l.leftG, units)}`).join(', ') || 'none'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </ScrollTable>
        </section>
        <section className="sheet">
          <header>
            <h2>Feed that came</h2>
          </header>
          <div className="body stack">
            <SaidLines said={said} />
            <ActionForm
              fields={receive}
              units={units}
              submit="Into the store"
              onDone={setSaid}
              send={takeFeed}
              caution="Sacks: lift with the knees, keep dry and off the floor, oldest lot first."
            />
          </div>
        </section>
      </div>
      {page.person.role === 'manager' && (
        <div className="choices">
          {page.rules.map((r) => (
            <FeedRuleSheet key={r.speciesCode + r.version} rule={r} page={page} />
          ))}
        </div>
      )}
    </div>
  );
}
