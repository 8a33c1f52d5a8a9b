'use client';
import { plural, say, told, word } from '../../core/words/words';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { send } from '../../commands/client';
import type { Said } from '../../commands/shared';
import { newEntryKey, noConnection } from '../../ui/outcome';
import type { BrokenRow } from './queries';
import { Mark, Row, Rows, Sheet, SheetHead, Text } from '../../ui/kit/kit';
import css from './records.module.css';

const MEND_WORDS: Partial<Record<BrokenRow['what'], string>> = {
  step: word`Take it out of the plan`,
  species: word`Back to the planning defaults`,
  crop: word`Back to the planning defaults`,
  loop: word`Empty its aerators and filters`,
  order: word`Cancel the order`,
};

/** Records that nothing can be reckoned with, above every station, each with a way to mend it. */
export function BrokenRecords({ records, mayMend }: { records: BrokenRow[]; mayMend: boolean }) {
  const [wrong, setWrong] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const mend = ({ what, id }: BrokenRow) =>
    start(async () => {
      const outcome = await send<Said>('record.mend@1', { what, id, entryKey: newEntryKey() }).catch(() => null);
      if (!outcome) return setWrong(noConnection());
      setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? say`Not mended.`));
    });
  return (
    <Sheet className={css.notice} aria-label={say`Broken records`}>
      <SheetHead>
        <h2>{plural(records.length, 'One record cannot be used', '# records cannot be used')}</h2>
        <Text quiet>{say`${plural(records.length, 'it is', 'they are')} left out; all other figures hold`}</Text>
      </SheetHead>
      <Rows>
        {records.map((r) => (
          <Row key={`${r.what}|${r.id}|${r.words}`}>
            <Mark as="p" tone="danger">
              {r.words}
            </Mark>
            {r.mendable && mayMend && (
              <Button size="small" variant="outlined" disabled={pending} onClick={() => mend(r)}>
                {told(MEND_WORDS[r.what])}
              </Button>
            )}
            {r.mendable && !mayMend && (
              <Text as="p" small quiet>
                {say`A manager can mend it here.`}
              </Text>
            )}
          </Row>
        ))}
      </Rows>
      {wrong && (
        <Mark as="p" tone="danger" role="alert">
          {wrong}
        </Mark>
      )}
    </Sheet>
  );
}
