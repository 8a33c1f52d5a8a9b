'use client';
import { inSentence } from '../../core/library/inSentence';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { dayWords, shortDay } from '../../core/quantity/sayDay';
import { formatMoney } from '../../core/quantity/money';
import { formatChange, formatNumber } from '../../core/quantity/units';
import { newEntryKey } from '../../ui/outcome';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import { layDraft } from './actions';
import { CohortsNav } from './CohortsNav';
import type { LossPage } from './lossQueries';
import { tone } from '../../ui/theme/tones';

/** Bring the rotation back in step: the ways, side by side, with what is missing meanwhile. */
export function LossStation({ page }: { page: LossPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <div className="stack">
      <CohortsNav here="/cohorts/loss" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <h1 className="visually-hidden">After a loss</h1>
      <section className="sheet">
        <header>
          <h2>Losses of the last six weeks</h2>
          <span className="quiet small">twenty fish or more out of one tank</span>
        </header>
        {page.losses.length === 0 ? (
          <p className="empty">None. May it stay so; deaths are recorded on the Round or with the log line.</p>
        ) : (
          <div className="body buttons">
            {page.losses.map((l) => (
              <Link
                key={l.id}
                className="chip"
                href={`/cohorts/loss?loss=${encodeURIComponent(l.id)}`}
                prefetch={false}
                aria-current={l.id === page.chosen ? 'true' : undefined}
                style={l.id === page.chosen ? { borderColor: tone.water, fontWeight: 650 } : undefined}
              >
                {l.lotCode} in {l.place}: {formatNumber(l.count)} {inSentence(l.species)} lost by {shortDay(l.day)},{' '}
                {formatNumber(l.left)} left
              </Link>
            ))}
          </div>
        )}
      </section>
      <section className="sheet">
        <header>
          <h2>Rehearse a loss</h2>
          <span className="quiet small">if a tank’s cohort died today, which way back would you take?</span>
        </header>
        <div className="body buttons">
          {page.rehearsals.map((r) => (
            <Link
              key={r.code}
              className="chip"
              href={`/cohorts/loss?suppose=${encodeURIComponent(r.code)}`}
              prefetch={false}
              aria-current={r.code === page.supposed ? 'true' : undefined}
              style={r.code === page.supposed ? { borderColor: tone.water, fontWeight: 650 } : undefined}
            >
              {r.says}
            </Link>
          ))}
        </div>
      </section>
      {page.supposed && (
        <p className="mark attention small">
          A rehearsal: nothing was lost in {page.supposed} and nothing is recorded.
        </p>
      )}
      <div className="choices">
        {page.ways.map((w) => (
          <Way key={w.way.id} outlook={w} page={page} />
        ))}
      </div>
      {page.ways.length > 0 && (
        <p className="small quiet">
          Missing = the plan’s harvests before the loss less those of this way, added up over a year; a harvest somewhat
          later makes good what was missing.
        </p>
      )}
    </div>
  );
}

function Way({ outlook, page }: { outlook: LossPage['ways'][number]; page: LossPage }) {
  const router = useRouter();
  const [pending, start] = useTransition();
  const [refused, setRefused] = useState<string | null>(null);
  const { way } = outlook;
  const steps = way.changes.flatMap((c) => (c.change === 'add' ? c.steps : []));
  const lay = () =>
    start(async () => {
      const outcome = await layDraft({
        entryKey: newEntryKey(),
        name: way.title,
        steps: steps.map(({ cropCode: _c, version: _v, ...s }) => s),
        drops: [],
      });
      if (outcome.ok) router.push(`/season?draft=${outcome.value}`);
      else setRefused(Object.values(outcome.fields)[0]?.[0] ?? 'Not laid aside.');
    });
  const most = Math.max(1, ...outlook.weeks.map((w) => w.missingKg));
  return (
    <section className="sheet" data-testid={`way-${way.id}`}>
      <header>
        <h2>{way.title}</h2>
      </header>
      <div className="body stack">
        <p>{way.words}</p>
        <p className="facts small">
          <span>
            never made good{' '}
            <strong className="mono">
              <Why because={outlook.because}>{formatNumber(outlook.missingKg)} kg</Why>
            </strong>
          </span>
          <span>
            other fish <strong className="mono">{formatChange(outlook.otherKg)} kg</strong>
          </span>
          <span>
            fish bought <strong className="mono">{formatMoney(way.costMinor, page.currency)}</strong>
          </span>
          <span>
            back in step{' '}
            <strong>
              {outlook.backOn
                ? outlook.backOn <= page.today
                  ? 'at once'
                  : dayWords(outlook.backOn)
                : 'not within a year'}
            </strong>
          </span>
        </p>
        {outlook.weeks.some((w) => w.missingKg > 0.5) ? (
          <ul className="missing" aria-label="Missing by week">
            {outlook.weeks
              .filter((w) => w.missingKg > 0.5)
              .slice(0, 10)
              .map((w) => (
                <li key={w.from} className="small">
                  <span className="mono">week {w.week}</span>{' '}
                  <span className="bar" style={{ width: `${Math.round((w.missingKg / most) * 55)}%` }} />{' '}
                  {formatNumber(w.missingKg)} kg
                </li>
              ))}
          </ul>
        ) : (
          <p className="small quiet">No week of the plan has less than before.</p>
        )}
        {refused && (
          <p className="mark danger" role="alert">
            {refused}
          </p>
        )}
        {steps.length > 0 && !page.supposed && page.person.role === 'manager' && (
          <div className="buttons">
            <Button variant="outlined" onClick={lay} disabled={pending}>
              See it on Season
            </Button>
          </div>
        )}
      </div>
    </section>
  );
}
