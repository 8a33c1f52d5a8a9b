import { act } from '@testing-library/react';
import { useState } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { renderToString } from 'react-dom/server';
import { useForm, useWatch } from 'react-hook-form';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import { CellInput } from '../../src/ui/kit/CellInput';
import { RecordField } from '../../src/ui/form/RecordField';
import { TypedEarly } from '../../src/ui/form/TypedEarly';
import { NOTE_TYPED } from '../../src/ui/form/typedEarly';

function Table() {
  const [text, setText] = useState('');
  return (
    <>
      <TypedEarly nonce={undefined} />
      <CellInput label="Customer, row 1" value={text} onChange={setText} />
      <button disabled={!text}>Record {text ? 1 : 0} rows</button>
    </>
  );
}

function Form() {
  const form = useForm<Record<string, string>>({ defaultValues: { note: '' } });
  return (
    <>
      <TypedEarly nonce={undefined} />
      <RecordField field={{ name: 'note', label: 'Note', kind: 'text' }} form={form} units={METRIC} />
      <p>known: {useWatch({ control: form.control, name: 'note' })}</p>
    </>
  );
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  new Function(NOTE_TYPED)();
});
afterEach(() => vi.useRealTimers());

function typeBefore(page: HTMLElement, text: string) {
  const field = page.querySelector('input')!;
  field.value = text;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  return field;
}

async function arrive(made: React.ReactElement) {
  const page = document.createElement('div');
  page.innerHTML = renderToString(made);
  document.body.append(page);
  const wake = async () => {
    await act(async () => void hydrateRoot(page, made));
    await act(async () => void vi.advanceTimersByTime(10_000));
  };
  return { page, wake };
}

test('a cell typed in while its page still loads counts as typed', async () => {
  const { page, wake } = await arrive(<Table />);
  const field = typeBefore(page, 'Harbour kitchen');
  await wake();
  expect(field.value).toBe('Harbour kitchen');
  expect(page.querySelector('button')!.textContent).toBe('Record 1 rows');
});

test('so does a field of a form', async () => {
  const { page, wake } = await arrive(<Form />);
  typeBefore(page, 'net torn');
  await wake();
  expect(page.querySelector('input')!.value).toBe('net torn');
  expect(page.querySelector('p')!.textContent).toBe('known: net torn');
});

test('what is typed once the page listens is not put back to what stood there before', async () => {
  const { page } = await arrive(<Table />);
  const field = typeBefore(page, 'Harbour');
  await act(async () => void hydrateRoot(page, <Table />));
  await act(async () => void vi.advanceTimersByTime(10));
  const put = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!;
  await act(async () => {
    put.call(field, 'Harbour kitchen');
    field.dispatchEvent(new Event('input', { bubbles: true }));
  });
  await act(async () => void vi.advanceTimersByTime(10_000));
  expect(field.value).toBe('Harbour kitchen');
});
