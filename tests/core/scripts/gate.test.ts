import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { gate } from '../../../scripts/lib/gate.mjs';

const here = () => false;

/** What of these is through the gate by now. */
async function through(turns: readonly Promise<unknown>[]) {
  await vi.advanceTimersByTimeAsync(0);
  const waits = Symbol('waits');
  const seen = await Promise.all(turns.map((t) => Promise.race([t, Promise.resolve(waits)])));
  return seen.map((s) => s !== waits);
}

describe('what goes first in a web process', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  it('works out one page after another, in the order they were asked for', async () => {
    const turns = gate(1);
    const asked = [turns.enter(here), turns.enter(here), turns.enter(here)];
    expect(await through(asked)).toEqual([true, false, false]);
    (await asked[0])!();
    expect(await through(asked)).toEqual([true, true, false]);
  });

  it('begins what is recorded at once and holds pages back meanwhile', async () => {
    const turns = gate(1);
    const recorded = turns.goFirst();
    const page = turns.enter(here);
    expect(await through([page])).toEqual([false]);
    recorded();
    expect(await through([page])).toEqual([true]);
  });

  it('holds a page back for half a second at most, however much is recorded', async () => {
    const turns = gate(1);
    turns.goFirst();
    const page = turns.enter(here);
    await vi.advanceTimersByTimeAsync(500);
    expect(await through([page])).toEqual([true]);
  });

  it('passes over someone who has left', async () => {
    const turns = gate(1);
    const first = await turns.enter(here);
    const left = turns.enter(() => true);
    const next = turns.enter(here);
    first!();
    expect(await left).toBeNull();
    expect(await through([next])).toEqual([true]);
  });

  it('takes the turn from a page that is sent too slowly, once', async () => {
    const turns = gate(1);
    const slow = await turns.enter(here);
    const next = turns.enter(here);
    const last = turns.enter(here);
    await vi.advanceTimersByTimeAsync(1000);
    expect(await through([next, last])).toEqual([true, false]);
    slow!();
    expect(await through([next, last])).toEqual([true, false]);
  });
});
