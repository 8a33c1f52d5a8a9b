'use client';
import { Link, useWhere } from '../../ui/shell/visit';
import type { Day } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { say } from '../../core/words/words';
import { Mark } from '../../ui/kit/kit';
import css from './records.module.css';

interface PapersEndingProps {
  papers: { title: string; endsOn: Day }[];
  today: Day;
}

/** Permits that end soon, or have: where the day begins and where they are kept, not over all other work. */
export function PapersEnding({ papers, today }: PapersEndingProps) {
  const { path } = useWhere();
  if (!/^\/(round|farm)/.test(path)) return null;
  if (papers.length === 0) return null;
  return (
    <div className={css.papers}>
      {papers.map(({ title, endsOn }) => (
        <Mark key={title + endsOn} tone={endsOn < today ? 'danger' : 'soon'}>
          {endsOn < today ? say`${title} ended on ${shortDay(endsOn)}.` : say`${title} ends on ${shortDay(endsOn)}.`}{' '}
          <Link href="/farm/papers">{say`Rules, permits, contacts`}</Link>
        </Mark>
      ))}
    </div>
  );
}
