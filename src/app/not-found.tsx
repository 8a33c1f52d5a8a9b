import { say } from '../core/words/words';
import { Stack } from '../ui/kit/kit';
import css from './alone.module.css';
import Link from 'next/link';

export default function NotFound() {
  return (
    <Stack as="main" className={css.alone}>
      <h1>{say`Not on this farm`}</h1>
      <p>{say`There is nothing here by that name that belongs to your farm.`}</p>
      <Link href="/round">{say`Go to the round`}</Link>
    </Stack>
  );
}
