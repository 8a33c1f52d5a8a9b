'use client';
import type { NotUnderstood } from '../core/setup/readParts';
import { say } from '../core/words/words';
import { Mark, Stack, Text, WordButton } from './kit/kit';

interface SaidBackProps {
  line: string;
  /** What was heard, in words. */
  said: readonly string[];
  notUnderstood: readonly NotUnderstood[];
  write: (line: string) => void;
}

/** A line without some of its words. */
export const without = (line: string, spans: readonly Pick<NotUnderstood, 'from' | 'until'>[]): string =>
  [...spans]
    .sort((a, b) => b.from - a.from)
    .reduce((text, { from, until }) => text.slice(0, from) + text.slice(until), line)
    .replace(/\s+/g, ' ')
    .replace(/ ,/g, ',')
    .trim();

/** All that was heard, before it is added; and what was not, with a way to go on. */
export function SaidBack({ line, said, notUnderstood, write }: SaidBackProps) {
  return (
    <Stack as="div" role="status">
      {said.map((words, i) => (
        <Text key={i} as="p" small>
          {words}
        </Text>
      ))}
      {notUnderstood.map((n) => (
        <Mark key={n.from} as="p" small tone="attention">
          {say`“${n.text}” is not understood: ${n.hint}`}{' '}
          <WordButton type="button" onClick={() => write(without(line, [n]))}>
            {say`leave it out`}
          </WordButton>
        </Mark>
      ))}
      {notUnderstood.length === 0 && <Text as="p" small quiet>{say`Enter adds it`}</Text>}
    </Stack>
  );
}
