import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { use, useState } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { renderToString } from 'react-dom/server';
import { useForm } from 'react-hook-form';
import { afterEach, describe, expect, test, vi } from 'vitest';
import type { UnitChoice } from '../../src/core/quantity/units';
import { Vessel, type VesselView } from '../../src/ui/draw/Vessel';
import type { FieldSpec } from '../../src/core/tasks/form';
import { DayField } from '../../src/ui/form/DayField';
import { ActionForm, type FormField } from '../../src/ui/form/ActionForm';
import { forgetAll, keep, readKept, typedBy } from '../../src/ui/form/keptTyping';
import { OwnPlace } from '../../src/ui/form/OwnPlace';
import { RecordField, storedValues } from '../../src/ui/form/RecordField';
import { smallPhoto } from '../../src/ui/form/smallPhoto';
import { BODY_LIMITS } from '../../src/server/body';
import { newEntryKey, type Outcome } from '../../src/ui/outcome';
import { ShownDay } from '../../src/ui/shell/ShownDay';
import { WhyPanel } from '../../src/ui/WhyPanel';

afterEach(cleanup);

const METRIC: UnitChoice = { mass: 'metric', temperature: 'C' };
const US: UnitChoice = { mass: 'us', temperature: 'F' };
const WEIGHT: FieldSpec = { name: 'massG', label: 'Weight', kind: 'quantity', quantity: 'mass' };

describe('a field whose code is still on its way', () => {
  test('holds up nothing but its own place: a press that brings it is answered at once', async () => {
    let come: (words: string) => void = () => undefined;
    const words = new Promise<string>((done) => (come = done));
    const Late = () => <p>{use(words)}</p>;
    function Page() {
      const [open, setOpen] = useState(false);
      return (
        <>
          <button onClick={() => setOpen(true)}>By the day</button>
          <p>{open ? 'Wanted on' : 'Wanted always'}</p>
          {open && (
            <OwnPlace>
              <Late />
            </OwnPlace>
          )}
        </>
      );
    }
    render(<Page />);
    await act(async () => fireEvent.click(screen.getByRole('button', { name: 'By the day' })));
    expect(screen.getByText('Wanted on')).toBeTruthy();
    expect(screen.queryByText('a calendar')).toBeNull();
    await act(async () => come('a calendar'));
    expect(await screen.findByText('a calendar')).toBeTruthy();
  });

  test('of a page that comes with it is there with the rest, and stays the same field once the page is alive', async () => {
    const field: FieldSpec = { name: 'on', label: 'Day', kind: 'text' };
    const Form = () => {
      const form = useForm<Record<string, string>>({ defaultValues: { on: '' } });
      return <RecordField field={field} form={form} units={METRIC} />;
    };
    const box = document.createElement('div');
    document.body.append(box);
    box.innerHTML = renderToString(<Form />);
    expect(box.querySelector('input')).not.toBeNull();
    const before = box.querySelector('input');
    const root = await act(async () => hydrateRoot(box, <Form />));
    expect(box.querySelector('input')).toBe(before);
    act(() => root.unmount());
    box.remove();
  });
});

describe('a photo', () => {
  /** A camera's picture: what it weighs follows from its pixels and how finely it is kept. */
  function camera(widthPx: number, heightPx: number, bytesPerPx: number) {
    vi.stubGlobal('createImageBitmap', async () => ({ width: widthPx, height: heightPx, close: () => undefined }));
    const drawn = vi
      .spyOn(HTMLCanvasElement.prototype, 'getContext')
      .mockReturnValue({ drawImage: () => undefined } as never);
    vi.spyOn(HTMLCanvasElement.prototype, 'toDataURL').mockImplementation(function (
      this: HTMLCanvasElement,
      _,
      quality,
    ) {
      return `data:image/jpeg;base64,${'A'.repeat(Math.round(this.width * this.height * bytesPerPx * Number(quality)))}`;
    });
    return drawn;
  }
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });

  test('of a fine camera is made small enough to send, as finely as that allows', async () => {
    camera(4000, 3000, 0.2);
    const text = await smallPhoto(new Blob(['x']));
    // 1280 × 960 at 0.75.
    expect(text).toHaveLength(184_320);
  });

  test('a walk with a dozen of them still goes in one piece', async () => {
    camera(4000, 3000, 0.5);
    const [first, ...others] = await Promise.all(
      Array.from({ length: 13 }, (_, i) => smallPhoto(new Blob(['x']), i > 0)),
    );
    expect(first!.length).toBeLessThanOrEqual(200_000);
    expect([first!, ...others].reduce((sum, text) => sum + text.length, 0)).toBeLessThan(BODY_LIMITS.bytes);
    expect(others[0]!.length).toBeGreaterThan(30_000);
  });

  test('one that is small already is not made larger', async () => {
    camera(320, 200, 1);
    expect(await smallPhoto(new Blob(['x']), true)).toHaveLength(48_000);
  });
});

describe('what is typed and not yet sent', () => {
  const fields: FormField[] = [{ name: 'words', label: 'Words', kind: 'text', start: '' }];
  const words = () => screen.getByLabelText<HTMLInputElement>('Words');
  const open = (send: (v: Record<string, unknown>) => Promise<Outcome<string>>, about = 'H3') =>
    render(
      <ActionForm fields={fields} about={about} units={METRIC} submit="Record" send={send} onDone={() => undefined} />,
    );
  const never = () => Promise.reject(new Error('no connection'));

  test('is still there when the page is loaded anew, and is sent under the key it had', async () => {
    const keys: unknown[] = [];
    const lost = (v: Record<string, unknown>) => {
      keys.push(v.entryKey);
      return never();
    };
    open(lost);
    fireEvent.change(words(), { target: { value: 'net torn' } });
    fireEvent.click(screen.getByRole('button', { name: 'Record' }));
    expect(await screen.findByText(/No connection/)).toBeTruthy();
    cleanup();
    open(async (v) => {
      keys.push(v.entryKey);
      return { ok: true, value: 'kept' };
    });
    expect(await screen.findByText(/What you typed before is still here/)).toBeTruthy();
    expect(words().value).toBe('net torn');
    fireEvent.click(screen.getByRole('button', { name: 'Record' }));
    await waitFor(() => expect(keys.length).toBe(2));
    expect(keys[1]).toBe(keys[0]);
    // Recorded: nothing is put back any more.
    await waitFor(() => expect(localStorage.length).toBe(0));
    cleanup();
    open(never);
    expect(words().value).toBe('');
  });

  test('belongs to what it is about, can be begun anew, and goes with who signs out', async () => {
    open(never);
    fireEvent.change(words(), { target: { value: 'net torn' } });
    cleanup();
    open(never, 'H4');
    expect(words().value).toBe('');
    cleanup();
    open(never);
    fireEvent.click(await screen.findByRole('button', { name: 'Begin anew' }));
    expect(words().value).toBe('');
    fireEvent.change(words(), { target: { value: 'net mended' } });
    forgetAll();
    cleanup();
    open(never);
    expect(words().value).toBe('');
  });

  test('is not put back where the field starts otherwise by now, or after a week', () => {
    const kept = { start: '{"words":""}', values: { words: 'old' }, entryKey: 'k', at: 1000 };
    keep('here', kept);
    expect(readKept('here', kept.start, 2000)?.values).toEqual({ words: 'old' });
    expect(readKept('here', '{"words":"new"}', 2000)).toBeNull();
    expect(readKept('here', kept.start, 8 * 86_400_000)).toBeNull();
    localStorage.setItem('crop-cycle:typed::here', '{broken');
    expect(readKept('here', kept.start, 2000)).toBeNull();
    forgetAll();
  });
});

describe('who types at a shared device', () => {
  const kept = (words: string) => ({ start: '', values: { words }, entryKey: 'k', at: Date.now() });

  afterEach(() => {
    localStorage.clear();
    typedBy('');
  });

  test('finds what they began themselves and nothing of anyone else', () => {
    typedBy('maren');
    keep('order', kept('for the market'));
    typedBy('tom');
    expect(readKept('order', '')).toBeNull();
    keep('order', kept('for the school'));
    forgetAll();
    typedBy('maren');
    expect(readKept('order', '')?.values.words).toBe('for the market');
  });

  test('leaves nothing for longer than a week, read again or not', () => {
    typedBy('maren');
    keep('order', { ...kept('old'), at: Date.now() - 8 * 86_400_000 });
    typedBy('tom');
    expect(localStorage.length).toBe(0);
  });
});

describe('rows of which one is left empty', () => {
  test('what is wrong with a row sent stands beside the row that was typed', () => {
    const rows: FieldSpec = {
      name: 'media',
      label: 'Filters',
      kind: 'rows',
      columns: [{ name: 'name', label: 'Name', kind: 'text' }],
    };
    const read = storedValues([rows], { media: [{ name: '' }, { name: 'M1' }, { name: ' ' }, { name: 'M2' }] }, METRIC);
    expect(read).toMatchObject({ ok: true, values: { media: [{ name: 'M1' }, { name: 'M2' }] } });
    const typedAt = (path: string) => (read.ok ? read.typedAt(path) : null);
    expect(['media.0.name', 'media.1.name', 'media', 'name'].map(typedAt)).toEqual([
      'media.1.name',
      'media.3.name',
      'media',
      'name',
    ]);
  });
});

describe('a day in a form', () => {
  function Days({ start, told }: { start: string; told: (day: string) => void }) {
    const [day, setDay] = useState(start);
    const change = (next: string) => {
      setDay(next);
      told(next);
    };
    return <DayField label="Harvest on" value={day} onChange={change} />;
  }
  const field = () => screen.getByLabelText<HTMLInputElement>('Harvest on');

  test('is shown and typed as the country writes it, and sent as a day', () => {
    const told: string[] = [];
    render(<Days start="2026-05-14" told={(d) => told.push(d)} />);
    expect(field().value).toBe('14/05/2026');
    fireEvent.change(field(), { target: { value: '3/6' } });
    expect(told.at(-1)).toBe('2026-06-03');
    fireEvent.blur(field());
    expect(field().value).toBe('03/06/2026');
    fireEvent.change(field(), { target: { value: '31/6' } });
    fireEvent.blur(field());
    expect(field().value).toBe('31/6');
  });

  test('is chosen in a calendar that comes when it is asked for', async () => {
    const told: string[] = [];
    render(<Days start="2026-05-14" told={(d) => told.push(d)} />);
    expect(screen.queryByRole('dialog')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Choose in a calendar' }));
    const calendar = await screen.findByRole('dialog', { name: 'Choose in a calendar' });
    expect(calendar.textContent).toContain('May 2026');
    // The week begins on Monday here.
    expect(within(calendar).getAllByRole('columnheader')[0]!.getAttribute('aria-label')).toBe('Mon');
    fireEvent.click(within(calendar).getByRole('gridcell', { name: '20' }));
    expect(told.at(-1)).toBe('2026-05-20');
    expect(field().value).toBe('20/05/2026');
  });

  test('what is no day is said beside it, in the way days are written here', () => {
    const day: FieldSpec = { name: 'day', label: 'Harvest on', kind: 'day' };
    const read = storedValues([day], { day: '31/6' }, METRIC);
    expect(!read.ok && read.fields.day).toBe('“31/6” is no day between 2000 and 2100; write it like 14/05/2026');
    expect(storedValues([day], { day: '2026-06-03' }, METRIC)).toMatchObject({
      ok: true,
      values: { day: '2026-06-03' },
    });
  });
});

describe('what is typed into a form', () => {
  test('kilograms and pounds arrive as grams', () => {
    expect(storedValues([WEIGHT], { massG: '28.4' }, METRIC)).toMatchObject({ ok: true, values: { massG: 28_400 } });
    const us = storedValues([WEIGHT], { massG: '2' }, US);
    expect(us.ok && us.values.massG).toBeCloseTo(907.18, 2);
  });

  test('a decimal comma and blanks between thousands are understood', () => {
    expect(storedValues([WEIGHT], { massG: ' 1 028,5 ' }, METRIC)).toMatchObject({
      ok: true,
      values: { massG: 1_028_500 },
    });
  });

  test.each(['abc', '1.2.3', '--4', '1e9', '∞', '12 kg'])('“%s” is refused beside its field', (typed) => {
    const read = storedValues([WEIGHT], { massG: typed }, METRIC);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.fields.massG).toMatch(/is not a number/);
  });

  test('what is missing is asked for, what is optional is left out', () => {
    const note: FieldSpec = { name: 'note', label: 'Note', kind: 'text', optional: true };
    const read = storedValues([WEIGHT, note], { massG: '', note: '' }, METRIC);
    expect(read).toEqual({ ok: false, fields: { massG: 'Weight: give it first' } });
  });

  test('a list of weights is a list, and the one that is wrong is named', () => {
    const weights: FieldSpec = { name: 'weightsG', label: 'Weights', kind: 'weights', quantity: 'smallMass' };
    expect(storedValues([weights], { weightsG: '412 388\n455' }, METRIC)).toMatchObject({
      ok: true,
      values: { weightsG: [412, 388, 455] },
    });
    const read = storedValues([weights], { weightsG: '412 x88' }, METRIC);
    expect(!read.ok && read.fields.weightsG).toBe('“x88” is not a number');
  });

  test('the field shows its unit in the person’s own', () => {
    function Form({ units }: { units: UnitChoice }) {
      return (
        <RecordField
          field={WEIGHT}
          form={useForm<Record<string, string>>({ defaultValues: { massG: '' } })}
          units={units}
        />
      );
    }
    render(<Form units={US} />);
    expect(screen.getByText('lb')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Weight'), { target: { value: '12' } });
    expect((screen.getByLabelText('Weight') as HTMLInputElement).value).toBe('12');
  });
});

describe('drawings and words', () => {
  const vessel: VesselView = {
    code: 'H6',
    volumeL: 11_000,
    densityKgM3: 44,
    limitKgM3: 40,
    empty: false,
    noFeed: false,
    lines: ['HSB-31'],
    href: null,
  };

  test('a tank that is too full says so, not by colour alone', () => {
    render(<Vessel vessel={vessel} />);
    expect(screen.getByText('too full')).toBeTruthy();
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain('44.0 kg/m³ of 40 kg/m³, over the limit');
  });

  test('a tank whose feed is stopped says NO FEED, an empty one says empty', () => {
    render(<Vessel vessel={{ ...vessel, densityKgM3: 10, noFeed: true }} />);
    expect(screen.getByText('NO FEED')).toBeTruthy();
    expect(screen.queryByText('too full')).toBeNull();
    cleanup();
    render(<Vessel vessel={{ ...vessel, empty: true, lines: [] }} />);
    expect(screen.getByText('empty')).toBeTruthy();
  });

  test('a forecast day says that nothing of it has happened, a past day that it was recorded, today nothing', () => {
    const { container } = render(<ShownDay day="2026-06-10" today="2026-06-10" />);
    expect(container.textContent).toBe('');
    render(<ShownDay day="2026-06-11" today="2026-06-10" />);
    expect(screen.getByText(/Nothing here has happened/).textContent).toContain('in 1 day');
    render(<ShownDay day="2026-06-01" today="2026-06-10" />);
    expect(screen.getByText(/^As recorded on Monday,? 1 June 2026$/)).toBeTruthy();
  });

  test('why? shows formula, inputs, source and what to change', () => {
    const because = {
      title: 'crowding in H6',
      formula: '440 kg ÷ 11 m³ = 40 kg/m³',
      inputs: [{ label: 'Fish', value: '740', from: 'ledger' }],
      source: 'kg per m³',
      change: 'move fish',
    };
    render(<WhyPanel because={because} onClose={() => undefined} />);
    for (const words of [
      'Why? crowding in H6',
      because.formula,
      'Fish',
      '740',
      'ledger',
      'Source: kg per m³',
      'To change it: move fish',
    ])
      expect(screen.getByText(words)).toBeTruthy();
  });
});

test('entry keys are well-formed and never the same, also without a secure context', () => {
  const keys = Array.from({ length: 200 }, newEntryKey);
  expect(new Set(keys).size).toBe(200);
  for (const key of keys) expect(key).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
});
