'use client';
import { say } from '../../core/words/words';
import type { Outcome } from '../outcome';
import { AskInDialog } from './AskInDialog';

interface PutAwayProps<R> {
  name: string;
  /** What it means, said before it is done. */
  says: string;
  send: (values: Record<string, unknown>) => Promise<Outcome<R>>;
  onDone: (value: R) => void;
}

/** Nothing is deleted: something is not offered any more, after a look at what that leaves standing. */
export function PutAway<R>({ name, ...asked }: PutAwayProps<R>) {
  const title = say`Put ${name} away`;
  return (
    <AskInDialog
      {...asked}
      about={`away ${name}`}
      opens={say`Put away…`}
      label={title}
      title={title}
      submit={say`Put away`}
    />
  );
}
