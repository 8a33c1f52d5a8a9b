import Link from 'next/link';
import { Vessel } from '../../ui/draw/Vessel';
import { ShownDay } from '../../ui/shell/ShownDay';
import { shortDay, weekdayName } from '../../core/quantity/sayDay';
import { Handover } from './Handover';
import { JobList } from './JobList';
import type { RoundPage } from './queries';

export function RoundStation({ page }: { page: RoundPage }) {
  const { jobs, day, when, today } = page;
  const open = jobs.filter((j) => !j.done && !j.notice);
  const minutes = open.reduce((sum, j) => sum + j.minutes, 0);
  const time =
    minutes >= 60 ? `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min` : `${minutes} min`;
  return (
    <>
      <ShownDay day={day} today={today} />
      <div className="columns">
        <section className="sheet">
          <header>
            <h1>{weekdayName(day)}’s round</h1>
            {when === 'past' ? (
              <span className="quiet">{page.record.length} jobs recorded</span>
            ) : (
              <span className="quiet">
                {jobs.length} jobs · {open.length} left · about {time}
              </span>
            )}
          </header>
          {when === 'past' ? (
            <Record page={page} />
          ) : (
            <JobList
              jobs={jobs}
              units={page.units}
              mayDo={when === 'today' && page.person.role !== 'office'}
              refusal={refusal(page)}
            />
          )}
        </section>
        <div className="stack">
          {page.troubles.length > 0 && (
            <section className="sheet">
              <header>
                <h2>Needs a decision</h2>
              </header>
              <ul className="rows">
                {page.troubles.slice(0, 7).map((t) => (
                  <li key={t.title}>
                    <Link className="row" href={`/${t.station}`} prefetch={false}>
                      <div className={`mark ${t.tone}`}>
                        <p className="strong">{t.title}</p>
                        <p className="quiet small">{t.detail}</p>
                      </div>
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {page.vessels
            .filter((v) => v.tanks.some((t) => !t.empty))
            .map((v) => (
              <section className="sheet" key={v.loop}>
                <header>
                  <h2>{v.loop} loop</h2>
                  <span className="quiet small end">fill = crowding against its limit</span>
                </header>
                <div className="body vessels">
                  {v.tanks.map((t) => (
                    <Vessel
                      key={t.code}
                      vessel={{ ...t, lines: [] }}
                      tallestL={Math.max(...v.tanks.map((x) => x.volumeL))}
                    />
                  ))}
                </div>
              </section>
            ))}
          <section className="sheet">
            <header>
              <h2>Handover</h2>
            </header>
            <div className="body">
              {page.handover ? (
                <>
                  <p>{page.handover.words}</p>
                  <p className="small quiet">
                    {page.handover.by}, {shortDay(page.handover.day)} {page.handover.at}
                  </p>
                </>
              ) : (
                <p className="quiet">Nothing was left for this shift.</p>
              )}
              {when === 'today' && <Handover />}
            </div>
          </section>
        </div>
      </div>
    </>
  );
}

function refusal({ when, person }: RoundPage): string {
  if (when === 'future')
    return 'This day has not come yet: jobs are done on their day. These are the forecast’s amounts.';
  return person.role === 'office' ? 'Jobs are done by hands and managers; you are signed in as office.' : '';
}

function Record({ page }: { page: RoundPage }) {
  if (page.record.length === 0) return <p className="empty">Nothing was ticked off on this day.</p>;
  return (
    <ul className="rows">
      {page.record.map((r) => (
        <li key={r.key} className="job done">
          <span className="ring" />
          <span className="where">{r.at}</span>
          <span>
            {r.title}
            {r.note && <span className="small"> · {r.note}</span>}
          </span>
          <span />
          <span className="state">{r.by}</span>
        </li>
      ))}
    </ul>
  );
}
