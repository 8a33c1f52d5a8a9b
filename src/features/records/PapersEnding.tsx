import Link from 'next/link';
import type { Day } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { say } from '../../core/words/words';
import { Mark } from '../../ui/kit/kit';

interface PapersEndingProps {
  papers: { title: string; endsOn: Day }[];
  today: Day;
}

/** Permits that end soon, or have. */
export function PapersEnding({ papers, today }: PapersEndingProps) {
  return papers.map(({ title, endsOn }) => (
    <Mark key={title + endsOn} tone={endsOn < today ? 'danger' : 'soon'}>
      {endsOn < today ? say`${title} ended on ${shortDay(endsOn)}.` : say`${title} ends on ${shortDay(endsOn)}.`}{' '}
      <Link href="/farm/papers">{say`Rules, permits, contacts`}</Link>
    </Mark>
  ));
}
