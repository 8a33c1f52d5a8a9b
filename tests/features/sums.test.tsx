import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import type { UnitChoice } from '../../src/core/quantity/units';
import { SumsStation } from '../../src/features/sums/SumsStation';
import { ActionForm } from '../../src/ui/form/ActionForm';

vi.mock('next/navigation', () => ({ useRouter: () => ({ replace: () => undefined }) }));
afterEach(cleanup);

const METRIC: UnitChoice = { mass: 'metric', temperature: 'C' };
const US: UnitChoice = { mass: 'us', temperature: 'F' };
const type = (label: RegExp, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

test('a calculation is tried with one’s own numbers and shows its working', async () => {
  render(<SumsStation page={{ units: METRIC, chosen: 'free-ammonia' }} />);
  type(/^Total ammonia/, '2');
  type(/^pH/, '8');
  press('Work it out');
  const result = await screen.findByTestId('sum-result');
  expect(result.textContent).toMatch(/Free ammonia nitrogen: 0\.07/);
  expect(result.textContent).toMatch(/2\.00 mg\/L ×/);
});

test('what is out of range is said beside its field, in the person’s own units', async () => {
  render(<SumsStation page={{ units: US, chosen: 'free-ammonia' }} />);
  type(/^Water/, '212');
  press('Work it out');
  expect(await screen.findByText('Outside 32 to 95 °F.')).toBeTruthy();
  expect(screen.queryByTestId('sum-result')).toBeNull();
});

test('a question belongs to the value that raised it: corrected input clears it', async () => {
  const sent: Record<string, unknown>[] = [];
  const send = async (values: Record<string, unknown>) => {
    sent.push(values);
    if ((values.count as number) > 100 && !values.confirmed)
      return { ok: false as const, fields: { confirm: ['So many?'] } };
    return { ok: true as const, value: null };
  };
  render(
    <ActionForm
      fields={[{ name: 'count', label: 'Dead', kind: 'count', start: 400 }]}
      units={METRIC}
      submit="Record"
      send={send}
      onDone={() => undefined}
    />,
  );
  press('Record');
  expect(await screen.findByText('So many?')).toBeTruthy();
  fireEvent.click(screen.getByLabelText('Yes, that is right'));
  type(/^Dead/, '40');
  await waitFor(() => expect(screen.queryByText('So many?')).toBeNull());
  press('Record');
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]).not.toHaveProperty('confirmed');
});
