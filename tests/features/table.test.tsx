import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../src/ui/kit/Table';
import { DayStrip } from '../../src/ui/draw/DayStrip';
import { Share } from '../../src/ui/draw/Share';
import { figureIn, readTable } from '../../src/ui/table/readTable';
import { ScrollTable, shownCells } from '../../src/ui/table/ScrollTable';

afterEach(cleanup);

const show = (close = false) =>
  render(
    <ScrollTable label="Every tank" close={close}>
      <Table>
        <TableHead>
          <TableRow>
            <HeadCell>Tank</HeadCell>
            <HeadCell right>Fish</HeadCell>
          </TableRow>
        </TableHead>
        <TableBody>
          <TableRow>
            <Cell>K1, “small”</Cell>
            <Cell num>516</Cell>
          </TableRow>
          <TableRow>
            <Cell>=HYPERLINK(1)</Cell>
            <Cell num>-3</Cell>
          </TableRow>
        </TableBody>
      </Table>
    </ScrollTable>,
  );

test('what is shown in a table is what its file holds; nothing in it is taken for a formula', async () => {
  const saved: Blob[] = [];
  vi.stubGlobal(
    'URL',
    Object.assign(URL, { createObjectURL: (b: Blob) => (saved.push(b), 'blob:x'), revokeObjectURL: () => undefined }),
  );
  const click = vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
  show();
  fireEvent.click(screen.getByRole('button', { name: 'Every tank as CSV' }));
  await waitFor(() => expect(click).toHaveBeenCalled());
  expect((click.mock.contexts[0] as HTMLAnchorElement).download).toBe('Every tank.csv');
  expect(saved).toHaveLength(1);
  expect(shownCells(screen.getByRole('table') as HTMLTableElement)).toEqual([
    ['Tank', 'Fish'],
    ['K1, “small”', '516'],
    ["'=HYPERLINK(1)", '-3'],
  ]);
});

test('a small table inside a form offers no file', () => {
  show(true);
  expect(screen.queryByRole('button')).toBeNull();
});

const TABLE = (
  <ScrollTable label="Cohorts">
    <Table>
      <TableHead>
        <TableRow>
          <HeadCell>Cohort</HeadCell>
          <HeadCell right>A fish</HeadCell>
          <HeadCell>Ready</HeadCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {(
          [
            ['HSB-30', '1.2 kg', '3 Dec', '2026-12-03'],
            ['HSB-36', '900 g', '26 Nov', '2026-11-26'],
            ['TRT-31', '–', '9 Jan', '2027-01-09'],
          ] as const
        ).map(([code, mass, says, day]) => (
          <TableRow key={code}>
            <Cell>{code}</Cell>
            <Cell num>{mass}</Cell>
            <Cell sort={day}>{says}</Cell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  </ScrollTable>
);

test('figures are ordered by what they weigh, days by the calendar, and what has none is told apart', () => {
  render(TABLE);
  const { columns, rows } = readTable(screen.getByRole('table') as HTMLTableElement);
  expect(columns).toEqual([
    { name: 'Cohort', isFigures: false },
    { name: 'A fish', isFigures: true },
    { name: 'Ready', isFigures: false },
  ]);
  expect(rows.map((row) => row[1]!.by)).toEqual([1200, 900, null]);
  expect(rows.map((row) => row[2]!.by)).toEqual(['2026-12-03', '2026-11-26', '2027-01-09']);
  expect(['1,204 g', '−3', '+5 %', '12 kg of 40', 'HSB-30', 'R1'].map(figureIn)).toEqual([
    1204,
    -3,
    5,
    null,
    null,
    null,
  ]);
});

test('a table is opened over the whole window and sorted by a press on a column', async () => {
  render(TABLE);
  fireEvent.click(screen.getByRole('button', { name: 'Sort or search Cohorts' }));
  const grid = await screen.findByRole('grid');
  const masses = () =>
    within(grid)
      .queryAllByRole('gridcell')
      .map((c) => c.textContent)
      .filter((t) => /g$|–/.test(t ?? ''));
  await waitFor(() => expect(masses()).toEqual(['1.2 kg', '900 g', '–']));
  fireEvent.click(within(grid).getByRole('columnheader', { name: 'A fish' }));
  await waitFor(() => expect(masses()).toEqual(['900 g', '1.2 kg', '–']));
  fireEvent.change(screen.getByLabelText('Search in it'), { target: { value: 'hsb-36' } });
  await waitFor(() => expect(masses()).toEqual(['900 g']));
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  await waitFor(() => expect(screen.queryByRole('grid')).toBeNull());
});

test('how a table is looked at lives in the address: a link to it opens it so, nonsense in it does no harm', async () => {
  const at = (query: string) => window.history.replaceState(null, '', `/cohorts?day=2026-12-01&${query}`);
  const masses = async () => {
    const cells = within(await screen.findByRole('grid')).queryAllByRole('gridcell');
    return cells.map((c) => c.textContent).filter((t) => /g$|–/.test(t ?? ''));
  };
  at('table=Cohorts&sort=1-asc&find=hsb');
  render(TABLE);
  await waitFor(async () => expect(await masses()).toEqual(['900 g', '1.2 kg']));
  fireEvent.change(screen.getByLabelText('Search in it'), { target: { value: 'hsb-30' } });
  expect(new URLSearchParams(window.location.search).get('find')).toBe('hsb-30');
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  await waitFor(() => expect(window.location.search).toBe('?day=2026-12-01'));
  cleanup();
  at('table=Cohorts&sort=99-up&filter=%7Bbroken');
  render(TABLE);
  await waitFor(async () => expect(await masses()).toEqual(['1.2 kg', '900 g', '–']));
  at('');
});

test('a bar beside the words is as long as its share, full and of another colour where it is over', () => {
  const { container, rerender } = render(<Share of={0.25} label="3 of 12 jobs done" />);
  expect(screen.getByRole('img', { name: '3 of 12 jobs done' })).toBeTruthy();
  const bar = () => container.querySelectorAll('rect')[1]!;
  expect(bar().getAttribute('width')).toBe('25.0');
  const usual = bar().getAttribute('fill');
  rerender(<Share of={1.4} over />);
  expect(bar().getAttribute('width')).toBe('100.0');
  expect(bar().getAttribute('fill')).not.toBe(usual);
  expect(screen.queryByRole('img')).toBeNull();
});

test('feed through the day: a mark at each time, noon in the middle', () => {
  const { container } = render(<DayStrip times={['06:00', '12:00']} />);
  const at = [...container.querySelectorAll('rect')].slice(2).map((r) => Number(r.getAttribute('x')) + 1.5);
  expect(at).toEqual([36, 72]);
});
