import type { DayOrder } from '../../../core/tables/readTable';
import { say } from '../../../core/words/words';
import { Chips } from '../../../ui/form/Chips';
import { Mark, Stack } from '../../../ui/kit/kit';

/** A day in figures can be read in two ways: which is asked, never guessed. */
export function DayOrderAsked({ onChoose }: { onChoose: (order: DayOrder) => void }) {
  return (
    <Stack as="div">
      <Mark tone="soon">{say`The days can be read in two ways. Which comes first in yours?`}</Mark>
      <Chips
        label={say`Order of day and month`}
        options={[
          ['dmy', say`the day: 4/5 is 4 May`],
          ['mdy', say`the month: 4/5 is April 5`],
        ]}
        chosen={null}
        onChoose={onChoose}
      />
    </Stack>
  );
}

/** What is asked before rows are taken. */
export function Asked({ words }: { words: string }) {
  return (
    <Mark tone="soon" role="alert">
      {words.split('\n').map((line) => (
        <p key={line}>{line}</p>
      ))}
    </Mark>
  );
}
