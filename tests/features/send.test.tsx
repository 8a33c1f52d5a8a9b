import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { faultsOf } from '../../src/commands/check';
import { send } from '../../src/commands/client';
import { inputs } from '../../src/commands/inputs.generated';
import { HOME, speakFrom } from '../../src/core/words/words';
import { module as accents } from '../../src/words/languages/en-XA';
import { tongueOf } from '../../src/words/tongue';

const KEY = 'b2ce7a3e-9d0f-4c57-8a39-0b1a52c6c0de';
const ID = 'b2ce7a3e-9d0f-4c57-8a39-0b1a52c6c0df';
const fetched = vi.fn();

beforeEach(() => {
  fetched.mockReset().mockResolvedValue({ json: async () => ({ ok: true, value: 'kept' }) });
  vi.stubGlobal('fetch', fetched);
});
afterEach(() => {
  vi.unstubAllGlobals();
  speakFrom(() => HOME);
});

describe('what is sent', () => {
  const move = { entryKey: KEY, lotCode: 'HSB-31', fromPlaceId: ID, toPlaceId: ID, count: 12, massG: 900, dead: 0 };

  test('is judged at once, by field and in the words of the server, and not sent when it is refused', async () => {
    const outcome = await send('fish.move@1', { ...move, count: 0, massG: undefined, toPlaceId: 'H3' });
    expect(outcome).toEqual({
      ok: false,
      fields: {
        count: ['Move at least 1 fish'],
        massG: ['Give their weight together'],
        toPlaceId: ['Choose a tank'],
      },
    });
    expect(fetched).not.toHaveBeenCalled();
  });

  test('goes out as it is when nothing is wrong with it', async () => {
    expect(await send('fish.move@1', { ...move, confirmed: undefined })).toEqual({ ok: true, value: 'kept' });
    const { entryKey, ...body } = move;
    expect(JSON.parse(fetched.mock.calls[0]![1].body)).toEqual({ command: 'fish.move', version: 1, entryKey, body });
  });

  test('a row of many is named where it is wrong', async () => {
    const media = [
      { name: 'M1', volumeM3: 2, surfaceM2PerM3: 500, gTanPerM2Day: 0.5 },
      { name: 'M2', volumeM3: 0, surfaceM2PerM3: 500, gTanPerM2Day: 0.5 },
    ];
    const wrong = await faultsOf('setup.lifeSupport', { loopId: ID, version: 1, aerators: [], media });
    expect(wrong).toEqual({
      'media.1.volumeM3': ['A filter has a volume over 0 and under 2,000 cubic metres: check the unit'],
    });
  });

  test('an act of a newer app is left to the server', async () => {
    expect(await faultsOf('fish.sing', { loud: true })).toBeNull();
  });
});

describe('refusals in another language', () => {
  const acts = Object.keys(inputs);
  const NUMBERS = [undefined, -5, 1e15, 1.5, 'seven'];
  /** Words that only English has: what the accented language says holds none of them. */
  const ENGLISH = /\b(the|is|at|give|choose|that|not|more|than|least|most|must|under|whole|number|check)\b/i;

  test.each(acts)('%s', async (act) => {
    const names = new Set<string>();
    const said = new Set<string>();
    const take = (wrong: Record<string, string[]> | null) =>
      Object.entries(wrong ?? {}).forEach(([name, words]) => {
        names.add(name);
        words.forEach((w) => said.add(w));
      });
    const tongue = tongueOf(accents);
    speakFrom(() => ({ ...HOME, tongue }));
    take(await faultsOf(act, {}));
    for (const value of NUMBERS) {
      // Known by now are the fields that must be there; each is tried with what it does not take.
      take(await faultsOf(act, Object.fromEntries([...names].map((name) => [name, value]))));
    }
    expect([...said].filter((words) => ENGLISH.test(words))).toEqual([]);
    if (names.size > 0) expect(said.size).toBeGreaterThan(0);
  });
});
