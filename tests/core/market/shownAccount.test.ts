import fc from 'fast-check';
import { expect, test } from 'vitest';
import { shownAccount } from '../../../src/core/market/shownAccount';

const grams = fc.double({ min: 0, max: 90_000, noNaN: true });

test('what a week shows adds up in whole steps, is never more free than there is, and strays by a step or two at most', () => {
  fc.assert(
    fc.property(
      grams,
      grams,
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (carried, ripening, a, b) => {
        const given = (carried + ripening) * a;
        const later = (carried + ripening - given) * b;
        const account = { carried, ripening, given, later, free: carried + ripening - given - later };
        const shown = shownAccount(account, 1000);
        expect(shown.carried + shown.ripening - shown.given - shown.later).toBe(shown.free);
        expect(shown.free).toBeLessThanOrEqual(account.free + 11);
        for (const key of ['carried', 'ripening', 'given', 'later', 'free'] as const) {
          expect(shown[key]).toBeGreaterThanOrEqual(0);
          expect(Math.abs(shown[key] - account[key])).toBeLessThanOrEqual(2500);
        }
      },
    ),
  );
});
