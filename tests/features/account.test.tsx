import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import type { Outcome } from '../../src/ui/outcome';

/** Coming in, going out, and how one wants it shown: as a person at a strange device meets it. */
interface Asked {
  path: string;
  method: string;
  body: Record<string, unknown> | null;
}
const asked: Asked[] = [];
let reply: (asked: Asked) => Outcome<unknown> | null;
const pushed: string[] = [];
const assigned: string[] = [];
vi.mock('next/navigation', () => ({
  useRouter: () => ({ push: (path: string) => pushed.push(path), replace: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/round',
  useSearchParams: () => new URLSearchParams(),
}));

const { SignInForm } = await import('../../src/features/account/SignInForm');
const { JoinForm } = await import('../../src/features/account/JoinForm');
const { MySignIns } = await import('../../src/features/account/MySignIns');
const { Preferences } = await import('../../src/features/account/Preferences');

const OFFLINE = null;
const done: Outcome<unknown> = { ok: true, value: null };
const refused = (field: string, words: string): Outcome<unknown> => ({ ok: false, fields: { [field]: [words] } });

beforeEach(() => {
  asked.length = pushed.length = assigned.length = 0;
  reply = () => done;
  vi.stubGlobal('fetch', async (path: string, init: RequestInit = {}) => {
    const one: Asked = {
      path,
      method: init.method ?? 'GET',
      body: init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : null,
    };
    asked.push(one);
    const answer = reply(one);
    if (answer === OFFLINE) throw new TypeError('Failed to fetch');
    return { ok: answer.ok, status: 200, headers: new Headers(), json: async () => answer };
  });
  vi.stubGlobal('location', { ...window.location, assign: (to: string) => assigned.push(to), reload: vi.fn() });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('signing in', () => {
  const demo = [{ name: 'Ines Dorva', role: 'manager', signInName: 'ines', password: 'heron-loop' }];

  test('goes to the round; the person of the demo farm is typed in at a press', async () => {
    render(<SignInForm demo={demo} mayFound={false} />);
    expect(screen.queryByRole('link', { name: /Begin with your farm/ })).toBeNull();
    press(/Ines Dorva/);
    press('Sign in');
    await waitFor(() => expect(pushed).toEqual(['/round']));
    expect(asked).toEqual([{ path: '/api/session', method: 'POST', body: { name: 'ines', password: 'heron-loop' } }]);
  });

  test('what is wrong stands at its field and what was typed stays', async () => {
    reply = () => refused('password', 'That name and password do not belong together.');
    render(<SignInForm demo={[]} mayFound />);
    type('Name', 'tess');
    type('Password', 'moss');
    press('Sign in');
    expect(await screen.findByText(/do not belong together/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('tess');
    expect(pushed).toEqual([]);
    expect(screen.getByRole('link', { name: 'Begin with your farm' }).getAttribute('href')).toBe('/own-farm');
  });

  test('without a connection it says so, and the next press goes through', async () => {
    reply = () => OFFLINE;
    render(<SignInForm demo={[]} mayFound={false} />);
    type('Name', 'tess');
    type('Password', 'moss and stone');
    press('Sign in');
    expect(await screen.findByText(/No connection. Press again/)).toBeTruthy();
    reply = () => done;
    await waitFor(() =>
      expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Sign in' }).disabled).toBe(false),
    );
    press('Sign in');
    await waitFor(() => expect(pushed).toEqual(['/round']));
  });
});

describe('a link that asks one in', () => {
  const invite = { farmName: 'Teasel Hollow', name: 'Oskar', role: 'hand', visitsUntil: null };

  test('asks for a name of one’s own and a password, and leads to the round', async () => {
    render(<JoinForm token="t-1" asked={invite} me={null} />);
    expect(screen.getByRole('heading', { name: 'Teasel Hollow' })).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Your name').value).toBe('Oskar');
    type('Sign-in name', 'oskar');
    type('Password', 'short');
    reply = () => refused('password', 'At least 10 characters.');
    press('Join');
    expect(await screen.findByText('At least 10 characters.')).toBeTruthy();
    reply = () => done;
    type('Password', 'moss and stone');
    press('Join');
    await waitFor(() => expect(assigned).toEqual(['/round']));
    expect(asked.at(-1)!.body).toEqual({
      ...{ token: 't-1', name: 'Oskar', signInName: 'oskar', password: 'moss and stone' },
    });
  });

  test('whoever is signed in elsewhere joins as who they are', async () => {
    render(<JoinForm token="t-1" asked={invite} me={{ name: 'Oskar', farm: 'Quillwater' }} />);
    press('Join as Oskar of Quillwater');
    await waitFor(() => expect(assigned).toEqual(['/sign-in']));
    expect(asked.at(-1)!.body).toEqual({ token: 't-1', asMyself: true });
  });

  test('a lost connection loses nothing; a link that was used says so and asks nothing', async () => {
    reply = () => OFFLINE;
    render(<JoinForm token="t-1" asked={invite} me={null} />);
    type('Sign-in name', 'oskar');
    press('Join');
    expect(await screen.findByText(/No connection/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Sign-in name').value).toBe('oskar');
    cleanup();
    render(<JoinForm token="t-1" asked={null} me={null} />);
    expect(screen.getByText(/Ask the farm for a new one/)).toBeTruthy();
    expect(screen.queryByRole('textbox')).toBeNull();
  });
});

describe('where one is signed in', () => {
  const known = {
    farmId: 'f1',
    farms: [
      { farmId: 'f1', name: 'Quillwater', role: 'manager' },
      { farmId: 'f2', name: 'Teasel Hollow', role: 'hand' },
    ],
    signIns: [
      { id: 's1', device: 'a laptop', madeAt: '2026-06-01T08:00:00Z', seenAt: '2026-06-01T08:00:00Z', isThis: true },
      { id: 's2', device: '', madeAt: '2026-05-01T08:00:00Z', seenAt: '2026-05-02T08:00:00Z', isThis: false },
    ],
  };
  const open = async () => {
    reply = ({ method }) => (method === 'GET' ? { ok: true, value: known } : done);
    render(<MySignIns />);
    await screen.findByText('Where you are signed in');
  };

  test('another device is signed out from here, and leaves the list', async () => {
    await open();
    expect(screen.getByText(/a device/)).toBeTruthy();
    press('sign out');
    await waitFor(() => expect(screen.queryByText(/a device/)).toBeNull());
    expect(asked.at(-1)).toEqual({ path: '/api/session', method: 'PATCH', body: { end: 's2' } });
  });

  test('without a connection it stays in the list, and that is said', async () => {
    await open();
    reply = () => OFFLINE;
    press('sign out');
    expect(await screen.findByText(/No connection/)).toBeTruthy();
    expect(screen.getByText(/a device/)).toBeTruthy();
  });

  test('another farm of one’s own is a press away; one alone is not listed', async () => {
    await open();
    press('go there');
    await waitFor(() => expect(assigned).toEqual(['/round']));
    expect(asked.at(-1)!.body).toEqual({ farmId: 'f2' });
    cleanup();
    reply = () => ({ ok: true, value: { ...known, farms: known.farms.slice(0, 1) } });
    render(<MySignIns />);
    await screen.findByText('Where you are signed in');
    expect(screen.queryByText('Your farms')).toBeNull();
  });
});

describe('how one wants it shown', () => {
  const open = () => {
    render(<Preferences name="Tess" units={METRIC} onClose={() => undefined} />);
    return within(screen.getByRole('dialog'));
  };
  const radio = (name: string | RegExp) => screen.getByRole<HTMLInputElement>('radio', { name });
  const command = () => asked.filter((a) => a.path !== '/api/session').at(-1);

  test('units are kept as they are chosen', async () => {
    open();
    fireEvent.click(radio('oz, lb, gal'));
    await waitFor(() => expect(command()?.body).toMatchObject({ body: { mass: 'us', temperature: 'C' } }));
    expect(radio('oz, lb, gal').checked).toBe(true);
  });

  test('what could not be kept goes back to what holds, and why is said', async () => {
    open();
    reply = ({ path }) => (path === '/api/session' ? done : OFFLINE);
    fireEvent.click(radio('°F'));
    expect(await screen.findByText(/No connection/)).toBeTruthy();
    expect(radio('°C').checked).toBe(true);
  });

  test('letters grow on this device at once', () => {
    open();
    const before = document.documentElement.dataset.text;
    const largest = within(screen.getByRole('radiogroup', { name: 'Letters' }))
      .getAllByRole('radio')
      .at(-1)!;
    fireEvent.click(largest);
    expect(document.documentElement.dataset.text).toBe((largest as HTMLInputElement).value);
    expect(document.cookie).toContain((largest as HTMLInputElement).value);
    if (before === undefined) delete document.documentElement.dataset.text;
    else document.documentElement.dataset.text = before;
  });

  test('a new password asks for the old one; a wrong one is said at its field, then it is changed', async () => {
    const dialog = open();
    press('Change password…');
    type('Password now', 'moss');
    type('New password', 'moss and stone');
    reply = ({ method }) => (method === 'PUT' ? refused('old', 'That is not your password.') : done);
    press('Change it');
    expect(await dialog.findByText('That is not your password.')).toBeTruthy();
    reply = () => done;
    press('Change it');
    expect(await dialog.findByText(/Your password is changed/)).toBeTruthy();
    expect(asked.at(-1)).toMatchObject({ method: 'PUT', body: { old: 'moss', new: 'moss and stone' } });
  });

  test('signing out leaves nothing of this person behind; without a connection one stays signed in and is told', async () => {
    localStorage.setItem('crop-cycle:typed::/round note', '{}');
    open();
    reply = ({ method }) => (method === 'DELETE' ? OFFLINE : done);
    press('Sign out');
    expect(await screen.findByText(/No connection/)).toBeTruthy();
    expect(assigned).toEqual([]);
    reply = () => done;
    press('Sign out');
    await waitFor(() => expect(assigned).toEqual(['/sign-in']));
    expect(localStorage.getItem('crop-cycle:typed::/round note')).toBeNull();
  });
});
