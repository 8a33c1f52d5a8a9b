import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import {
  decideLook,
  decideLookAgain,
  decideReceivingHelpers,
  decideRelease,
  type HelpersLot,
} from '../../../src/core/crops/acts/decideScouting';
import { decideEndRest, decideRest } from '../../../src/core/crops/acts/decideRest';
import { decideTrialMeasure } from '../../../src/core/crops/acts/decideTrialMeasure';
import { decideBeginCulture, decideCultureWeighing, decideEndCulture } from '../../../src/core/cultures/decideCulture';
import { METRIC } from '../../../src/core/quantity/units';
import { askedOf, refusedOf } from '../acts/answers';
import { aFarm } from '../farm';

const facts = aFarm({
  plantings: [
    {
      ...{ lotId: 'lot', lotCode: 'BULE-1', cropCode: 'butterhead-lettuce', placeId: 'r1', count: 100 },
      ...{ sownOn: '2026-04-20', transplantedOn: '2026-05-10', cutsDone: 0, lastCutOn: null },
    },
  ],
});
const here = { facts, on: '2026-06-01' };
const JPEG = ['/9j/4AAQ'];

describe('what a walk finds', () => {
  const look = (over: object = {}) =>
    decideLook(here, { what: 'aphids', howBad: 2, placeId: 'r1', ...over } as Parameters<typeof decideLook>[1]);

  test('is kept by bed and planting, in one list, and looked at again when that is asked', () => {
    const others = [{ what: 'mildew' as const, howBad: 1, placeId: 'nb' }];
    const { effects, said } = settled(look({ lotId: 'lot', lookAgainDays: 4, photo: JPEG, others }), true);
    expect(effects).toMatchObject([
      { does: 'finding', finding: { what: 'aphids', lotId: 'lot', lookAgainOn: '2026-06-05', photo: JPEG[0] } },
      { does: 'finding', finding: { what: 'mildew', placeId: 'nb', lotId: null, photo: null } },
    ]);
    expect(said({}).lines.at(-1)).toMatch(/look again/);
  });

  test('nothing found ends the walk, and a walk is what it must be of', () => {
    const walked = settled(look({ what: 'nothing', walk: 'House 1' }), true);
    expect(walked.effects.map((e) => e.does)).toEqual(['job']);
    expect(refusedOf(look({ what: 'nothing' }))?.[0]).toBe('what');
  });

  test('no bed, plants that stand there no more, no photo and one too large are said where they were given', () => {
    expect(refusedOf(look({ placeId: 'k1' }))?.[0]).toBe('placeId');
    expect(refusedOf(look({ others: [{ what: 'mildew', howBad: 1, placeId: 'k1' }] }))?.[0]).toBe('others.0.placeId');
    expect(refusedOf(look({ lotId: 'gone' }))?.[0]).toBe('form');
    expect(refusedOf(look({ photo: ['iVBORw0KGgo'] }))?.[1]).toMatch(/no photo/);
    expect(refusedOf(look({ photo: ['/9j/', 'A'.repeat(330_000)] }))?.[1]).toMatch(/too large/);
  });

  test('gone, it is asked for no more, whatever was typed', () => {
    const first = { id: 'f', placeId: 'r1', lotId: null, what: 'aphids' as const };
    const again = (howBad: number) => decideLookAgain({ first, on: here.on }, { howBad, lookAgainDays: 4 });
    expect(settled(again(0), true).effects).toMatchObject([{ finding: { lookAgainOn: null, followsId: 'f' } }]);
    expect(settled(again(1), true).effects).toMatchObject([{ finding: { lookAgainOn: '2026-06-05' } }]);
    expect(refusedOf(decideLookAgain({ first: null, on: here.on }, { howBad: 1 }))?.[0]).toBe('form');
  });
});

describe('beneficials', () => {
  const lot: HelpersLot = { id: 'b', code: 'BEN-LAD-260601', what: 'ladybirds', storeId: 'seed', count: 100 };
  const release = (count: number, placeId = 'r1') => decideRelease({ lot, places: facts.places }, { placeId, count });

  test('come as a lot of their day, and go from the store into a bed, no more than there are', () => {
    const { effects } = settled(decideReceivingHelpers('2026-06-01', { what: 'lacewings', count: 500 }), true);
    expect(effects).toMatchObject([
      { does: 'lot', lot: { code: 'BEN-LAC-260601' } },
      { count: 500, to: { role: 'seed' } },
    ]);
    expect(settled(release(100), true).effects).toMatchObject([
      { does: 'movement', from: { placeId: 'seed' }, to: { role: 'released' }, count: 100 },
      { does: 'event', event: { kind: 'release', placeId: 'r1', count: 100 } },
    ]);
    expect(refusedOf(release(101))?.[0]).toBe('count');
    expect(refusedOf(release(1, 'k1'))?.[0]).toBe('placeId');
  });
});

describe('beds rest', () => {
  const known = { facts, plan: [], units: METRIC };
  const rest = (over: object = {}) =>
    decideRest(known, { placeIds: ['r1'], from: '2026-06-10', until: '2026-07-01', words: ' winter ', ...over });

  test('what stands there meanwhile is asked about, by its code', () => {
    expect(askedOf(rest()).join()).toMatch(/BULE-1 stands in R1/);
    expect(settled(rest(), true).effects).toEqual([
      { does: 'rest', rest: { placeIds: ['r1'], from: '2026-06-10', until: '2026-07-01', words: 'winter' } },
    ]);
  });

  test('an end before the beginning, a tank, and a bed that rests already are refused', () => {
    expect(refusedOf(rest({ until: '2026-06-01' }))?.[0]).toBe('until');
    expect(refusedOf(rest({ placeIds: ['k1'] }))?.[0]).toBe('placeIds');
    const rests = [{ id: 'x', from: '2026-06-20', until: '2026-08-01', words: '' }];
    const places = facts.places.map((p) => (p.id === 'r1' ? { ...p, rests } : p));
    const twice = decideRest({ ...known, facts: { ...facts, places } }, { ...REST, placeIds: ['r1'] });
    expect(refusedOf(twice)?.[1]).toMatch(/rests in that time already/);
    expect(refusedOf(decideEndRest(null))?.[0]).toBe('form');
  });
  const REST = { from: '2026-06-10', until: '2026-07-01', words: 'winter' };
});

describe('side cultures', () => {
  const culture = { id: 'c', code: 'C-1', ended: false };

  test('what was given and taken is weighed while it runs; ended, nothing more is', () => {
    const taken = settled(decideCultureWeighing({ culture, units: METRIC }, { way: 'taken', massG: 800 }), true);
    expect(taken.effects).toEqual([{ does: 'cultureWeighed', cultureId: 'c', way: 'taken', massG: 800, words: null }]);
    expect(taken.said({}).lines.join()).toMatch(/farm-grown/);
    const ended = { ...culture, ended: true };
    expect(
      refusedOf(decideCultureWeighing({ culture: ended, units: METRIC }, { way: 'given', massG: 1 }))?.[1],
    ).toMatch(/C-1 is ended/);
    expect(refusedOf(decideEndCulture(ended))?.[0]).toBe('form');
    expect(refusedOf(decideEndCulture(null))?.[0]).toBe('form');
  });

  test('it begins with a caution of its kind', () => {
    const begun = settled(decideBeginCulture({ what: 'duckweed', name: ' Pond ' }), true);
    expect(begun.effects).toMatchObject([{ culture: { name: 'Pond' } }]);
    expect(begun.said({ culture: 'C-2' }).words).toMatch(/C-2/);
  });
});

describe('a trial is measured', () => {
  const trial = {
    ...{ id: 't', code: 'T-1', measure: 'score' as const, decidedOn: null, plots: [{ id: 'a' }, { id: 'b' }] },
    ...{ measureFrom: '2026-06-01', endsOn: '2026-07-01', everyDays: 7 },
  };
  const on = (day: string, values: Record<string, number>, over: object = {}) =>
    decideTrialMeasure({ trial: { ...trial, ...over }, on: day }, values);

  test('on its day the round’s job is done by it, on another day not', () => {
    expect(settled(on('2026-06-08', { a: 5, b: 9 }), true).effects.map((e) => e.does)).toEqual([
      'trialMeasured',
      'job',
    ]);
    expect(settled(on('2026-06-09', { a: 5 }), true).effects.map((e) => e.does)).toEqual(['trialMeasured']);
  });

  test('no value, a strange plot, points beyond nine and a decided trial are refused', () => {
    expect(refusedOf(on('2026-06-08', {}))?.[0]).toBe('form');
    expect(refusedOf(on('2026-06-08', { z: 5 }))?.[0]).toBe('form');
    expect(refusedOf(on('2026-06-08', { a: 10 }))).toEqual(['a', expect.stringMatching(/1 to 9/)]);
    expect(refusedOf(on('2026-06-08', { a: 5 }, { decidedOn: '2026-06-07' }))?.[1]).toMatch(/decided/);
  });
});
