import { say } from '../core/words/words';
import Link from 'next/link';

export default function NotFound() {
  return (
    <main style={{ padding: 24 }}>
      <h1>{say`Not on this farm`}</h1>
      <p style={{ margin: '8px 0' }}>{say`There is nothing here by that name that belongs to your farm.`}</p>
      <Link href="/round">{say`Go to the round`}</Link>
    </main>
  );
}
