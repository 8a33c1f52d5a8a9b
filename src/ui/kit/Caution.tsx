import { Link } from '../shell/visit';
import { say, told } from '../../core/words/words';
import { Mark } from './kit';

/** The usual short caution at a job; the farm’s own rules and the people to call stand one press away and go before it. */
export function Caution({ words }: { words: string }) {
  return (
    <Mark as="p" tone="soon" small>
      {told(words)} <Link href="/farm/papers">{say`The farm’s rules, and whom to call`}</Link>
    </Mark>
  );
}
