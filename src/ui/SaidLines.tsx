'use client';
import { Mark, Text } from './kit/kit';

interface Said {
  words: string;
  lines: string[];
}

/** What a record led to. */
export function SaidLines({ said }: { said: Said | null }) {
  if (!said) return null;
  return (
    <Mark tone="good" role="status">
      <Text as="p" strong>
        {said.words}
      </Text>
      {said.lines.length > 0 && (
        <ul>
          {said.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </Mark>
  );
}
