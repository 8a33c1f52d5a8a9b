import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import { post, sent } from './posted';
import type { FarmDescription } from '../../src/core/setup/description';
import { usualHabits } from '../../src/core/setup/habits';
import { told } from '../../src/core/words/words';
import { fromShape, SHAPES } from '../../src/core/setup/shapes';
import type { Outcome } from '../../src/ui/outcome';

/** A farm described by its owner on the first evening, with a connection that comes and goes. */
vi.mock('../../src/commands/client', async () => (await import('./posted')).client);
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/set-up',
  useSearchParams: () => new URLSearchParams(),
}));

import { beds, loops, machines, Speaker, tanks } from '../core/setup/speaker';
const { SetUp } = await import('../../src/features/setup/SetUp');
const { FoundFarm } = await import('../../src/features/setup/FoundFarm');

const HABITS = { ...usualHabits('en-GB', 'Europe/London'), name: 'Teasel Hollow' };
const NOTHING: FarmDescription = {
  ...{ habits: { ...HABITS, name: '' }, loops: [], places: [], equipment: [] },
  ...{ species: [], crops: [], people: [] },
};
const SHAPED = fromShape(SHAPES[0]!, HABITS, []);
const OFFLINE = null;
const SAVE_MS = 700;
const AGAIN_MS = 5000;
let version = 0;
const assigned: string[] = [];

beforeEach(() => {
  sent.length = assigned.length = 0;
  version = 1;
  post.answer = (act) => ({
    ok: true,
    value: act === 'setup.describe@1' ? { version: ++version } : { words: 'Open.' },
  });
  localStorage.clear();
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  vi.stubGlobal('scrollTo', () => undefined);
  vi.stubGlobal('location', { ...window.location, assign: (to: string) => assigned.push(to) });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const open = (description: FarmDescription) =>
  render(<SetUp page={{ farmId: 'f1', description, version: 1, mayChange: true, units: METRIC }} />);
const later = (ms: number) => act(async () => void (await vi.advanceTimersByTimeAsync(ms)));
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const status = () =>
  screen
    .getAllByRole('status')
    .map((s) => s.textContent)
    .join(' ');
const last = () => sent.at(-1)!.body as unknown as FarmDescription & { version: number };
const loop = (name: string) => within(screen.getByRole('group', { name: `Loop ${name}` }));

describe('a farm described as one goes', () => {
  test('is saved a moment after the last letter, once, and says when', async () => {
    open(NOTHING);
    expect(status()).toMatch(/each step is saved as it goes/);
    for (const name of ['T', 'Te', 'Teasel']) type('Name of the farm', name);
    expect(sent).toEqual([]);
    await later(SAVE_MS);
    expect(sent).toHaveLength(1);
    expect(last()).toMatchObject({ version: 1, habits: { name: 'Teasel' } });
    expect(status()).toMatch(/saved .*leave any time/);
    type('Name of the farm', 'Teasel Hollow');
    await later(SAVE_MS);
    expect(last()).toMatchObject({ version: 2, habits: { name: 'Teasel Hollow' } });
  });

  test('each change is taken back by one press of Undo', async () => {
    open(NOTHING);
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
    type('Name of the farm', 'Teasel');
    type('Name of the farm', 'Moss');
    press('Undo');
    expect(screen.getByLabelText<HTMLInputElement>('Name of the farm').value).toBe('Teasel');
    press('Undo');
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
    await later(SAVE_MS);
    expect(last().habits.name).toBe('');
  });

  test('without a connection it is kept here and sent when it is back', async () => {
    post.answer = () => OFFLINE;
    open(NOTHING);
    type('Name of the farm', 'Teasel');
    await later(SAVE_MS);
    expect(status()).toMatch(/no connection: kept here, sent when it is back/);
    post.answer = () => ({ ok: true, value: { version: 2 } });
    await later(AGAIN_MS);
    expect(sent).toHaveLength(2);
    expect(status()).toMatch(/saved /);
    expect(localStorage.length).toBe(0);
  });

  test('closed before it was saved, it is there when the page is opened again', async () => {
    post.answer = () => OFFLINE;
    open(NOTHING);
    type('Name of the farm', 'Teasel');
    cleanup();
    post.answer = () => ({ ok: true, value: { version: 2 } });
    open(NOTHING);
    expect(screen.getByLabelText<HTMLInputElement>('Name of the farm').value).toBe('Teasel');
    await later(SAVE_MS);
    expect(last().habits.name).toBe('Teasel');
  });

  test('what the server refuses is said on top, and nothing typed goes', async () => {
    post.answer = () => ({ ok: false, fields: { 'habits.latitude': ['From −90 (south) to 90 (north)'] } });
    open({ ...NOTHING, habits: HABITS });
    type('Latitude, degrees north', '51');
    await later(SAVE_MS);
    expect(screen.getByRole('alert').textContent).toMatch(/From −90/);
    expect(status()).toMatch(/not saved/);
    expect(screen.getByLabelText<HTMLInputElement>('Latitude, degrees north').value).toBe('51');
  });

  test('what is no number is said and changes nothing', async () => {
    open({ ...NOTHING, habits: HABITS });
    type('Latitude, degrees north', 'north');
    expect(screen.getByText('Give a number')).toBeTruthy();
    await later(SAVE_MS);
    expect(sent).toEqual([]);
  });
});

describe('what the farm begins with', () => {
  test('a shape lays loops, places and crops at once, and goes on to the water; Undo brings back what was', async () => {
    open({ ...NOTHING, habits: HABITS });
    fireEvent.click(screen.getByText(told(SHAPES[0]!.name)));
    await later(SAVE_MS);
    expect(last().loops.length).toBeGreaterThan(0);
    expect(last().habits.name).toBe('Teasel Hollow');
    expect(screen.getByRole('heading', { name: 'Loops' })).toBeTruthy();
    press('Undo');
    await later(SAVE_MS);
    expect(last().loops).toEqual([]);
  });
});

describe('a part said in a sentence', () => {
  const say = (line: string) => {
    fireEvent.change(screen.getByRole('textbox', { name: 'Add' }), { target: { value: line } });
    return screen.getByRole('textbox', { name: 'Add' });
  };
  beforeEach(() => {
    open(SHAPED);
    press(/^On to Water/);
  });

  test('is said back whole; what is not understood is marked, and nothing is added until it is left out by choice', async () => {
    const field = say('2 spare wobbly pumps 12 m³/h 90 W');
    expect(screen.getByText(/2 × pump: Pump 1, Pump 2 · each 12,000 L\/h · 90 W · spare: does not run/)).toBeTruthy();
    expect(screen.getByText(/“wobbly” is not understood/)).toBeTruthy();
    fireEvent.keyDown(field, { key: 'Enter' });
    await later(SAVE_MS);
    expect(sent).toEqual([]);
    press('leave it out');
    expect(screen.queryByText(/is not understood/)).toBeNull();
    fireEvent.keyDown(screen.getByRole('textbox', { name: 'Add' }), { key: 'Enter' });
    await later(SAVE_MS);
    const { equipment } = sent.at(-1)!.body as unknown as FarmDescription;
    expect(equipment.slice(-2)).toMatchObject([{ isSpare: true, flowLH: 12_000, watts: 90 }, { isSpare: true }]);
  });

  test('ninety alike stand in one line', async () => {
    fireEvent.keyDown(say('a 40 W pump at each of 90 towers'), { key: 'Enter' });
    await later(SAVE_MS);
    expect(screen.getByRole('row', { name: /Pump 1 – Pump 90 90 × pump/ })).toBeTruthy();
  });
});

describe('loops', () => {
  const water = () => {
    open(SHAPED);
    press(/^On to Water/);
  };

  test('a new one has a name and a code that nobody has', async () => {
    water();
    press('Add a loop');
    press('Add a loop');
    await later(SAVE_MS);
    const codes = last().loops.map((l) => l.code);
    expect(new Set(codes).size).toBe(codes.length);
    expect(last().loops.length).toBe(SHAPED.loops.length + 2);
  });

  test('renamed, what belongs to it goes along; taken out, that goes too', async () => {
    water();
    const first = SHAPED.loops[0]!;
    fireEvent.change(loop(first.name).getByLabelText('Code'), { target: { value: 'Moss' } });
    await later(SAVE_MS);
    const own = SHAPED.places.filter((p) => p.loop === first.code).length;
    expect(last().places.filter((p) => p.loop === 'moss')).toHaveLength(own);
    expect(last().equipment.some((e) => e.loop === first.code)).toBe(false);
    press(`Take out ${first.name}`);
    await later(SAVE_MS);
    expect(last().places.some((p) => p.loop === 'moss')).toBe(false);
    expect(last().loops).toHaveLength(SHAPED.loops.length - 1);
  });

  test('two of one code, and one cooled below what it is warmed to, are said at the field', () => {
    water();
    press('Add a loop');
    const added = loop(`Loop ${SHAPED.loops.length + 1}`);
    fireEvent.change(added.getByLabelText('Code'), { target: { value: SHAPED.loops[0]!.code } });
    expect(added.getByText(/There is another loop called/)).toBeTruthy();
    fireEvent.change(added.getByLabelText('Cooled to'), { target: { value: '12' } });
    expect(added.getByText(/cooled to less than it is warmed to/)).toBeTruthy();
  });
});

describe('people, and opening', () => {
  const people = () => {
    open(SHAPED);
    fireEvent.click(screen.getByText('People'));
  };

  test('someone is added, given a part, and taken out by name', async () => {
    people();
    press('Add someone');
    type('Name', 'Oskar');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Works as' }));
    fireEvent.click(screen.getByRole('option', { name: /^the office/ }));
    await later(SAVE_MS);
    expect(last().people).toEqual([{ name: 'Oskar', role: 'office' }]);
    press('Take out Oskar');
    await later(SAVE_MS);
    expect(last().people).toEqual([]);
  });

  test('what stands against it is listed, and it cannot be opened before', () => {
    open(NOTHING);
    fireEvent.click(screen.getByText('People'));
    expect(screen.getByText('Give the farm a name.')).toBeTruthy();
    expect(screen.getByText(/Describe at least one loop/)).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Open the farm' }).disabled).toBe(true);
  });

  test('it opens in the version that was saved last, and leads to what is there today', async () => {
    people();
    press('Add someone');
    type('Name', 'Oskar');
    press('Open the farm');
    await later(SAVE_MS);
    await later(0);
    expect(assigned).toEqual(['/farm/today']);
    expect(sent.at(-1)).toMatchObject({ act: 'setup.open@1', body: { version: 2 } });
  });

  test('without a connection it stays closed and says so; pressed again it opens', async () => {
    people();
    post.answer = () => OFFLINE;
    press('Open the farm');
    await later(0);
    expect(screen.getByText(/Not saved yet/)).toBeTruthy();
    post.answer = (act) => (act === 'setup.open@1' ? OFFLINE : { ok: true, value: { version: 2 } });
    press('Open the farm');
    await later(0);
    expect(screen.getByText(/No connection/)).toBeTruthy();
    post.answer = () => ({ ok: true, value: { version: 3 } });
    press('Open the farm');
    await later(0);
    expect(assigned).toEqual(['/farm/today']);
  });
});

describe('the first of a farm of one’s own', () => {
  const asked: unknown[] = [];
  const reply = (outcome: Outcome<unknown> | null) =>
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      asked.push(JSON.parse(String(init.body)));
      if (!outcome) throw new TypeError('Failed to fetch');
      return { json: async () => outcome };
    });

  test('who has the code makes it, in the country’s ways, and goes on to describe it', async () => {
    asked.length = 0;
    reply({ ok: true, value: null });
    render(<FoundFarm locale="en-GB" />);
    type('Code', 'AB12-CD34');
    type('Name of the farm', 'Teasel Hollow');
    type('Your name', 'Rosa');
    type('Sign-in name', 'rosa');
    type('Password', 'moss and stone');
    press('Make the farm');
    await later(0);
    expect(assigned).toEqual(['/set-up']);
    expect(asked[0]).toMatchObject({ code: 'AB12-CD34', signInName: 'rosa', habits: { name: 'Teasel Hollow' } });
  });

  test('a wrong code stands at its field, a fault of the name at the name, the rest below; nothing typed goes', async () => {
    reply({
      ok: false,
      fields: { code: ['That is not the code.'], 'habits.name': ['Give it a name.'], form: ['Try later.'] },
    });
    render(<FoundFarm locale="en-GB" />);
    type('Code', 'ZZ');
    press('Make the farm');
    await later(0);
    for (const words of ['That is not the code.', 'Give it a name.', 'Try later.'])
      expect(screen.getByText(words)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Code').value).toBe('ZZ');
    reply(null);
    press('Make the farm');
    await later(0);
    expect(screen.getByText(/No connection/)).toBeTruthy();
  });
});

describe('200 sentences through the screen', () => {
  const spoken = [tanks, machines, beds].flatMap((sentence) =>
    [false, true].flatMap((isUs) =>
      Array.from({ length: 60 }, (_, i) => sentence(new Speaker(9000 + i * 11, isUs)))
        .filter((said) => said.count <= 12)
        .slice(0, 34)
        .map((said) => ({ isUs, said })),
    ),
  );

  // A fresh page for each dozen: the table below grows with what is added.
  const dozens = Array.from({ length: 17 }, (_, i) => spoken.slice(i * 12, i * 12 + 12));

  test.each(dozens.map((dozen, i) => [i + 1, dozen] as const))(
    'dozen %i: each is said back before it is added, and what is kept is what was said',
    async (_, dozen) => {
      const ground = loops.map((l) => ({ ...l, kind: 'coupled' as const, lowC: 18, highC: 26, into: null }));
      open({ ...NOTHING, habits: HABITS, loops: ground });
      press(/^On to Water/);
      let [places, machines] = [0, 0];
      const line = screen.getByLabelText<HTMLInputElement>('Add');
      const said = () => line.closest('section')!.textContent;
      for (const { said: sentence } of dozen) {
        // Names of its own are said once on a farm.
        const text = sentence.line.replace(/,? (?:named|called) T\d+(?:–T\d+)?/, '');
        fireEvent.change(line, { target: { value: text } });
        expect(said(), text).not.toMatch(/is not understood/);
        expect(said(), text).toMatch(/Enter adds it/);
        fireEvent.keyDown(line, { key: 'Enter' });
        expect(line.value, text).toBe('');
        if (sentence.place) places += sentence.count;
        else machines += sentence.count;
      }
      await later(SAVE_MS);
      expect([last().places.length, last().equipment.length]).toEqual([places, machines]);
    },
  );

  test('they are two hundred', () => expect(dozens.flat().length).toBeGreaterThanOrEqual(200));
});
