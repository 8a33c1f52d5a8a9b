import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import type { Compared } from '../../src/core/plan/outlook';
import { SideBySide } from '../../src/features/season/SideBySide';

afterEach(cleanup);

const because = { title: 'that', formula: 'one = one', inputs: [], source: 'counted', change: 'nothing' };
const short = (n: number) => ({
  because,
  key: 'short',
  label: 'Deliveries that fall short',
  words: n === 0 ? 'none' : String(n),
  detail: n === 0 ? null : '8.8 kg rainbow trout, first in week 52',
  bad: n,
});
const fish = (kg: number) => ({
  because,
  key: 'fish',
  label: 'Fish in its harvests',
  words: `${kg} kg`,
  detail: null,
  bad: null,
});
const plans: Compared[] = [
  { id: null, name: 'The plan as it stands', measures: [short(1), fish(900)], refused: null },
  { id: 'board', name: 'Harvest earlier', measures: [short(0), fish(890)], refused: null },
  { id: 'd1', name: 'Rotation', measures: [short(3), fish(950)], refused: null },
  {
    id: 'd2',
    name: 'Old idea',
    measures: [],
    refused: 'Can’t move that far: Harvest would fall on 3 Nov, which has passed.',
  },
];

describe('drafts side by side', () => {
  const show = (mayDiscard = true, onDiscard = vi.fn()) => {
    render(
      <SideBySide plans={plans} boardId="board" mayDiscard={mayDiscard} onDiscard={onDiscard} onClose={vi.fn()} />,
    );
    return onDiscard;
  };
  const cells = (name: string) =>
    within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
      .getAllByRole('cell')
      .map((c) => c.textContent);

  test('better and worse than the plan are said in words; what is neither is not judged', () => {
    show();
    expect(cells('Deliveries')).toEqual([
      '18.8 kg rainbow trout, first in week 52',
      'none 1 fewer',
      '3 2 more8.8 kg rainbow trout, first in week 52',
      'Can’t move that far: Harvest would fall on 3 Nov, which has passed.',
    ]);
    expect(cells('Fish')).toEqual(['900 kg', '890 kg', '950 kg', '']);
  });

  test('a draft opens by its name; what is on the board is there already', () => {
    show();
    expect(screen.getByRole('link', { name: 'Rotation' }).getAttribute('href')).toBe('/season?draft=d1');
    expect(screen.queryByRole('link', { name: 'Harvest earlier' })).toBeNull();
    expect(screen.getByText('on the board')).toBeTruthy();
  });

  test('a manager discards one; others look', () => {
    const onDiscard = show();
    fireEvent.click(screen.getByRole('button', { name: 'Discard Old idea' }));
    expect(onDiscard).toHaveBeenCalledWith('d2');
    expect(screen.queryByRole('button', { name: 'Discard Harvest earlier' })).toBeNull();
    cleanup();
    show(false);
    expect(screen.queryByRole('button', { name: /Discard/ })).toBeNull();
  });
});
