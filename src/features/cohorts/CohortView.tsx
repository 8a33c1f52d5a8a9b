import { formatMass, formatNumber } from '../../core/quantity/units';
import { dayWords, shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { GrowthChartLazy } from './GrowthChartLazy';
import type { CohortPage } from './queries';

export const REASON_WORDS: Record<string, string> = {
  receive: 'stocked', move: 'moved', purge: 'to purge', dead: 'died', harvest: 'harvested', reverse: 'taken back',
}; // prettier-ignore

export function CohortView({ page }: { page: CohortPage }) {
  const { units } = page;
  const count = page.places.reduce((sum, p) => sum + p.count, 0);
  return (
    <>
      <ShownDay day={page.day} today={page.today} />
      <div className="columns">
        <div className="stack">
          <section className="sheet">
            <header>
              <h1>{page.lotCode}</h1>
              <span className="quiet">
                {formatNumber(count)} {page.species.toLowerCase()}
                {page.places
                  .map((p) => ` · ${p.place}: ${formatNumber(p.count)} of ${formatMass(p.meanG, units)}`)
                  .join('')}{' '}
                · stocked {shortDay(page.stockedOn)}
                {page.supplier ? ` from ${page.supplier}` : ''}
              </span>
            </header>
            <div className="body">
              <GrowthChartLazy points={page.points} marketG={page.marketG} units={units} today={page.today} />
              <p style={{ display: 'flex', gap: 20, flexWrap: 'wrap', marginTop: 8 }} className="small">
                <span>
                  survival{' '}
                  <strong className="mono">
                    {page.survival === null ? '–' : `${formatNumber(page.survival * 100, 1)} %`}
                  </strong>
                </span>
                <span>
                  feed so far <strong className="mono">{formatMass(page.feedG, units)}</strong>
                </span>
                {page.pace !== null && (
                  <span>
                    grows{' '}
                    <strong className="mono">
                      {formatNumber(page.pace, 2)} ± {formatNumber(page.paceError ?? 0, 2)}
                    </strong>{' '}
                    times the library’s pace, from its samples
                  </span>
                )}
                <span>
                  mean at market size{' '}
                  <strong>
                    {page.readyOn ? (page.readyOn <= page.day ? 'now' : dayWords(page.readyOn)) : 'not in sight'}
                  </strong>
                </span>
              </p>
            </div>
          </section>
          <section className="sheet">
            <header>
              <h2>What happened</h2>
              <span className="quiet small">newest first; a mistake is taken back, never erased</span>
            </header>
            <div className="scroll-x">
              <table className="plain">
                <tbody>
                  {page.record.map((m, i) => (
                    <tr key={i}>
                      <td className="mono">{shortDay(m.day)}</td>
                      <td>{REASON_WORDS[m.reason] ?? m.reason}</td>
                      <td className="num">{formatNumber(m.count)}</td>
                      <td className="num">{m.massG > 0 ? formatMass(m.massG, units) : ''}</td>
                      <td className="mono">
                        {m.from} → {m.to}
                      </td>
                      <td className="small quiet">
                        {m.by}
                        {m.note ? ` · ${m.note}` : ''}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </section>
        </div>
        <section className="sheet">
          <header>
            <h2>Its way to market</h2>
          </header>
          {page.steps.length === 0 ? (
            <p className="empty">Nothing is planned for it.</p>
          ) : (
            <ul className="rows">
              {page.steps.map((s) => (
                <li key={s.id} className="row" style={{ display: 'grid', gridTemplateColumns: '64px 1fr', gap: 10 }}>
                  <span className={`mono ${s.day < page.today ? 'danger' : ''}`}>
                    {s.day < page.today ? 'late' : shortDay(s.day)}
                  </span>
                  <span>
                    <span className="strong">{s.words}</span>
                    <br />
                    <span className="small quiet">
                      {formatNumber(s.count)} fish {[s.from, s.to].filter(Boolean).join(' → ')}
                    </span>
                  </span>
                </li>
              ))}
            </ul>
          )}
        </section>
      </div>
    </>
  );
}
