'use client';
import type { Said } from './actions';

/** What a record led to. */
export function SaidLines({ said }: { said: Said | null }) {
  if (!said) return null;
  return (
    <div className="mark good" role="status">
      <p className="strong">{said.words}</p>
      {said.lines.length > 0 && (
        <ul>
          {said.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
