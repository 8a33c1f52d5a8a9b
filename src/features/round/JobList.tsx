'use client';
import { plural, say } from '../../core/words/words';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { UnitChoice } from '../../core/quantity/units';
import type { RoundJob } from './queries';
import { classes, Empty, Rows, Tag, Text, type Tone } from '../../ui/kit/kit';
import { newEntryKey } from '../../ui/outcome';
import { takeBack } from './actions';
import css from './round.module.css';

const JobDialog = dynamic(() => import('./JobDialog').then((m) => m.JobDialog), { ssr: false });

interface JobListProps {
  jobs: RoundJob[];
  units: UnitChoice;
  mayDo: boolean;
  /** Why jobs cannot be done on this screen, when they cannot. */
  refusal: string;
}

const SaidBar = dynamic(() => import('../../ui/SaidBar').then((m) => m.SaidBar), { ssr: false });

/** What was just done, and its key while it can be taken back. */
interface Done {
  tone: Tone;
  words: string;
  recordedKey?: string;
}

async function undo({ words, recordedKey }: Done, tell: (done: Done) => void) {
  const outcome = await takeBack({ recordedKey, entryKey: newEntryKey() }).catch(() => null);
  if (outcome?.ok) return tell({ tone: 'good', words: say`Taken back: ${words}` });
  const refused = outcome ? Object.values(outcome.fields)[0]?.[0] : say`No connection: nothing was taken back.`;
  tell({ tone: 'danger', words: refused ?? say`Not taken back.`, ...(outcome ? {} : { recordedKey }) });
}

/** The day's jobs in walking order. Light markup: a round may have a hundred rows. */
export function JobList({ jobs, units, mayDo, refusal }: JobListProps) {
  const [chosen, setChosen] = useState<RoundJob | null>(null);
  const [said, setSaid] = useState<Done | null>(null);
  if (jobs.length === 0) return <Empty>{say`Nothing is due on this day.`}</Empty>;
  const walks = [...new Set(jobs.map((j) => j.walk))];
  return (
    <>
      {walks.map((walk, i) => (
        <section key={walk} aria-label={walk} className={css.stops}>
          <div className={css.walk}>
            <h2>{walk}</h2>
            <Text small quiet>
              {say`stop ${i + 1} of ${walks.length}`}
            </Text>
          </div>
          <Rows>
            {jobs
              .filter((j) => j.walk === walk)
              .map((job) => (
                <li key={job.key}>
                  <JobRow job={job} onOpen={() => setChosen(job)} />
                </li>
              ))}
          </Rows>
        </section>
      ))}
      {chosen && (
        <JobDialog
          job={chosen}
          units={units}
          mayDo={mayDo}
          refusal={refusal}
          onClose={() => setChosen(null)}
          onDone={(words, recordedKey) => {
            setSaid({
              tone: 'good',
              words: `${chosen.place} ${chosen.title}: ${words}`,
              ...(recordedKey ? { recordedKey } : {}),
            });
            setChosen(null);
          }}
        />
      )}
      {said && (
        <SaidBar
          said={said}
          onClose={() => setSaid(null)}
          onUndo={said.recordedKey ? () => void undo(said, setSaid) : undefined}
        />
      )}
    </>
  );
}

function JobRow({ job, onOpen }: { job: RoundJob; onOpen: () => void }) {
  const still = job.done !== null || job.notice === true;
  const content = (
    <>
      <span className={css.ring} aria-hidden="true" />
      <span className={css.where}>{job.place}</span>
      <span>
        <Text strong>{job.notice ? <Tag>{job.title.toUpperCase()}</Tag> : job.title}</Text>
        <br />
        <Text small quiet>
          {job.detail}
        </Text>
        {job.held && !job.done && (
          <>
            <br />
            <Text small tone="danger">{say`Hold it: ${job.held}`}</Text>
          </>
        )}
      </span>
      <span className={css.amount}>{job.amount}</span>
      <span className={css.state}>
        {job.done ? (
          `${job.done.at} ${job.done.by}`
        ) : job.lateDays > 0 ? (
          <Text tone="danger">{plural(job.lateDays, '# day late', '# days late')}</Text>
        ) : (
          ''
        )}
      </span>
    </>
  );
  if (still)
    return (
      <div
        className={classes(css.job, css.still, job.done ? css.done : css.nofeed)}
        data-still={job.done ? 'done' : 'nofeed'}
      >
        {content}
      </div>
    );
  return (
    // eslint-disable-next-line no-restricted-syntax -- a hundred rows: an MUI button costs the server fifteen times as much
    <button type="button" className={css.job} data-job={job.kind} onClick={onOpen}>
      {content}
    </button>
  );
}
