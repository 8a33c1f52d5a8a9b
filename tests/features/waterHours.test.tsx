import { act } from '@testing-library/react';
import { hydrateRoot } from 'react-dom/client';
import { renderToString } from 'react-dom/server';
import { expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';

const asked: string[] = [];
vi.mock('../../src/features/cohorts/actions', () => ({
  waterHours: async ({ kind }: { kind: string }) => {
    asked.push(kind);
    return { ok: true, value: [] };
  },
}));
const { WaterHours } = await import('../../src/features/cohorts/life/WaterHours');

test('opened on a slow phone before the page listens, the week is asked for all the same', async () => {
  const room = <WaterHours loopId="l1" day="2026-06-10" units={METRIC} />;
  const page = document.createElement('div');
  page.innerHTML = renderToString(room);
  document.body.append(page);
  page.querySelector('details')!.open = true;
  await act(async () => void hydrateRoot(page, room));
  expect(asked).toEqual(['t']);
  expect(page.textContent).toMatch(/Nothing was read in this week/);
});
