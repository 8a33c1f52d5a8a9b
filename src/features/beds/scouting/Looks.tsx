'use client';
import { Link } from '../../../ui/shell/visit';
import { shortDay } from '../../../core/quantity/sayDay';
import { say } from '../../../core/words/words';
import { Empty, Sheet, SheetHead, Text } from '../../../ui/kit/kit';
import type { ScoutingPage } from './queries';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

/** Every look of the last months, the newest first. */
export function Looks({ page, suffix }: { page: ScoutingPage; suffix: string }) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What was seen`}</h2>
        <Text quiet>{say`the last four months`}</Text>
      </SheetHead>
      {page.looks.length === 0 ? (
        <Empty>{say`Nothing yet.`}</Empty>
      ) : (
        <DataTable
          label={say`What was seen`}
          maxHeight={420}
          stack
          headless
          rows={page.looks}
          rowKey={(l) => l.id}
          columns={lookColumns(suffix)}
        />
      )}
    </Sheet>
  );
}

type Look = ScoutingPage['looks'][number];

const lookColumns = (suffix: string): Column<Look>[] => [
  { head: say`Day`, value: (l) => l.day, kind: 'day', look: { mono: true }, cell: (l) => shortDay(l.day) },
  { head: say`Sign`, value: (l) => l.sign, look: { strong: true } },
  {
    head: say`Where`,
    value: (l) => l.place,
    cell: (l) => (
      <>
        <Link href={`/beds/bed/${l.place}${suffix}`}>{l.place}</Link> {l.lotCode}
      </>
    ),
  },
  { head: say`Lot`, value: (l) => l.lotCode ?? null, only: 'file' },
  {
    head: say`How bad`,
    value: (l) => l.howBadWords,
    cell: (l) => (
      <>
        {l.howBadWords}
        {l.words && (
          <Text as="div" small quiet>
            {l.words}
          </Text>
        )}
        {l.hasPhoto && (
          <Text as="div" small>
            <a href={`/api/photo/${l.id}`} target="_blank" rel="noreferrer">{say`photo`}</a>
          </Text>
        )}
      </>
    ),
  },
  { head: say`In words`, value: (l) => l.words ?? null, only: 'file' },
  { head: say`Who`, value: (l) => l.by, look: { quiet: true } },
];
