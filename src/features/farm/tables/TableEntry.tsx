'use client';
import Button from '@mui/material/Button';
import { useState, type ClipboardEvent } from 'react';
import { CHANNELS } from '../../../core/tables/tables';
import type { TableColumn, TableKindModule } from '../../../core/tables/tableKind';
import { unitName, type UnitChoice } from '../../../core/quantity/units';
import { plural, say, told } from '../../../core/words/words';
import { send } from '../../../commands/client';
import { CellInput } from '../../../ui/kit/CellInput';
import { FileChip } from '../../../ui/kit/SmallInput';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Text, WordButton } from '../../../ui/kit/kit';
import { newEntryKey } from '../../../ui/outcome';
import { SaidBar } from '../../../ui/SaidBar';
import { readRows } from '../../../ui/table/readRows';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { Asked, DayOrderAsked } from './asks';
import type { TableContext } from './queries';
import { saveExample, saveRows } from './save';
import { MOST_IN_HAND, useTable, type Cells } from './useTable';
import css from '../farm.module.css';

interface TableEntryProps {
  kind: TableKindModule;
  context: TableContext;
  /** What is there already, in a line. */
  there?: string | undefined;
  /** Rows that wait to be filled in. */
  start?: readonly Cells[] | undefined;
}

const MOST_BYTES = 2_000_000;

/** The unit that figures of a column are typed in. */
function unitOf(column: TableColumn, units: UnitChoice, currency: string): string {
  if (column.kind === 'mass' || column.kind === 'smallMass') return unitName(column.kind, units);
  if (column.kind === 'length') return units.mass === 'us' ? say`in` : say`cm`;
  if (column.kind === 'quantity') return say`${unitName('mass', units)} or pieces`;
  if (column.kind === 'money') return say`${currency} a ${unitName('mass', units)} or piece`;
  return '';
}

/** A table that is typed, pasted from a spreadsheet or read from a file; each fault stands in its cell. */
export function TableEntry({ kind, context, there, start }: TableEntryProps) {
  const table = useTable(kind, context, start);
  const [said, setSaid] = useState<{ words: string; entryKey: string } | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const { units, currency } = context;
  const readFile = async (file: File) => {
    if (file.size > MOST_BYTES)
      return setWrong(say`${file.name} is larger than 2 MB: that is no table of this kind. Check the file.`);
    setWrong(null);
    const rows = readRows(await file.text());
    if (rows.length > MOST_IN_HAND + 1) setWrong(say`Only the first ${MOST_IN_HAND} rows are taken at once.`);
    table.paste(rows);
  };
  const record = async (confirmed?: boolean) => {
    const done = await table.record(confirmed);
    if (done) setSaid(done);
  };
  const undo = async () => {
    if (said) await send('entry.takeBack@1', { recordedKey: said.entryKey, entryKey: newEntryKey() });
    setSaid(null);
  };
  const bad = table.filled.length - table.good.length;
  return (
    <Sheet aria-label={told(kind.title)}>
      <SheetHead>
        <h2>{told(kind.title)}</h2>
        <Text quiet>{told(kind.says)}</Text>
      </SheetHead>
      {there && (
        <SheetBody>
          <Text as="p">{there}</Text>
        </SheetBody>
      )}
      <ScrollTable label={told(kind.title)} close>
        <Table>
          <TableHead>
            <TableRow>
              {kind.columns.map((c) => (
                <HeadCell key={c.name}>
                  {told(c.label)}{' '}
                  <Text small quiet>
                    {unitOf(c, units, currency)}
                  </Text>
                </HeadCell>
              ))}
              <HeadCell> </HeadCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {table.rows.map((row, i) => (
              <EntryRow key={i} i={i} row={row} kind={kind} table={table} />
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
      <Lists kind={kind} context={context} />
      <SheetBody stack>
        <Asks table={table} wrong={wrong} />
        <Buttons>
          <Button
            variant="contained"
            disabled={table.sending || table.good.length === 0 || table.twoWays}
            onClick={() => void record(table.asked !== null)}
          >
            {table.asked ? say`Yes, record them` : plural(table.good.length, 'Record # row', 'Record # rows')}
          </Button>
          <FileChip accept=".csv,.tsv,.txt,text/csv" onFile={(file) => void readFile(file)}>
            {say`From a file…`}
          </FileChip>
          <Button onClick={() => void saveExample(kind)}>{say`Example as CSV`}</Button>
          {bad > 0 && table.checked && (
            <Button onClick={() => void saveRows(kind, faultyRows(table))}>
              {plural(bad, '# faulty row as a file', '# faulty rows as a file')}
            </Button>
          )}
        </Buttons>
        <Text small quiet as="p">
          {say`Cells copied from a spreadsheet can be pasted into any row. What is right is recorded; what is wrong stays here with its reason.`}
        </Text>
      </SheetBody>
      <SaidBar
        said={said && { tone: 'good', words: said.words }}
        onClose={() => setSaid(null)}
        onUndo={said ? () => void undo() : undefined}
      />
    </Sheet>
  );
}

type InHand = ReturnType<typeof useTable>;

const faultyRows = (table: InHand) =>
  table.filled.flatMap(({ row, i }) => {
    const { value, faults } = table.read.get(i)!;
    return value === null ? [{ cells: row, why: Object.values(faults).join('; ') }] : [];
  });

/** What stands against recording, and what is asked first. */
function Asks({ table, wrong }: { table: InHand; wrong: string | null }) {
  return (
    <>
      {wrong && <Mark tone="danger">{wrong}</Mark>}
      {table.refused.form && (
        <Mark tone="danger" role="alert">
          {table.refused.form}
        </Mark>
      )}
      {table.twoWays && <DayOrderAsked onChoose={table.setDayOrder} />}
      {table.asked && <Asked words={table.asked} />}
    </>
  );
}

function EntryRow({ i, row, kind, table }: { i: number; row: Cells; kind: TableKindModule; table: InHand }) {
  const own = table.read.get(i);
  const pasted = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    table.paste(readRows(text), i);
  };
  return (
    <TableRow>
      {kind.columns.map((c) => {
        const words = table.refused[`${i}.${c.name}`] ?? (table.checked ? own?.faults[c.name] : undefined);
        return (
          <Cell key={c.name}>
            <CellInput
              label={say`${told(c.label)}, row ${i + 1}`}
              value={row[c.name] ?? ''}
              onChange={(text) => table.type(i, c.name, text)}
              onPaste={pasted}
              list={c.from && `${kind.kind}-${c.from}`}
              numeric={['count', 'number', 'mass', 'smallMass', 'length', 'quantity', 'money'].includes(c.kind)}
              wrong={words !== undefined}
            />
            {words && (
              <Text small tone="danger" as="div">
                {words}
              </Text>
            )}
          </Cell>
        );
      })}
      <Cell>
        {own && (
          <WordButton type="button" onClick={() => table.leaveOut(i)} aria-label={say`Take out row ${i + 1}`}>
            ×
          </WordButton>
        )}
      </Cell>
    </TableRow>
  );
}

/** What cells may be chosen from, offered by the browser as one types. */
function Lists({ kind, context }: Pick<TableEntryProps, 'kind' | 'context'>) {
  return kind.columns.map((c) =>
    c.from ? (
      <datalist key={c.name} id={`${kind.kind}-${c.from}`} className={css.lists}>
        {(c.from === 'channels' ? CHANNELS.map((k) => [k, k] as const) : context.choices[c.from]).map(
          ([code, name]) => (
            <option key={code} value={c.from === 'tanks' || c.from === 'beds' ? code : name} />
          ),
        )}
      </datalist>
    ) : null,
  );
}
