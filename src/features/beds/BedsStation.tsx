import { inDays } from '../../core/quantity/days';
import { formatNumber } from '../../core/quantity/units';
import { shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import { AddSowing } from './AddSowing';
import type { BedCell, BedsPage, BedView } from './queries';
import { tone } from '../../ui/theme/tones';

export function BedsStation({ page }: { page: BedsPage }) {
  return (
    <>
      <ShownDay day={page.day} today={page.today} />
      <div className="columns">
        <section className="sheet">
          <header>
            <h1>Beds</h1>
            <span className="quiet">
              from the bench on the left to the pack room on the right · the darker, the riper
            </span>
          </header>
          {page.beds.map((bed) => (
            <Strip key={bed.code} bed={bed} />
          ))}
        </section>
        <div className="stack">
          {page.gaps.length > 0 && (
            <section className="sheet">
              <header>
                <h2>Short of what is promised</h2>
              </header>
              <ul className="rows">
                {page.gaps.map((g) => (
                  <li key={`${g.cropCode}${g.wantedOn}`} className="row">
                    <div className={`mark ${g.add ? 'attention' : 'danger'}`}>
                      <p className="strong">
                        {g.crop}: {g.short} short in week {g.week}
                      </p>
                      <p className="small quiet">{g.customers}</p>
                      {g.add ? (
                        <>
                          <p className="small">
                            Sow{' '}
                            <Why because={g.add.because}>
                              <span className="mono">{g.add.words}</span>
                            </Why>{' '}
                            by {shortDay(g.sowBy)}
                          </p>
                          <AddSowing
                            cropCode={g.cropCode}
                            wantedOn={g.wantedOn}
                            shortUnits={g.add.shortUnits}
                            may={page.person.role !== 'office' && page.when === 'today'}
                          />
                        </>
                      ) : (
                        <p className="small">
                          {g.full ?? `Too late to sow for it: that was ${shortDay(g.sowBy)}.`} Cut again, swap, or tell
                          the customer.
                        </p>
                      )}
                    </div>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section className="sheet">
            <header>
              <h2>Sow next</h2>
              <span className="quiet">the next two weeks</span>
            </header>
            {page.sow.length === 0 ? (
              <p className="empty">Nothing is to be sown in these two weeks.</p>
            ) : (
              <ul className="rows">
                {page.sow.map((s) => (
                  <li
                    key={s.lotCode}
                    className="row"
                    style={{ display: 'grid', gridTemplateColumns: '62px minmax(0, 1fr) auto', gap: 10 }}
                  >
                    <span className={`mono ${s.day < page.today ? 'danger' : ''}`}>
                      {s.day < page.today ? 'late' : shortDay(s.day)}
                    </span>
                    <span>
                      <span className="strong">{s.crop}</span>
                      <br />
                      <span className="small quiet">
                        {s.lotCode} for {s.bed}
                      </span>
                    </span>
                    <span className="right">
                      <Why because={s.because}>
                        <span className="mono">{formatNumber(s.seeds)} seeds</span>
                      </Why>
                      <br />
                      <span className="small quiet">trays {s.trays}</span>
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </section>
        </div>
      </div>
    </>
  );
}

const MOST_CELLS = 40;

function Strip({ bed }: { bed: BedView }) {
  const every = Math.ceil(bed.cells.length / MOST_CELLS);
  const cells = bed.cells.filter((_, i) => i % every === 0);
  const spans = groupCells(cells);
  const plants = spans.filter((s) => s.cell.kind === 'plants');
  const words = plants.map((s) => `${s.cell.lotCode}, ${ripeWords(s.cell)}`).join('; ') || 'empty';
  return (
    <div className="bedrow">
      <div>
        <h2>{bed.code}</h2>
        <p className="small quiet">{bed.pieces}</p>
        <p className="small quiet">{bed.says}</p>
      </div>
      <div style={{ minWidth: 0 }}>
        <div className="strip" role="img" aria-label={`${bed.code}: ${words}`}>
          {cells.map((c, i) => (
            <div
              key={i}
              className={`cell ${c.kind === 'free' ? 'free' : isLate(c) ? 'late' : ''}`}
              style={c.kind === 'free' ? undefined : { background: tint(c) }}
              title={c.kind === 'free' ? 'free' : `${c.lotCode} ${c.crop}: ${ripeWords(c)}`}
            />
          ))}
        </div>
        <div className="spans">
          {spans.map((s, i) => (
            <span
              key={i}
              style={{ flex: `${s.length} 0 0` }}
              className={isLate(s.cell) ? 'danger' : ''}
              title={s.cell.lotCode}
            >
              {s.length < 2 ? '' : s.cell.kind === 'free' ? 'free' : shortRipe(s.cell)}
            </span>
          ))}
        </div>
        <p className="small quiet">
          {[...new Set(plants.map((s) => s.cell.crop))].join(', ') || 'nothing planted'} · {formatNumber(bed.held)} of{' '}
          {formatNumber(bed.positions)} places held
          {bed.fullest && (
            <span className={bed.fullest.positions > bed.positions ? 'attention' : ''}>
              {' '}
              · fullest {formatNumber(bed.fullest.positions)} on {shortDay(bed.fullest.day)}
              {bed.fullest.positions > bed.positions ? ', more than it has' : ''}
            </span>
          )}
        </p>
        {bed.pick && (
          <p className="small quiet">
            next pick <span className="mono">{bed.pick.lotCode}</span> on {shortDay(bed.pick.on)}
            {bed.pick.until > bed.pick.on ? `, can stand until ${shortDay(bed.pick.until)}` : ', cannot wait longer'}
          </p>
        )}
      </div>
    </div>
  );
}

function groupCells(cells: BedCell[]) {
  const spans: { cell: BedCell; length: number }[] = [];
  for (const cell of cells) {
    const last = spans.at(-1);
    if (last && last.cell.lotCode === cell.lotCode) last.length += 1;
    else spans.push({ cell, length: 1 });
  }
  return spans;
}

const LATE_AFTER_DAYS = 6;
const isLate = (c: BedCell) => c.daysToRipe !== null && c.daysToRipe < -LATE_AFTER_DAYS;

function ripeWords({ daysToRipe }: BedCell) {
  if (daysToRipe === null) return 'hardly growing';
  if (daysToRipe < -LATE_AFTER_DAYS) return `late ${-daysToRipe} days`;
  return daysToRipe <= 0 ? 'ripe' : `ripe ${inDays(daysToRipe)}`;
}

function shortRipe(cell: BedCell) {
  if (cell.daysToRipe === null) return '–';
  return isLate(cell) ? 'late' : cell.daysToRipe <= 0 ? 'ripe' : `${cell.daysToRipe}d`;
}

function tint({ daysToRipe }: BedCell) {
  const step =
    daysToRipe === null || daysToRipe > 24 ? 1 : daysToRipe > 15 ? 2 : daysToRipe > 8 ? 3 : daysToRipe > 0 ? 4 : 5;
  return tone[`leaf${step}`];
}
