import { shortDay } from '../../core/quantity/sayDay';
import { ago } from '../../core/quantity/sayDay';
import { codeWords } from '../../core/words/codes';
import { say, word, told } from '../../core/words/words';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { Empty, PageHead, Sheet, Stack, Text } from '../../ui/kit/kit';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { FarmNav } from './FarmNav';
import type { ChangesPage } from './queries';

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
          <ScrollTable label={say`Changes of the set-up`}>
            <Table>
              <TableHead>
                <TableRow>
                  <HeadCell>{say`When`}</HeadCell>
                  <HeadCell>{say`Who`}</HeadCell>
                  <HeadCell>{say`What`}</HeadCell>
                  <HeadCell>{say`From what to what`}</HeadCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {page.changes.map((c) => (
                  <TableRow key={c.id}>
                    <Cell nowrap sort={c.at.toISOString()}>
                      {ago(c.at, page.now)}
                    </Cell>
                    <Cell>{c.by}</Cell>
                    <Cell>
                      {told(WHAT[c.what] ?? c.what)} <Text strong>{c.subject}</Text>
                    </Cell>
                    <Cell>
                      {c.was
                        ? Object.keys(c.became)
                            .map(
                              (key) =>
                                say`${fieldWords(key)}: ${valueWords(c.was![key])} → ${valueWords(c.became[key])}`,
                            )
                            .join(' · ')
                        : say`new`}
                    </Cell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </ScrollTable>
        )}
      </Sheet>
    </Stack>
  );
}
