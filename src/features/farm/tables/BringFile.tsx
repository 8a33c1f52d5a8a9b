'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { formatNumber } from '../../../core/quantity/units';
import { groupFaults, type FaultGroup, type FaultyRow } from '../../../core/tables/checkTable';
import type { TableKindModule } from '../../../core/tables/tableKind';
import { plural, say, told } from '../../../core/words/words';
import { FileChip } from '../../../ui/kit/SmallInput';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import type { TableContext } from './queries';
import { Asked, DayOrderAsked } from './asks';
import { saveExample, saveRows } from './save';
import { useBring, type BroughtFile } from './useBring';

const SHOWN_FAULTS = 20;
const SHOWN_CELLS = 3;
const LEFT_OUT = '-';

interface BringFileProps {
  kind: TableKindModule;
  context: TableContext;
}

type InHand = ReturnType<typeof useBring>;

/** A long file: which of its columns is which, what is wrong with it row by row, and then in it goes. */
export function BringFile({ kind, context }: BringFileProps) {
  const bring = useBring(kind, context);
  return (
    <Sheet aria-label={say`${told(kind.title)} from a file`}>
      <SheetHead>
        <h2>{say`${told(kind.title)} from a file`}</h2>
        <Text quiet>{told(kind.says)}</Text>
      </SheetHead>
      <SheetBody stack>
        <Buttons>
          <FileChip accept=".csv,.tsv,.txt,text/csv" onFile={(file) => void bring.open(file)}>
            {bring.file ? say`Another file…` : say`Choose a file, or drop it here…`}
          </FileChip>
          <Button onClick={() => void saveExample(kind)}>{say`Example as CSV`}</Button>
        </Buttons>
        {bring.wrong && (
          <Mark tone="danger" role="alert">
            {bring.wrong}
          </Mark>
        )}
        {bring.done && (
          <Mark tone="good" role="status">
            {bring.done.words}
          </Mark>
        )}
      </SheetBody>
      {bring.file && <Columns kind={kind} bring={bring} />}
      {bring.file && (
        <SheetBody stack>
          {bring.twoWays && <DayOrderAsked onChoose={bring.setDayOrder} />}
          {bring.checked && <Faults kind={kind} context={context} bring={bring} />}
          {bring.asked && <Asked words={bring.asked} />}
          {bring.going ? <Going bring={bring} /> : <Next kind={kind} bring={bring} />}
        </SheetBody>
      )}
    </Sheet>
  );
}

/** What the file calls its columns; numbered where it does not. */
const headsOf = ({ rows, headed }: BroughtFile): string[] =>
  rows[0]!.map((cell, i) => (headed ? cell : say`column ${i + 1}`));

/** Each column of the file with its first cells, and what it is. */
function Columns({ kind, bring }: { kind: TableKindModule; bring: InHand }) {
  const file = bring.file!;
  const choose = (i: number, name: string) =>
    bring.change({
      ...file,
      map: file.map.map((was, k) => (k === i ? (name === LEFT_OUT ? null : name) : was === name ? null : was)),
    });
  return (
    <ScrollTable label={say`Columns of the file`} close>
      <Table>
        <TableHead>
          <TableRow>
            <HeadCell>{say`In the file`}</HeadCell>
            <HeadCell>{say`For example`}</HeadCell>
            <HeadCell>{say`Read as`}</HeadCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {headsOf(file).map((head, i) => (
            <TableRow key={i}>
              <Cell>{head}</Cell>
              <Cell mono>
                {file.rows
                  .slice(file.headed ? 1 : 0)
                  .slice(0, SHOWN_CELLS)
                  .map((r) => r[i] ?? '')
                  .join(' · ')}
              </Cell>
              <Cell>
                <TextField
                  select
                  fullWidth
                  size="small"
                  value={file.map[i] ?? LEFT_OUT}
                  onChange={(e) => choose(i, e.target.value)}
                  slotProps={{ htmlInput: { 'aria-label': say`“${head}” is read as` } }}
                >
                  <MenuItem value={LEFT_OUT}>{say`left out`}</MenuItem>
                  {kind.columns.map((c) => (
                    <MenuItem key={c.name} value={c.name}>
                      {told(c.label)}
                    </MenuItem>
                  ))}
                </TextField>
              </Cell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </ScrollTable>
  );
}

function Faults({ kind, context, bring }: BringFileProps & { bring: InHand }) {
  const { good, faulty } = bring.checked!;
  const right = plural(good.length, '# row is right', '# rows are right');
  if (faulty.length === 0) return <Mark tone="good">{say`${right}, none is wrong.`}</Mark>;
  const groups = groupFaults(faulty);
  const wrong = plural(faulty.length, '# row is not taken', '# rows are not taken');
  return (
    <>
      <Mark tone="soon" role="status">{say`${right}; ${wrong}.`}</Mark>
      <ul>
        {groups.slice(0, SHOWN_FAULTS).map((group) => (
          <li key={group.column + group.words}>
            {rowWords(group)}: {labelOf(kind, group.column)}: {group.words}
            <Means kind={kind} context={context} bring={bring} group={group} />
          </li>
        ))}
      </ul>
      {groups.length > SHOWN_FAULTS && (
        <Text small quiet as="p">
          {say`… and ${formatNumber(groups.length - SHOWN_FAULTS)} faults more: all of them are in the file of what is left.`}
        </Text>
      )}
    </>
  );
}

/** A name that is not known here can be said to be one that is. */
function Means({ kind, context, bring, group }: BringFileProps & { bring: InHand; group: FaultGroup }) {
  const column = kind.columns.find((c) => c.name === group.column);
  const list = column?.from ? context.choices[column.from] : [];
  if (!group.text || list.length === 0) return null;
  return (
    <TextField
      select
      size="small"
      value=""
      onChange={(e) => bring.mean(group.column, group.text, e.target.value)}
      slotProps={{
        select: { displayEmpty: true, renderValue: () => say`means…` },
        htmlInput: { 'aria-label': say`“${group.text}” means` },
      }}
      sx={{ ml: 1 }}
    >
      {list.map(([code, name]) => (
        <MenuItem key={code} value={code}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Which rows: the first few, and how many more. */
function rowWords({ lines }: FaultGroup): string {
  const some = lines
    .slice(0, SHOWN_CELLS)
    .map((n) => formatNumber(n))
    .join(', ');
  if (lines.length === 1) return say`Row ${some}`;
  return lines.length > SHOWN_CELLS
    ? say`Rows ${some} and ${formatNumber(lines.length - SHOWN_CELLS)} more`
    : say`Rows ${some}`;
}

const labelOf = (kind: TableKindModule, name: string) => told(kind.columns.find((c) => c.name === name)?.label ?? name);

const faultWords = (kind: TableKindModule, { faults }: FaultyRow) =>
  Object.entries(faults)
    .map(([name, words]) => `${labelOf(kind, name)}: ${words}`)
    .join(' · ');

function Going({ bring }: { bring: InHand }) {
  const { share, words } = bring.going!;
  return (
    <>
      <LinearProgress variant="determinate" value={share * 100} aria-label={words} />
      <Text as="p" role="status">
        {words}
      </Text>
      <Buttons>
        <Button variant="outlined" onClick={bring.stop}>
          {say`Stop`}
        </Button>
      </Buttons>
    </>
  );
}

function Next({ kind, bring }: { kind: TableKindModule; bring: InHand }) {
  const { file, checked } = bring;
  if (!file) return null;
  const needed = kind.columns.filter((c) => !c.optional && !file.map.includes(c.name));
  return (
    <>
      {needed.length > 0 && (
        <Text as="p" quiet>
          {say`Say first which column is: ${needed.map((c) => told(c.label)).join(', ')}.`}
        </Text>
      )}
      <Buttons>
        {checked === null && (
          <Button variant="contained" disabled={needed.length > 0 || bring.twoWays} onClick={bring.check}>
            {plural(file.rows.length - (file.headed ? 1 : 0), 'Check # row', 'Check # rows')}
          </Button>
        )}
        {checked && checked.good.length > 0 && (
          <Button variant="contained" onClick={() => void bring.takeIn()}>
            {bring.asked ? say`Yes, take them in` : plural(checked.good.length, 'Take in # row', 'Take in # rows')}
          </Button>
        )}
        {checked && checked.faulty.length > 0 && (
          <Button
            variant="outlined"
            onClick={() =>
              void saveRows(
                kind,
                checked.faulty.map((row) => ({ cells: row.cells, why: faultWords(kind, row) })),
              )
            }
          >
            {plural(checked.faulty.length, '# faulty row as a file', '# faulty rows as a file')}
          </Button>
        )}
        {bring.done && bring.done.entryKeys.length > 0 && (
          <Button onClick={() => void bring.undo()}>{say`Take all of it back`}</Button>
        )}
      </Buttons>
    </>
  );
}
