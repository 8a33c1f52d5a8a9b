import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { costOfLot, type CostPassed, type LotSpending } from '../../../src/core/fish/lotCost';

const spent = (paidMinor: number | null, ...feedings: [at: number, minor: number][]): LotSpending => ({
  paidMinor,
  feedings: feedings.map(([at, minor]) => ({ at, minor })),
});

describe('cost of a cohort so far', () => {
  test('graded at 40 %: the large ones bring 40 % of it, feed since then is each one’s own', () => {
    const books = new Map([
      ['T', spent(1000, [10, 600], [30, 300])],
      ['TL', spent(null, [40, 50])],
    ]);
    const passed: CostPassed[] = [{ fromLotId: 'T', toLotId: 'TL', share: 0.4, at: 20 }];
    expect(costOfLot({ lotId: 'T', until: Infinity, spending: books, passed })).toEqual({
      fishMinor: 600,
      feedMinor: 360 + 300,
      cameMinor: 0,
      wentMinor: 640,
    });
    expect(costOfLot({ lotId: 'TL', until: Infinity, spending: books, passed })).toEqual({
      fishMinor: 400,
      feedMinor: 240 + 50,
      cameMinor: 640,
      wentMinor: 0,
    });
    expect(costOfLot({ lotId: 'T', until: 15, spending: books, passed })).toMatchObject({
      fishMinor: 1000,
      feedMinor: 600,
    });
  });

  test('a price that nobody wrote down stays unknown, on both sides', () => {
    const books = new Map([['T', spent(null, [10, 600])]]);
    const passed: CostPassed[] = [{ fromLotId: 'T', toLotId: 'TL', share: 0.5, at: 20 }];
    expect(costOfLot({ lotId: 'TL', until: Infinity, spending: books, passed })).toMatchObject({
      fishMinor: null,
      feedMinor: 300,
    });
  });

  test('however lots are parted and put together, what they cost together is what was spent', () => {
    const act = fc.record({ from: fc.nat(5), share: fc.double({ min: 0, max: 1, noNaN: true }), minor: fc.nat(1000) });
    fc.assert(
      fc.property(fc.nat(5000), fc.array(act, { maxLength: 8 }), (paid, acts) => {
        const books = new Map<string, LotSpending>([['L0', spent(paid)]]);
        const passed: CostPassed[] = [];
        let total = paid;
        acts.forEach(({ from, share, minor }, i) => {
          const parent = `L${from % books.size}`;
          const feedings = [...books.get(parent)!.feedings, { at: i * 10 + 1, minor }];
          books.set(parent, { ...books.get(parent)!, feedings });
          total += minor;
          books.set(`L${books.size}`, spent(null));
          passed.push({ fromLotId: parent, toLotId: `L${books.size - 1}`, share, at: i * 10 + 5 });
        });
        const costs = [...books.keys()].map((id) => costOfLot({ lotId: id, until: Infinity, spending: books, passed }));
        const sum = costs.reduce((all, c) => all + (c.fishMinor ?? 0) + c.feedMinor, 0);
        expect(sum).toBeCloseTo(total, 6);
      }),
    );
  });
});
