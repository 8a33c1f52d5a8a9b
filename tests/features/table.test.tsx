import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../src/ui/kit/Table';
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
