import Link from 'next/link';
import { formatMass, formatNumber, densityUnit, toShownDensity } from '../../core/quantity/units';
import { shortDay } from '../../core/quantity/sayDay';
import { Vessel } from '../../ui/draw/Vessel';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import { CohortsNav } from './CohortsNav';
import type { CohortsPage } from './tankQueries';
import { ScrollTable } from '../../ui/table/ScrollTable';

const tallestOf = (loop: CohortsPage['loops'][number]) =>
  Math.max(...loop.stages.flatMap((s) => s.tanks.map((t) => t.volumeL)));

export function CohortsStation({ page }: { page: CohortsPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <div className="stack">
      <CohortsNav here="/cohorts" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <h1 className="visually-hidden">Cohorts</h1>
      <div style={{ display: 'flex', gap: 14, flexWrap: 'wrap' }}>
        {page.loops.map((loop) => (
          <section className="sheet" key={loop.name} style={{ flex: '1 1 auto' }}>
            <header>
              <h2>{loop.name}</h2>
              <span className="quiet small end">fill = {densityUnit(page.units)} against its limit</span>
            </header>
            <div className="body vessels">
              {loop.stages.map((s) => (
                <div key={s.stage} className="stage">
                  <div className="vessels">
                    {s.tanks.map((t) => (
                      <Vessel key={t.code} vessel={t} tallestL={tallestOf(loop)} />
                    ))}
                  </div>
                  {s.stage && <span className="small quiet">{s.stage}</span>}
                </div>
              ))}
            </div>
          </section>
        ))}
      </div>
      <section className="sheet">
        <header>
          <h2>Every cohort</h2>
          <span className="quiet">{page.rows.length} groups of fish</span>
        </header>
        {page.rows.length === 0 ? (
          <p className="empty">No fish are in any tank on this day. Plan a stocking on Season.</p>
        ) : (
          <ScrollTable label="Every group of fish">
            <table className="plain">
              <thead>
                <tr>
                  <th>Cohort</th>
                  <th>Tank</th>
                  <th className="right">Fish</th>
                  <th className="right">Mean size</th>
                  <th className="right">Together</th>
                  <th className="right">{densityUnit(page.units)}</th>
                  <th className="right">Market size</th>
                  <th>Mean at market size</th>
                  <th>Too full</th>
                  <th>Weighed</th>
                </tr>
              </thead>
              <tbody>
                {page.rows.map((r) => (
                  <tr key={`${r.lotCode}${r.place}`}>
                    <td>
                      <Link href={`/cohorts/${r.lotCode}${suffix}`} prefetch={false}>
                        {r.lotCode}
                      </Link>
                      <div className="small quiet">{r.species}</div>
                    </td>
                    <td className="mono">
                      <Link href={`/cohorts/tank/${r.place}${suffix}`} prefetch={false}>
                        {r.place}
                      </Link>
                    </td>
                    <td className="num">{formatNumber(r.count)}</td>
                    <td className="num">
                      {formatMass(r.meanG, page.units)}
                      <div className="small quiet">± {formatMass(r.spreadG, page.units)}</div>
                    </td>
                    <td className="num">{formatMass(r.massG, page.units)}</td>
                    <td className="num">
                      <Why because={r.because}>{formatNumber(toShownDensity(r.densityKgM3, page.units), 1)}</Why>
                      <div className="small quiet">
                        of{' '}
                        {r.limitKgM3 === null
                          ? '–'
                          : formatNumber(toShownDensity(r.limitKgM3, page.units), page.units.mass === 'us' ? 1 : 0)}
                      </div>
                    </td>
                    <td className="num">{r.marketShare === null ? '–' : `${formatNumber(r.marketShare * 100)} %`}</td>
                    <td>{r.readyOn ? (r.readyOn <= page.day ? 'now' : shortDay(r.readyOn)) : '–'}</td>
                    <td>
                      {r.fullOn ? (
                        <span className="attention">{r.fullOn <= page.day ? 'now' : shortDay(r.fullOn)}</span>
                      ) : (
                        '–'
                      )}
                    </td>
                    <td>
                      {r.weighed ? <span className={r.weighed.overdue ? 'attention' : ''}>{r.weighed.ago}</span> : '–'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </ScrollTable>
        )}
      </section>
    </div>
  );
}
