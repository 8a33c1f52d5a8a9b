'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { UnitChoice } from '../../core/quantity/units';
import type { RoundJob } from './queries';

const JobDialog = dynamic(() => import('./JobDialog').then((m) => m.JobDialog), { ssr: false });

interface JobListProps {
  jobs: RoundJob[];
  units: UnitChoice;
  mayDo: boolean;
  /** Why jobs cannot be done on this screen, when they cannot. */
  refusal: string;
}

/** The day's jobs in walking order. Light markup: a round may have a hundred rows. */
export function JobList({ jobs, units, mayDo, refusal }: JobListProps) {
  const [chosen, setChosen] = useState<RoundJob | null>(null);
  const [said, setSaid] = useState('');
  if (jobs.length === 0) return <p className="empty">Nothing is due on this day.</p>;
  const walks = [...new Set(jobs.map((j) => j.walk))];
  return (
    <>
      <p role="status" className={said ? 'row good strong' : 'visually-hidden'}>
        {said}
      </p>
      {walks.map((walk, i) => (
        <section key={walk} aria-label={walk}>
          <div className="walk">
            <h2>{walk}</h2>
            <span className="small quiet">
              walk {i + 1} of {walks.length}
            </span>
          </div>
          <ul className="rows">
            {jobs
              .filter((j) => j.walk === walk)
              .map((job) => (
                <li key={job.key}>
                  <JobRow job={job} onOpen={() => setChosen(job)} />
                </li>
              ))}
          </ul>
        </section>
      ))}
      {chosen && (
        <JobDialog
          job={chosen}
          units={units}
          mayDo={mayDo}
          refusal={refusal}
          onClose={() => setChosen(null)}
          onDone={(words) => {
            setSaid(`${chosen.place} ${chosen.title}: ${words}`);
            setChosen(null);
          }}
        />
      )}
    </>
  );
}

function JobRow({ job, onOpen }: { job: RoundJob; onOpen: () => void }) {
  const still = job.done !== null || job.notice === true;
  const content = (
    <>
      <span className="ring" aria-hidden="true" />
      <span className="where">{job.place}</span>
      <span>
        <span className="strong">
          {job.notice ? <span className="nofeed-tag">{job.title.toUpperCase()}</span> : job.title}
        </span>
        <br />
        <span className="small quiet">{job.detail}</span>
      </span>
      <span className="amount">{job.amount}</span>
      <span className="state">
        {job.done ? (
          `${job.done.at} ${job.done.by}`
        ) : job.lateDays > 0 ? (
          <span className="danger">late {job.lateDays === 1 ? '1 day' : `${job.lateDays} days`}</span>
        ) : (
          ''
        )}
      </span>
    </>
  );
  if (still)
    return (
      <div className={`job ${job.done ? 'done' : 'nofeed'}`} style={{ cursor: 'default' }}>
        {content}
      </div>
    );
  return (
    <button type="button" className="job" onClick={onOpen}>
      {content}
    </button>
  );
}
