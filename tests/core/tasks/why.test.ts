import { rules } from '../../../src/core/sums/sums';
import { describe, expect, test } from 'vitest';
import { sowingFor } from '../../../src/core/crops/quantities';
import { explainBalance, explainDensity, explainFeed, explainPromise, explainSowing } from '../../../src/core/explain';
import {
  explainConversion,
  explainCost,
  explainGrade,
  explainPace,
  explainReady,
  explainWay,
} from '../../../src/core/explainFish';
import { explainMargin, explainMinutes } from '../../../src/core/explainLife';
import type { FarmFacts, FeedRule } from '../../../src/core/facts/farm';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { bothRations, tankFeed } from '../../../src/core/plan/tankFeed';
import { METRIC } from '../../../src/core/quantity/units';
import { lifeSupportMargin } from '../../../src/core/water/lifeSupport';
import { aFarm, aFeedRule, aLoop, aPlace, someTrout } from '../farm';

const OWN_COST = { feedMinor: 12_000, cameMinor: 0, wentMinor: 0, currency: 'EUR', origins: [], offspring: [] };

describe('why?', () => {
  const facts = aFarm();
  const trout = facts.species.find((s) => s.code === 'rainbow-trout')!;
  const koi = facts.species.find((s) => s.code.includes('koi'))!;
  const support = {
    aerators: [
      { name: 'Blower A', kgO2PerDay: 11 },
      { name: 'Blower B', kgO2PerDay: 7 },
    ],
    media: [{ name: 'Moving bed', volumeM3: 2, surfaceM2PerM3: 500, gTanPerM2Day: 0.45 }],
    energy: null,
  };
  const load = { feedKgPerDay: 8, biomassKg: 600, ammoniaGPerDay: 300, waterTempC: 20 };
  const margin = explainMargin({
    loop: 'Heron',
    support,
    margin: lifeSupportMargin(support, load, 7),
    feedKg: 8,
    biomassKg: 600,
    tempC: 20,
    pH: 7,
  });
  const lettuce = facts.crops.find((c) => c.code === 'butterhead-lettuce')!;

  test.each([
    [
      'feed',
      explainFeed(tankFeed({ facts, forecast: forecastFarm(facts, []), place: facts.places[0]!, at: 0 })!, METRIC),
    ],
    ['a sowing', explainSowing(lettuce, sowingFor(168, lettuce, 104), 104)],
    ['crowding', explainDensity({ place: facts.places[0]!, biomassG: 150000, count: 500, units: METRIC })],
    [
      'a promise',
      explainPromise({
        product: 'Rainbow trout',
        week: 24,
        expected: '30 kg',
        spread: '3 kg',
        promised: '23 kg',
        short: '0 kg',
        availableOn: '4 Jun',
        available: '7 kg',
        shelfLifeDays: 8,
      }),
    ],
    ['balance', explainBalance({ loop: 'Heron', feedG: 8000, areaM2: 100, band: [60, 100], units: METRIC })],
    ['pace', explainPace({ lotCode: 'TRT-1', species: trout, pace: 1.07, paceError: 0.03, samples: 8, weighed: 160 })],
    [
      'market day',
      explainReady({ lotCode: 'TRT-1', meanG: 210, species: trout, pace: 1.07, waterTempC: 12, day: '10 Jun' }, METRIC),
    ],
    [
      'feed conversion',
      explainConversion({
        lotCode: 'TRT-1',
        feedG: 90000,
        account: { survival: 0.98, fcrBiological: 1.05, fcrEconomic: 1.09, grownG: 85000 },
        units: METRIC,
      }),
    ],
    [
      'minutes',
      explainMinutes({
        place: aFarm().places[0]!,
        kg: 150,
        minutes: 34,
        tempC: 12,
        oxygenMgL: 8.6,
        criticalMgL: 4,
        breathedMgH: 70_000,
      }),
    ],
    [
      'cost per kg',
      explainCost({ lotCode: 'TRT-1', cost: { ...OWN_COST, fishMinor: 30000 }, producedG: 84000, units: METRIC }),
    ],
    [
      'a live grade',
      explainGrade(
        {
          name: 'Koi 15–20 cm',
          fromCm: 15,
          toCm: 20,
          count: 120,
          lotCode: 'KOI-1',
          present: 400,
          meanG: 70,
          species: koi,
        },
        METRIC,
      ),
    ],
    [
      'a way back',
      explainWay({
        title: 'Skip it',
        species: 'Rainbow trout',
        lost: '260 of TRT-1 in K1',
        missingKg: 80,
        otherKg: -3,
        fishMinor: 0,
        currency: 'EUR',
      }),
    ],
    ['oxygen', margin.oxygen],
    ['ammonia', margin.ammonia],
  ])('%s is explained with numbers, inputs, a source and what to change', (_, because) => {
    expect(because.formula).toMatch(/\d/);
    expect(because.inputs.length).toBeGreaterThanOrEqual(2);
    for (const input of because.inputs) expect(input.from.length).toBeGreaterThan(3);
    const source =
      because.source ??
      rules(because.sums ?? [])
        .map((r) => r.source)
        .join();
    expect(source.length).toBeGreaterThan(10);
    expect(because.change.length).toBeGreaterThan(10);
  });

  test('the sowing’s sum stands there as it is computed', () => {
    expect(explainSowing(lettuce, sowingFor(168, lettuce, 104), 104).formula).toBe(
      '168 wanted ÷ (0.92 germination · 0.96 nursery · 0.95 bed · 0.96 pack-out) = 209 seeds, rounded up to 3 trays of 104; 103 cells stay spare.',
    );
  });

  test('the margins’ sums stand there as they are computed', () => {
    expect(margin.oxygen.formula).toBe(
      '8.0 kg feed × 0.50 kg oxygen = 4.0 kg needed; the aerators bring 11.0 + 7.0 = 18.0 kg.',
    );
    expect(margin.oxygenWithoutOne.formula).toBe('18.0 − 11.0 (Blower A) = 7.0 kg left against 4.0 kg needed.');
    expect(margin.ammonia.formula).toContain('2.0 m³ × 500 m²/m³ × 0.45 g at 20 °C');
    expect(margin.ammonia.formula).toContain('= 450 g a day turned over; the feed makes 300 g.');
    expect(margin.media.formula).toBe('600 kg fish × 2 L = 1,200 L wanted; 2,000 L are there.');
  });

  test('a farm without aerators is told so, not divided by nothing', () => {
    const none = { aerators: [], media: [], energy: null };
    const bare = explainMargin({
      loop: 'Heron',
      support: none,
      margin: lifeSupportMargin(none, load, 6),
      feedKg: 8,
      biomassKg: 600,
      tempC: 20,
      pH: 6,
    });
    expect(bare.oxygenWithoutOne.formula).toBe('No aerator is written down for this loop.');
    expect(bare.ammonia.formula).toContain('lowered for pH 6.0');
  });

  test('cost per kg is money over weight, and says what is not in it', () => {
    const because = explainCost({
      lotCode: 'TRT-1',
      cost: { ...OWN_COST, fishMinor: null },
      producedG: 60000,
      units: METRIC,
    });
    expect(because.formula).toContain('2.00');
    expect(because.formula).toContain('Work, heat and power are not in it');
    expect(because.inputs[0]!.value).toBe('not recorded');
  });

  test('a grade’s lengths are put as weights by the species’ own relation', () => {
    const grade = {
      name: 'Koi',
      fromCm: 10,
      toCm: 20,
      count: 5,
      lotCode: 'KOI-1',
      present: 9,
      meanG: 60,
      species: { ...koi, lengthWeightA: 0.02, lengthWeightB: 3 },
    };
    expect(explainGrade(grade, METRIC).formula).toContain('10 to 20 cm is 20 g to 160 g');
  });
});

describe('at the edges the words are true', () => {
  const cold = (c: number) => ({ loops: [aLoop({ plannedWaterTempC: Array(12).fill(c) })] });
  const whyFed = (over: Partial<FarmFacts>) => {
    const facts = aFarm(over);
    const fed = tankFeed({ facts, forecast: forecastFarm(facts, []), place: facts.places[0]!, at: 0 })!;
    return { fed, because: explainFeed(fed, METRIC) };
  };
  const trout = aFarm().species.find((s) => s.code === 'rainbow-trout')!;
  const ready = (over: object) =>
    explainReady(
      { lotCode: 'TRT-1', meanG: 210, species: trout, pace: 1, waterTempC: 12, day: '10 Jun', ...over },
      METRIC,
    ).formula;

  test('water too cold or too warm: nothing is fed, and that is the reason given', () => {
    const frozen = whyFed(cold(1));
    expect(frozen.fed.feedG).toBe(0);
    expect(frozen.because.formula).toMatch(
      /^Nothing is fed: at 1.0 °C the water is too cold. Rainbow trout do not feed at [\d.]+ °C and below/,
    );
    expect(whyFed(cold(27)).because.formula).toMatch(/too warm. Rainbow trout do not feed at [\d.]+ °C and above/);
    expect(JSON.stringify(frozen.because)).not.toMatch(/0\.00|NaN/);
  });

  test('feed that is stopped is said to be stopped, not worked out as nought', () => {
    const { because, fed } = whyFed({ fish: [someTrout({ feedStoppedOn: '2026-05-31' })] });
    expect(fed.feedG).toBe(0);
    expect(because.formula).toMatch(/^Nothing is fed in K1: the feed of TRT-1 is stopped/);
    expect(because.inputs.find((i) => i.label === 'Feedings')!.value).toBe('none');
  });

  test('market size: there already, or not while the water is as it is', () => {
    expect(ready({ meanG: 900 })).toMatch(/^Now: 900 g on average/);
    expect(ready({ waterTempC: 1 })).toMatch(/^At 1.0 °C the water is too cold for them today; they grow above/);
    expect(ready({ waterTempC: 30 })).toMatch(/^At 30.0 °C the water is too warm/);
    expect(ready({})).toMatch(/^From 210 g/);
  });

  test('nothing to sell yet, no sample yet, no feeding yet, no fish: said, never divided', () => {
    const promise = {
      product: 'Rainbow trout',
      week: 24,
      expected: '0 kg',
      spread: '0 kg',
      promised: '5 kg',
      short: '5 kg',
      availableOn: '4 Jun',
      available: '0 kg',
      shelfLifeDays: 8,
    };
    expect(explainPromise({ ...promise, nothing: true }).formula).toMatch(
      /^Nothing to sell in this week: .* 5 kg is promised\.$/,
    );
    expect(
      explainPace({ lotCode: 'T', species: trout, pace: 1, paceError: 0.1, samples: 0, weighed: 0 }).formula,
    ).toMatch(/^No sample yet/);
    const none = { survival: 1, fcrBiological: null, fcrEconomic: null, grownG: 0 };
    expect(explainConversion({ lotCode: 'T', feedG: 0, account: none, units: METRIC }).formula).toMatch(
      /No feeding of this cohort is recorded yet/,
    );
    expect(explainConversion({ lotCode: 'T', feedG: 500, account: none, units: METRIC }).formula).toMatch(
      /have not gained weight yet/,
    );
    expect(
      explainCost({ lotCode: 'T', cost: { ...OWN_COST, fishMinor: 100 }, producedG: 0, units: METRIC }).formula,
    ).toMatch(/nothing here or harvested to divide it by/);
    const empty = explainMinutes({
      place: aFarm().places[0]!,
      kg: 0,
      minutes: Infinity,
      tempC: 12,
      oxygenMgL: 8,
      criticalMgL: 4,
      breathedMgH: 0,
    });
    expect(empty.formula).toBe('No fish are in it: nothing breathes there.');
  });
});

describe('what a tank is fed', () => {
  const [k1] = aFarm().places;
  const fedBy = (over: Partial<FeedRule>) => {
    const facts = aFarm({ feedRules: [aFeedRule(over)] });
    return tankFeed({ facts, forecast: forecastFarm(facts, []), place: k1!, at: 0 })!;
  };

  test('without a rule the size decides how often; with feeder times the feeder does', () => {
    const facts = aFarm();
    const plain = tankFeed({ facts, forecast: forecastFarm(facts, []), place: k1!, at: 0 })!;
    expect(plain).toMatchObject({ feedings: 3, pelletMm: 4.5, times: [], count: 500 });
    expect(fedBy({ feederTimes: ['07:00', '10:00', '13:00', '16:00'] })).toMatchObject({ feedings: 4, pelletMm: 4.5 });
    expect(fedBy({ feederTimes: [] }).feedings).toBe(3);
  });

  test('the ration by table is the table’s, and its sum adds up to the ration', () => {
    const fed = fedBy({ ration: 'table', table: [{ uptoG: 1000, percentPerDay: 1.2 }] });
    expect(fed.feedG).toBeCloseTo(bothRations(fed).byTableG!, 3);
    const formula = explainFeed(fed, METRIC).formula;
    const [fish, grams, percent, response] = [...formula.split('=')[0]!.matchAll(/[\d.,]+/g)].map((m) => Number(m[0]));
    expect((fish! * grams! * percent! * response!) / 100 / fed.feedG).toBeCloseTo(1, 1);
    expect(percent).toBeCloseTo(1.2, 2);
  });

  test('by growth the ration is the one the growth asks for; there is no table then', () => {
    const fed = fedBy({ ration: 'growth', table: [] });
    const { byGrowthG, byTableG } = bothRations(fed);
    expect(byGrowthG / fed.feedG).toBeCloseTo(1, 1);
    expect(byTableG).toBeNull();
  });

  test('an empty tank and stock that grazes are fed by nobody', () => {
    const empty = aFarm({ fish: [] });
    expect(tankFeed({ facts: empty, forecast: forecastFarm(empty, []), place: k1!, at: 0 })).toBeNull();
    const sump = aPlace({ id: 's1', kind: 'sump', volumeL: 4000 });
    const facts = aFarm({ places: [...aFarm().places, sump], fish: [someTrout({ placeId: 's1' })] });
    expect(tankFeed({ facts, forecast: forecastFarm(facts, []), place: sump, at: 0 })).toBeNull();
  });
});
