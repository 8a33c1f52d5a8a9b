import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { METRIC, type UnitChoice } from '../../src/core/quantity/units';
import { DayStrip } from '../../src/ui/draw/DayStrip';
import { Share } from '../../src/ui/draw/Share';
import { fileRows, tableData, type Column } from '../../src/ui/table/columns';
import { DataTable } from '../../src/ui/table/DataTable';
import { ScrollTable } from '../../src/ui/table/ScrollTable';

afterEach(cleanup);

interface Line {
  code: string;
  massG: number | null;
  ready: string | null;
  paidMinor: number;
}

const LINES: Line[] = [
  { code: 'HSB-30', massG: 1204.5678, ready: '2026-12-03', paidMinor: 123456 },
  { code: '=HYPERLINK(1)', massG: 900, ready: '2026-11-26', paidMinor: -50 },
  { code: 'K1, “small”', massG: null, ready: null, paidMinor: 0 },
];

const COLUMNS: Column<Line>[] = [
  { head: 'Cohort', value: (l) => l.code },
  { head: 'A fish', value: (l) => l.massG, quantity: 'smallMass', look: { num: true } },
  { head: 'Ready', value: (l) => l.ready, kind: 'day', cell: (l) => (l.ready ? `about ${l.ready}` : 'never') },
  { head: 'Paid', value: (l) => l.paidMinor, money: 'EUR', only: 'file' },
  { head: '', value: () => null, only: 'screen', cell: () => <button type="button">change</button> },
];

const TABLE = <DataTable label="Cohorts" rows={LINES} rowKey={(l) => l.code} columns={COLUMNS} units={METRIC} />;
const US: UnitChoice = { ...METRIC, mass: 'us', temperature: 'F' };

test('a file has its units in the head, plain numbers, days that any program reads; nothing in it is taken for a formula', async () => {
  expect(fileRows(tableData(COLUMNS, LINES, METRIC))).toEqual([
    ['Cohort', 'A fish, g', 'Ready', 'Paid, EUR'],
    ['HSB-30', '1204.568', '2026-12-03', '1234.56'],
    ["'=HYPERLINK(1)", '900', '2026-11-26', '-0.5'],
    ['K1, “small”', '', '', '0'],
  ]);
  expect(fileRows(tableData(COLUMNS, LINES, US))[1]!.slice(1, 2)).toEqual(['42.49']);
  expect(fileRows(tableData(COLUMNS, LINES, US))[0]![1]).toBe('A fish, oz');
  const saved: Blob[] = [];
  vi.stubGlobal(
    'URL',
    Object.assign(URL, { createObjectURL: (b: Blob) => (saved.push(b), 'blob:x'), revokeObjectURL: () => undefined }),
  );
  const click = vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
  render(TABLE);
  fireEvent.click(screen.getByRole('button', { name: 'Cohorts as CSV' }));
  await waitFor(() => expect(click).toHaveBeenCalled());
  expect((click.mock.contexts[0] as HTMLAnchorElement).download).toBe('Cohorts.csv');
  expect(saved).toHaveLength(1);
});

test('the screen says it in words; what belongs to files or to hands alone stays there', () => {
  render(TABLE);
  const [head, first, , last] = screen.getAllByRole('row').map((r) => [...r.children].map((c) => c.textContent));
  expect(head).toEqual(['Cohort', 'A fish', 'Ready', '']);
  expect(first).toEqual(['HSB-30', '1.2 kg', 'about 2026-12-03', 'change']);
  expect(last).toEqual(['K1, “small”', '–', 'never', 'change']);
});

test('what is not a list of data offers no file', () => {
  render(
    <ScrollTable label="Both" close>
      <table />
    </ScrollTable>,
  );
  expect(screen.queryByRole('button')).toBeNull();
});

const inGrid = async (column: number) => {
  const rows = within(await screen.findByRole('grid')).queryAllByRole('row');
  return rows.slice(1).map((r) => r.querySelectorAll('[role=gridcell]')[column]?.textContent);
};

test('a table is opened over the whole window, ordered by what its figures are and searched by what is read', async () => {
  render(TABLE);
  fireEvent.click(screen.getByRole('button', { name: 'Sort or search Cohorts' }));
  const grid = await screen.findByRole('grid');
  await waitFor(async () => expect(await inGrid(1)).toEqual(['1,204.6', '900', '–']));
  expect(await inGrid(2)).toEqual(['3 Dec 2026', '26 Nov 2026', '–']);
  fireEvent.click(within(grid).getByRole('columnheader', { name: 'A fish, g' }));
  await waitFor(async () => expect(await inGrid(1)).toEqual(['900', '1,204.6', '–']));
  fireEvent.click(within(grid).getByRole('columnheader', { name: 'Ready' }));
  await waitFor(async () => expect(await inGrid(2)).toEqual(['26 Nov 2026', '3 Dec 2026', '–']));
  fireEvent.change(screen.getByLabelText('Search'), { target: { value: 'dec' } });
  await waitFor(async () => expect(await inGrid(0)).toEqual(['HSB-30']));
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  await waitFor(() => expect(screen.queryByRole('grid')).toBeNull());
});

test('how a table is looked at lives in the address: a link to it opens it so, nonsense in it does no harm', async () => {
  const at = (query: string) => window.history.replaceState(null, '', `/cohorts?day=2026-12-01&${query}`);
  at('table=Cohorts&sort=1-asc&find=1');
  render(TABLE);
  await waitFor(async () => expect(await inGrid(0)).toEqual(['=HYPERLINK(1)', 'HSB-30', 'K1, “small”']));
  fireEvent.change(screen.getByLabelText('Search'), { target: { value: 'hsb-30' } });
  expect(new URLSearchParams(window.location.search).get('find')).toBe('hsb-30');
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  await waitFor(() => expect(window.location.search).toBe('?day=2026-12-01'));
  cleanup();
  at('table=Cohorts&sort=99-up&filter=%7Bbroken');
  render(TABLE);
  await waitFor(async () => expect(await inGrid(0)).toEqual(['HSB-30', '=HYPERLINK(1)', 'K1, “small”']));
  cleanup();
  at(`table=Cohorts&filter=${encodeURIComponent(JSON.stringify([{ field: '1', operator: '>', value: '1000' }]))}`);
  render(TABLE);
  await waitFor(async () => expect(await inGrid(0)).toEqual(['HSB-30']));
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
