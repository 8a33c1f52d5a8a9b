'use client';
import { shortDay } from '../../core/quantity/sayDay';
import { ago } from '../../core/quantity/sayDay';
import { codeWords } from '../../core/words/codes';
import { say, word, told } from '../../core/words/words';
import { Empty, PageHead, Sheet, Stack, Text } from '../../ui/kit/kit';
import { FarmNav } from './FarmNav';
import type { ChangesPage } from './queries';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

const WHAT: Record<string, string> = {
  farm: word`farm`,
  loop: word`loop`,
  zone: word`room`,
  place: word`place`,
  equipment: word`equipment`,
  species: word`species`,
  fish_rule: word`feeding rule`,
  crop: word`crop`,
  product: word`product`,
  customer: word`customer`,
  chore: word`chore`,
  person: word`person`,
  paper: word`rule, permit or contact`,
  price: word`price`,
};

/** How a stored name reads: `volume_l` is “volume l”. */
const fieldWords = (key: string) => key.replaceAll('_', ' ');
const LONGEST = 40;

function valueWords(value: unknown): string {
  if (value === null || value === undefined) return '—';
  if (typeof value === 'string')
    return /^\d{4}-\d\d-\d\d$/.test(value) ? shortDay(value) : codeWords(value).slice(0, LONGEST);
  if (typeof value === 'object') return say`(several values)`;
  return String(value);
}

/** Who changed what in the set-up, when, from what to what. */
export function ChangesRoom({ page }: { page: ChangesPage }) {
  return (
    <Stack>
      <FarmNav here="/farm/changes" suffix="" />
      <PageHead>
        <h1>{say`Changes of the set-up`}</h1>
        <Text quiet>{say`newest first; nothing is ever taken out of this list`}</Text>
      </PageHead>
      <Sheet>
        {page.changes.length === 0 ? (
          <Empty>{say`Nothing was changed yet.`}</Empty>
        ) : (
          <DataTable
            label={say`Changes of the set-up`}
            rows={page.changes}
            rowKey={(c) => String(c.id)}
            columns={changeColumns(page.now)}
          />
        )}
      </Sheet>
    </Stack>
  );
}

type SetUpChange = ChangesPage['changes'][number];

function changeColumns(now: Date): Column<SetUpChange>[] {
  return [
    {
      head: say`When`,
      value: (c) => c.at.toISOString(),
      look: { nowrap: true },
      cell: (c) => ago(c.at, now),
    },
    { head: say`Who`, value: (c) => c.by },
    {
      head: say`What`,
      value: (c) => `${told(WHAT[c.what] ?? c.what)} ${c.subject}`,
      cell: (c) => (
        <>
          {told(WHAT[c.what] ?? c.what)} <Text strong>{c.subject}</Text>
        </>
      ),
    },
    { head: say`From what to what`, value: fromTo },
  ];
}

function fromTo({ was, became }: SetUpChange): string {
  if (!was) return say`new`;
  return Object.keys(became)
    .map((key) => say`${fieldWords(key)}: ${valueWords(was[key])} → ${valueWords(became[key])}`)
    .join(' · ');
}
