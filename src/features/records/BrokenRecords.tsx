'use client';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { send } from '../../commands/client';
import type { Said } from '../../commands/shared';
import { newEntryKey } from '../../ui/outcome';
import type { BrokenRow } from './queries';

const MEND_WORDS: Partial<Record<BrokenRow['what'], string>> = {
  step: 'Take it out of the plan',
  species: 'Back to the planning defaults',
  crop: 'Back to the planning defaults',
  loop: 'Empty its aerators and filters',
  order: 'Call the order off',
};

/** Records that nothing can be reckoned with, above every station, each with a way to mend it. */
export function BrokenRecords({ records, mayMend }: { records: BrokenRow[]; mayMend: boolean }) {
  const [wrong, setWrong] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const mend = ({ what, id }: BrokenRow) =>
    start(async () => {
      const outcome = await send<Said>('record.mend@1', { what, id, entryKey: newEntryKey() });
      setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? 'Not mended.'));
    });
  return (
    <section className="sheet notice" aria-label="Broken records">
      <header>
        <h2>{records.length === 1 ? 'One record cannot be used' : `${records.length} records cannot be used`}</h2>
        <span className="quiet">{records.length === 1 ? 'it is' : 'they are'} left out; all other figures hold</span>
      </header>
      <ul className="rows">
        {records.map((r) => (
          <li key={`${r.what}|${r.id}|${r.words}`} className="row">
            <p className="mark danger">{r.words}</p>
            {r.mendable && mayMend && (
              <Button size="small" variant="outlined" disabled={pending} onClick={() => mend(r)}>
                {MEND_WORDS[r.what]}
              </Button>
            )}
            {r.mendable && !mayMend && <p className="small quiet">A manager can mend it here.</p>}
          </li>
        ))}
      </ul>
      {wrong && (
        <p className="mark danger" role="alert">
          {wrong}
        </p>
      )}
    </section>
  );
}
