'use client';
import { useGo } from '../../ui/shell/visit';
import Button from '@mui/material/Button';
import { formatNumber } from '../../core/quantity/units';
import { TABLE_KINDS, tableKind } from '../../core/tables/tables';
import { say, told } from '../../core/words/words';
import { Chips } from '../../ui/form/Chips';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { Buttons, Columns, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { CalendarSheet } from './CalendarSheet';
import { InstrumentsSheet } from './InstrumentsSheet';
import { FarmNav } from './FarmNav';
import type { InAndOutPage } from './queries';
import { BringFile } from './tables/BringFile';
import { TABLE_WORDS } from './tables/tableWords';

const TAKE_IN = 'npm run farm -- in FILE';

/** Everything of the farm, to take along or to look at elsewhere. */
export function InAndOutRoom({ page }: { page: InAndOutPage }) {
  return (
    <Stack>
      <FarmNav here="/farm/in-and-out" suffix="" />
      <PageHead>
        <h1>{say`In and out`}</h1>
        <Text quiet>{say`your data: export it any time`}</Text>
      </PageHead>
      {page.role === 'manager' && <BringIn page={page} />}
      <Columns>
        <Sheet>
          <SheetHead>
            <h2>{say`Table by table`}</h2>
            <Text quiet>{say`CSV with all columns; g, L, cm, °C and ISO dates as the names say`}</Text>
          </SheetHead>
          <ScrollTable label={say`Tables of the farm`} close>
            <Table>
              <TableHead>
                <TableRow>
                  <HeadCell>{say`Table`}</HeadCell>
                  <HeadCell right>{say`Rows`}</HeadCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {page.tables.map((t) => (
                  <TableRow key={t.name}>
                    <Cell>
                      {page.role === 'hand' ? (
                        told(TABLE_WORDS[t.name])
                      ) : (
                        <a href={`/api/table/${t.name}`} download>
                          {told(TABLE_WORDS[t.name])}
                        </a>
                      )}{' '}
                      <Text small quiet>
                        <code>{t.name}</code>
                      </Text>
                    </Cell>
                    <Cell num>{formatNumber(t.rows)}</Cell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </ScrollTable>
        </Sheet>
        <Stack>
          <Sheet>
            <SheetHead>
              <h2>{say`The whole farm`}</h2>
            </SheetHead>
            <SheetBody stack>
              <Text as="p">
                {say`One JSON file with every record, plan, person and change. Passwords and sign-ins stay behind. A new installation takes it in on the page that begins a farm of one’s own, or by`}{' '}
                <code>{TAKE_IN}</code>
              </Text>
              {page.role === 'manager' ? (
                <Buttons>
                  <Button component="a" href="/api/farm-file" download variant="contained">
                    {say`Export farm`}
                  </Button>
                </Buttons>
              ) : (
                <Text quiet as="p">
                  {say`A manager can export it.`}
                </Text>
              )}
            </SheetBody>
          </Sheet>
          {page.role === 'manager' && (
            <InstrumentsSheet instruments={page.instruments} example={page.example} now={page.now} />
          )}
          {page.role !== 'visitor' && <CalendarSheet page={page} />}
        </Stack>
      </Columns>
    </Stack>
  );
}

/** Records and lists from elsewhere, by file. */
function BringIn({ page }: { page: InAndOutPage }) {
  const go = useGo();
  const chosen = page.bring && tableKind(page.bring);
  return (
    <>
      <Chips
        label={say`Bring in from a file`}
        options={TABLE_KINDS.map((t) => [t.kind, told(t.title)] as const)}
        chosen={page.bring}
        onChoose={(kind) => go(`/farm/in-and-out?bring=${kind}`, { replace: true, scroll: false })}
      />
      {chosen ? (
        <BringFile key={chosen.kind} kind={chosen} context={page.context} />
      ) : (
        <Text quiet as="p">
          {say`Choose what a file of yours holds. Its columns are laid beside ours, every row is checked, and nothing is taken before you say so.`}
        </Text>
      )}
    </>
  );
}
