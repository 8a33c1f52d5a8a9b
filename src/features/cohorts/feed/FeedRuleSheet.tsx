'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { toShown } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { ActionForm } from '../../../ui/form/ActionForm';
import { Buttons, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { FileChip } from '../../../ui/kit/SmallInput';
import { keepFeedRule, type Said } from '../actions';
import { SaidLines } from '../../../ui/SaidLines';
import type { FeedPage } from './feedQueries';
import { csvOf, feedRuleBody, feedRuleFields, tableFromCsv, type FeedRule } from './feedRuleForm';

/** How one species is fed: by growth or by a table of the farm's own, which goes out and comes in as CSV. */
export function FeedRuleSheet({ rule, page }: { rule: FeedRule; page: FeedPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  return (
    <Sheet>
      <SheetHead>
        <h2>{rule.name}</h2>
      </SheetHead>
      <SheetBody>
        <SaidLines said={said} />
        <ActionForm
          fields={feedRuleFields(rule, page.currency)}
          about={rule.speciesCode}
          units={page.units}
          submit={say`Keep`}
          onDone={setSaid}
          send={(v) => keepFeedRule(feedRuleBody(rule, v, page.currency))}
        >
          {(_, type) => (
            <TableFile rule={rule} page={page} onRows={(rows) => type('table', rows as unknown as string)} />
          )}
        </ActionForm>
      </SheetBody>
    </Sheet>
  );
}

interface TableFileProps {
  rule: FeedRule;
  page: FeedPage;
  /** Rows as they are typed. */
  onRows: (rows: { uptoG: string; percentPerDay: string }[]) => void;
}

function TableFile({ rule, page, onRows }: TableFileProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  const read = async (file: File) => {
    try {
      const rows = tableFromCsv(await file.text());
      const shown = (g: number) => String(Number(toShown('smallMass', g, page.units).toFixed(2)));
      onRows(rows.map((r) => ({ uptoG: shown(r.uptoG), percentPerDay: String(r.percentPerDay) })));
      setWrong(null);
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  return (
    <>
      <Buttons>
        <FileChip accept=".csv,text/csv" onFile={(file) => void read(file)}>
          {say`Table from CSV`}
        </FileChip>
        {rule.table.length > 0 && (
          <Button
            component="a"
            variant="outlined"
            color="inherit"
            href={csvOf(rule)}
            download={`feed-${rule.speciesCode}.csv`}
          >
            {say`Table as CSV`}
          </Button>
        )}
      </Buttons>
      {wrong && (
        <Text as="p" tone="danger" role="alert">
          {wrong}
        </Text>
      )}
    </>
  );
}
