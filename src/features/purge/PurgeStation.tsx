import { inSentence } from '../../core/library/inSentence';
import { formatNumber } from '../../core/quantity/units';
import { shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { BatchRules } from './BatchRules';
import type { Batch, PurgePage } from './queries';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { tone } from '../../ui/theme/tones';

export function PurgeStation({ page }: { page: PurgePage }) {
  return (
    <>
      <ShownDay day={page.day} today={page.today} />
      <div className="columns">
        <section className="sheet">
          <header>
            <h1>Purge &amp; pick</h1>
            <span className="quiet">purge batches on their way through the gate</span>
          </header>
          {page.batches.length === 0 ? (
            <p className="empty">
              {page.when === 'past'
                ? 'Batches of past days are in the cohorts’ histories.'
                : 'No harvest is planned in the next two weeks. Plan one on Season.'}
            </p>
          ) : (
            <ul className="rows">
              {page.batches.map((b) => (
                <BatchRow
                  key={b.groupId}
                  batch={b}
                  today={page.today}
                  mayChange={page.when === 'today' && page.person.role === 'manager'}
                />
              ))}
            </ul>
          )}
        </section>
        <div className="stack">
          <section className="sheet">
            <header>
              <h2>Cold room and live holding</h2>
              <span className="quiet small end">not set aside yet</span>
            </header>
            {page.packs.length === 0 ? (
              <p className="empty">Both are empty. What is harvested, picked or netted on the round comes here.</p>
            ) : (
              <ScrollTable label="Packed lots" maxHeight={420}>
                <table className="plain">
                  <thead>
                    <tr>
                      <th>Lot</th>
                      <th className="right">Left</th>
                      <th>Use by</th>
                    </tr>
                  </thead>
                  <tbody>
                    {page.packs.map((p) => (
                      <tr key={p.lotCode}>
                        <td>
                          <span className="mono small">{p.lotCode}</span>
                          <div className="small quiet">{p.product}</div>
                        </td>
                        <td className="num">{p.amount}</td>
                        <td className={p.daysLeft < 0 ? 'danger' : p.daysLeft <= 1 ? 'attention' : ''}>
                          {shortDay(p.useBy)}
                          {p.daysLeft < 0 ? ', past' : ''}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </ScrollTable>
            )}
          </section>
          <section className="sheet">
            <header>
              <h2>Ripe in the beds</h2>
            </header>
            {page.ripe.length === 0 ? (
              <p className="empty">Nothing is ripe on this day.</p>
            ) : (
              <ul className="rows">
                {page.ripe.map((r) => (
                  <li
                    key={r.lotCode}
                    className="row"
                    style={{ display: 'grid', gridTemplateColumns: '44px 1fr auto', gap: '2px 10px' }}
                  >
                    <span className="mono">{r.bed}</span>
                    <span>
                      <span className="strong">{r.crop}</span> <span className="small quiet">{r.lotCode}</span>
                    </span>
                    <span className="mono small">
                      {formatNumber(r.plants)} places · {r.since === 0 ? 'since today' : `for ${r.since} d`}
                    </span>
                    <span className={`small ${r.pick ? 'quiet' : 'attention'}`} style={{ gridColumn: '2 / -1' }}>
                      {pickWords(r.pick)}
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <p className="small quiet">
            Humane dispatch: the farm’s written method; local code and a veterinarian decide. Keep fish under ice, and
            fish and salad apart.
          </p>
        </div>
      </div>
    </>
  );
}

function pickWords(pick: PurgePage['ripe'][number]['pick']) {
  if (!pick) return 'no pick is planned: pick it, plan one on Season, or it is lost';
  return pick.until > pick.on
    ? `pick on ${shortDay(pick.on)}; it can stand until ${shortDay(pick.until)}`
    : `pick on ${shortDay(pick.on)}; it cannot wait longer`;
}

function BatchRow({ batch, today, mayChange }: { batch: Batch; today: string; mayChange: boolean }) {
  const open = batch.checks.filter((c) => !c.met);
  return (
    <li className="row">
      <div style={{ display: 'flex', gap: 10, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <span className="strong">
          {formatNumber(batch.count)} {inSentence(batch.species)}
        </span>
        <span className="mono small">
          {batch.lotCode} · {batch.from} → {batch.where}
        </span>
        <span style={{ marginLeft: 'auto' }}>
          harvest{' '}
          <strong>
            {batch.harvestOn < today ? `was due ${shortDay(batch.harvestOn)}` : shortDay(batch.harvestOn)}
          </strong>
        </span>
      </div>
      <ol
        style={{ display: 'flex', gap: 6, flexWrap: 'wrap', listStyle: 'none', padding: 0, margin: '6px 0' }}
        aria-label="Steps"
      >
        {batch.steps.map((s) => (
          <li key={s.id} className="chip" style={s.done ? { background: tone.leaf2 } : undefined}>
            {s.done ? '✓ ' : ''}
            {s.words} <span className="mono small">{shortDay(s.day)}</span>
          </li>
        ))}
      </ol>
      {batch.begun ? (
        <p className={`mark small ${open.length === 0 ? 'good' : 'soon'}`}>
          {open.length === 0
            ? 'Gate open: fit to harvest and sell.'
            : `Gate shut: ${open.map((c) => c.words.toLowerCase()).join(' · ')}`}
          {batch.overridden && ` Overridden by ${batch.overridden}`}
        </p>
      ) : (
        <p className="small quiet">Not begun: feed is to stop on {shortDay(batch.steps[0]!.day)}.</p>
      )}
      <BatchRules batch={batch} mayChange={mayChange} />
    </li>
  );
}
