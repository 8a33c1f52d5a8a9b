import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { acclimatisation } from '../../../src/core/fish/acclimatise';
import { moveChecks, type MoveWish } from '../../../src/core/fish/biosecurity';
import { cohortAccount } from '../../../src/core/fish/cohortAccount';
import { countByWeight, gradeAt, gradeOf, merged, spreadOf } from '../../../src/core/fish/grading';
import { gradingParts, moveOutlook } from '../../../src/core/fish/moveOutlook';
import { decideWeighing } from '../../../src/core/fish/decideWeighing';
import { readSample, sampleQuestions } from '../../../src/core/fish/sampleCheck';
import { readFeedRows, readScaleRows } from '../../../src/core/fish/scaleFile';
import { freshSpread } from '../../../src/core/fish/sizeSpread';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import type { FarmFacts } from '../../../src/core/facts/farm';
import { aFarm, aLoop, aPlace, someTrout } from '../farm';

const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;

describe('grading by the size bins', () => {
  test('both boxes hold all fish and all weight; each is more even than before', () => {
    const bins = freshSpread(0.2);
    const whole = gradeOf(bins, 300, 600);
    const { large, small } = gradeAt(bins, 300, 600, 310);
    expect(large.count + small.count).toBe(600);
    expect(large.count * large.meanG + small.count * small.meanG).toBeCloseTo(600 * 300, -3);
    expect(large.meanG).toBeGreaterThan(310);
    expect(small.meanG).toBeLessThan(310);
    expect(Math.max(large.cv, small.cv)).toBeLessThan(whole.cv);
  });

  test('a size outside the fish is refused and says how big they are', () => {
    expect(() => gradeAt(freshSpread(0.2), 300, 600, 2)).toThrow(/larger than that: they weigh about \d+ to \d+ g/);
    expect(() => gradeAt(freshSpread(0.2), 300, 600, 3000)).toThrow(/smaller than that/);
  });

  test('parted and put together again, the cohort is what it was', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.85, max: 1.15, noNaN: true }),
        fc.integer({ min: 200, max: 5000 }),
        (size, count) => {
          const bins = freshSpread(0.22);
          const { large, small } = gradeAt(bins, 250, count, 250 * size);
          const one = merged([large, small]);
          expect(one.count).toBe(count);
          expect(one.meanG).toBeGreaterThan(250 * 0.98);
          expect(one.meanG).toBeLessThan(250 * 1.02);
          expect(one.cv).toBeGreaterThan(0.19);
          expect(one.cv).toBeLessThan(0.25);
        },
      ),
    );
  });

  test('counting by weight; a spread stays as it was found; nothing put together is nothing', () => {
    expect(countByWeight(12_400, 31)).toBe(400);
    expect(() => countByWeight(0, 31)).toThrow(/both over 0/);
    expect(gradeOf(spreadOf({ cv: 0.1 }), 100, 5).cv).toBeCloseTo(0.1, 1);
    expect(() => merged([])).toThrow(/no fish/);
  });
});

describe('from one water to another', () => {
  test('the same water takes no time; four degrees take an hour; the slower of the two counts', () => {
    expect(acclimatisation({ tempC: 14, pH: 7 }, { tempC: 14.3, pH: 7.1 })).toMatchObject({ minutes: 0, steps: [] });
    expect(acclimatisation({ tempC: 12, pH: 7 }, { tempC: 16, pH: 7 }).minutes).toBe(60);
    expect(acclimatisation({ tempC: 12, pH: 7.6 }, { tempC: 13, pH: 6.4 }).minutes).toBe(120);
    expect(acclimatisation({ tempC: 12, pH: 7 }, { tempC: 16, pH: 7 }).steps.at(-1)).toMatch(/count and note any dead/);
  });

  test('a difference too wide for one go says so, an impossible reading is refused', () => {
    expect(acclimatisation({ tempC: 10, pH: 7 }, { tempC: 22, pH: 7 }).steps[0]).toMatch(/halfway/);
    expect(() => acclimatisation({ tempC: 120, pH: 7 }, { tempC: 22, pH: 7 })).toThrow(/Temperature is 120 °C/);
  });
});

describe('what stands against a move', () => {
  const places = [
    aPlace({ id: 'k1', kind: 'tank', volumeL: 9000, densityLimitKgM3: 45 }),
    aPlace({ id: 'k2', kind: 'tank', volumeL: 6000, densityLimitKgM3: 45 }),
    aPlace({ id: 'w1', kind: 'tank', volumeL: 1000, densityLimitKgM3: 20, loopId: 'wren' }),
    aPlace({ id: 'q1', kind: 'quarantine', volumeL: 1500, densityLimitKgM3: 20, loopId: null }),
    aPlace({ id: 'p1', kind: 'purge', volumeL: 3000, densityLimitKgM3: 35, loopId: null }),
    aPlace({ id: 's1', kind: 'sump', volumeL: 2000, densityLimitKgM3: 4 }),
    aPlace({ id: 'r1', kind: 'store' }),
    aPlace({ id: 'raft', kind: 'bed', method: 'raft', areaM2: 30 }),
    aPlace({ id: 'film', kind: 'bed', method: 'film', areaM2: 10 }),
  ];
  const farm = (over: Partial<FarmFacts> = {}) =>
    aFarm({ places, fish: [], loops: [aLoop({}), aLoop({ id: 'wren', code: 'wren', name: 'Wren' })], ...over });
  const wish = (from: string, to: string, over: Partial<MoveWish> = {}): MoveWish => ({
    lotCode: 'TRT-1',
    speciesCode: 'rainbow-trout',
    from: places.find((p) => p.id === from)!,
    to: places.find((p) => p.id === to)!,
    count: 200,
    meanG: 100,
    day: '2026-06-01',
    ...over,
  });
  const answers = (facts: FarmFacts, w: MoveWish) =>
    moveChecks(facts, w)
      .map((c) => `${c.answer}: ${c.words}`)
      .join('\n');

  test('within one water to an empty tank: nothing', () => {
    expect(moveChecks(farm(), wish('k1', 'k2'))).toEqual([]);
  });

  test.each<[string, Partial<FarmFacts>, [string, string], RegExp, Partial<MoveWish>?]>([
    [
      'out of quarantine before it is cleared',
      { quarantine: [{ lotCode: 'TRT-1', placeId: 'q1', until: '2026-06-14', clearedOn: null }] },
      ['q1', 'k2'],
      /refuse: .*quarantine until 14 Jun/,
    ],
    [
      'into another lot’s quarantine',
      { quarantine: [{ lotCode: 'HSB-1', placeId: 'q1', until: '2026-06-14', clearedOn: null }] },
      ['k1', 'q1'],
      /refuse: Q1 holds HSB-1/,
    ],
    [
      'into a resting tank',
      { resting: [{ placeId: 'k2', until: '2026-06-09' }] },
      ['k1', 'k2'],
      /refuse: K2 rests until 9 Jun/,
    ],
    [
      'treated fish to purge',
      { treatments: [{ lotCode: 'TRT-1', product: 'formalin', until: '2026-06-20' }] },
      ['k1', 'p1'],
      /refuse: .*not for sale up to and with 20 Jun/,
    ],
    ['between loops', {}, ['k1', 'w1'], /ask: Heron and Wren are kept apart/, { count: 50 }],
    ['fish into the sump', {}, ['k1', 's1'], /refuse: S1 is for companion stock/],
    [
      'fingerlings into the sump',
      {},
      ['k1', 's1'],
      /ask: Nobody feeds fish in S1: they live on what they find/,
      { meanG: 8 },
    ],
    ['small fish under the rafts', {}, ['k1', 'raft'], /ask: Nobody feeds fish in RAFT/, { meanG: 8 }],
    ['small fish into a film channel', {}, ['k1', 'film'], /refuse: FILM is no place for fish/, { meanG: 8 }],
    ['prawns under the rafts', {}, ['q1', 'raft'], /^$/, { speciesCode: 'giant-freshwater-prawn', meanG: 1 }],
    ['fish into a store', {}, ['k1', 'r1'], /refuse: R1 is no place for fish/],
    [
      'small to large ones',
      { fish: [someTrout({ lotCode: 'TRT-0', placeId: 'k2', referenceG: 400, count: 10 })] },
      ['k1', 'k2'],
      /ask: .*the larger may eat the smaller/,
    ],
    [
      'to fish without feed',
      {
        fish: [someTrout({ lotCode: 'TRT-0', placeId: 'k2', referenceG: 120, count: 10, feedStoppedOn: '2026-05-30' })],
      },
      ['k1', 'k2'],
      /refuse: Feed is stopped in K2/,
    ],
    [
      'to another species',
      {
        fish: [someTrout({ lotCode: 'NT-0', speciesCode: 'nile-tilapia', placeId: 'k2', referenceG: 120, count: 10 })],
      },
      ['k1', 'k2'],
      /ask: K2 holds another species/,
    ],
    ['over the limit', {}, ['k1', 'w1'], /ask: W1 would hold 30.0 kg\/m³, its limit is 20/, { count: 300 }],
    ['twice over the limit', {}, ['k1', 'w1'], /refuse: W1 would hold 90.0/, { count: 900 }],
    [
      'to fish whose largest have gone: they are judged by what they weigh, not by what all of them would',
      {
        fish: [
          someTrout({
            ...{ lotCode: 'TRT-0', placeId: 'k2', referenceG: 300, count: 10 },
            bins: [{ relative: 0.4, share: 1 }],
          }),
        ],
      },
      ['k1', 'k2'],
      /^ask: [^;]*mixed fish can only be counted separately/,
      { meanG: 120 },
    ],
    ['prawns into the sump', {}, ['q1', 's1'], /^$/, { speciesCode: 'giant-freshwater-prawn', meanG: 1 }],
  ])('%s', (_, over, [from, to], says, more) => {
    expect(answers(farm(over), wish(from, to, more))).toMatch(says);
  });
});

describe('both tanks before and after', () => {
  test('a move takes kg, feed and crowding from one tank to the other', () => {
    const facts = aFarm({ fish: [someTrout({ placeId: 'k1', count: 900, referenceG: 300 })] });
    const [from, to] = moveOutlook(facts, [], {
      lotCode: 'TRT-1',
      fromPlaceId: 'k1',
      parts: [{ toPlaceId: 'k2', count: 400 }],
    });
    expect(from!.after.kg + to!.after.kg).toBeCloseTo(from!.before.kg, 3);
    expect(from!.after.count).toBe(500);
    expect(to!.after.feedG).toBeGreaterThan(0);
    expect(from!.before.fullInDays).not.toBeNull();
    expect(from!.after.fullInDays ?? 999).toBeGreaterThan(from!.before.fullInDays!);
  });

  test('grading sends the heavier box where it is told', () => {
    const facts = aFarm({ fish: [someTrout({ placeId: 'k1', count: 600, referenceG: 300 })] });
    const { parting, large } = gradingParts({
      fish: facts.fish[0]!,
      thresholdG: 300,
      largePlaceId: 'k2',
      smallPlaceId: 'k1',
    });
    const looks = moveOutlook(facts, [], parting);
    expect(looks.find((t) => t.placeId === 'k2')!.after.count).toBe(large.count);
    expect(looks.find((t) => t.placeId === 'k1')!.after.count).toBe(600 - large.count);
  });
});

describe('samples', () => {
  const none = { weightsG: [], lengthsCm: [], bulk: null };

  test('lengths alone become weights, pairs keep both, a bulk weighing is a mean of many', () => {
    expect(readSample({ ...none, lengthsCm: [28, 30] }, trout)).toMatchObject({ byLength: true, count: 2 });
    expect(readSample({ ...none, weightsG: [300, 320], lengthsCm: [28, 30] }, trout).meanG).toBe(310);
    expect(readSample({ ...none, bulk: { count: 120, totalG: 6000 } }, trout)).toMatchObject({ meanG: 50, count: 120 });
  });

  test.each([
    [none, /Nothing was weighed/],
    [{ ...none, weightsG: [0, 300] }, /more than 0/],
    [{ ...none, lengthsCm: [-3] }, /longer than 0/],
    [{ ...none, weightsG: [300], lengthsCm: [28, 30] }, /do not pair/],
    [{ ...none, bulk: { count: 0, totalG: 500 } }, /at least 1 fish/],
    [{ ...none, bulk: { count: 5, totalG: 0 } }, /more than 0/],
  ])('what is no sample is refused %#', (given, says) => {
    expect(() => readSample(given, trout)).toThrow(says);
  });

  const ask = (weightsG: number[], expectedG = 400, lengthsCm: number[] = []) =>
    sampleQuestions({
      sample: readSample({ weightsG, lengthsCm, bulk: null }, trout),
      expectedG,
      cv: 0.15,
      relation: trout,
    }).join('\n');

  test('what looks wrong is asked about, what is usual is not', () => {
    expect(ask([380, 410, 395, 402])).toBe('');
    expect(ask([0.4, 0.39])).toMatch(/typed in kilograms\?/);
    expect(ask([400_000])).toMatch(/several fish together/);
    expect(ask([150, 160])).toMatch(/Right tank, right fish\?/);
    expect(ask([400, 410, 390, 405, 1900], 500)).toMatch(/1,900 g lies far from the rest/);
    expect(ask([400, 410, 390], 400, [30, 31, 12])).toMatch(/weigh far from what their length suggests/);
  });

  test('a scale’s file: named columns in other units, rows without numbers, no heading at all', () => {
    expect(
      readScaleRows([
        ['Fish', 'Weight kg', 'Length mm'],
        ['1', '0,412', '310'],
        ['tare', '', ''],
      ]),
    ).toEqual({ weightsG: [412], lengthsCm: [31], skipped: 1 });
    expect(readScaleRows([['411'], ['398']]).weightsG).toEqual([411, 398]);
    expect(() => readScaleRows([['a', 'b']])).toThrow(/No column/);
    expect(() => readScaleRows(Array.from({ length: 501 }, () => ['5']))).toThrow(/at most 500/);
  });

  test('a feed table is sorted, and a row that is none is named', () => {
    expect(
      readFeedRows([
        ['up to g', '%'],
        ['200', '1.5'],
        ['50', '3'],
      ]),
    ).toEqual([
      { uptoG: 50, percentPerDay: 3 },
      { uptoG: 200, percentPerDay: 1.5 },
    ]);
    expect(() =>
      readFeedRows([
        ['50', '3'],
        ['x', '2'],
      ]),
    ).toThrow(/Row 2 of the table is “x, 2”/);
    expect(() => readFeedRows([])).toThrow(/empty/);
  });
});

test('feed conversion: the dead count for how fish turn feed into flesh, not for what the bill bought', () => {
  const account = cohortAccount({
    feedG: 130_000,
    startCount: 500,
    startMeanG: 10,
    presentCount: 400,
    presentMeanG: 200,
    takenG: 20_000,
    dead: 50,
    deadG: 5000,
  });
  expect(account.survival).toBeCloseTo(0.9);
  expect(account.fcrBiological).toBeCloseTo(1.3);
  expect(account.fcrEconomic).toBeCloseTo(130 / 95);
  expect(
    cohortAccount({
      feedG: 0,
      startCount: 0,
      startMeanG: 1,
      presentCount: 0,
      presentMeanG: 0,
      takenG: 0,
      dead: 0,
      deadG: 0,
    }),
  ).toMatchObject({ survival: null, fcrBiological: null, fcrEconomic: null });
});

describe('few fish weighed', () => {
  const asked = (sampledOn: string | null, weightsG: number[]) => {
    const fish = someTrout({ placeId: 'k1', referenceG: 120, count: 400, sampledOn });
    const decided = decideWeighing(aFarm({ fish: [fish] }), { lotCode: 'TRT-1', fromPlaceId: 'k1', weightsG });
    return 'asks' in decided ? decided.asks.join(' ') : '';
  };

  test('one of a cohort that was never weighed is asked about; of one that was, or three, is not', () => {
    expect(asked(null, [118])).toMatch(/Only 1 fish was weighed, and none of this cohort before/);
    expect(asked(null, [118, 121, 119])).toBe('');
    expect(asked('2026-05-20', [118])).toBe('');
  });
});
