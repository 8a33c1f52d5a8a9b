import { expect, test } from 'vitest';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { marketDay } from '../../../src/core/plan/marketDay';
import { sampleEffects } from '../../../src/core/plan/sampleEffects';
import type { PlanStep } from '../../../src/core/facts/step';
import { addDays, daysBetween } from '../../../src/core/quantity/days';
import { METRIC } from '../../../src/core/quantity/units';
import { aFarm, aPlace, someTrout } from '../farm';

const places = ['k1', 'k2'].map((id) => aPlace({ id, kind: 'tank', volumeL: 9000, densityLimitKgM3: 45 }));
const farm = (referenceG: number) => aFarm({ places, fish: [someTrout({ placeId: 'k1', referenceG })], plantings: [] });
const says = (beforeG: number, afterG: number, plan: PlanStep[] = []) =>
  sampleEffects({ before: farm(beforeG), after: farm(afterG), plan, lotCode: 'TRT-1', units: METRIC })[0];

test('fish lighter than thought are of market size later, heavier ones earlier, by the days between', () => {
  expect(says(200, 180)).toMatch(/^Mean at market size on \d+ \w+, \d+ days later than thought$/);
  expect(says(180, 200)).toMatch(/\d+ days earlier than thought$/);
  expect(says(200, 200)).toMatch(/as before$/);
});

test('fish that will not be ready within the forecast, and fish that are after all, are told so', () => {
  expect(says(200, 1)).toBe('Mean at market size: no longer in sight');
  expect(says(1, 200)).toMatch(/before it was not in sight$/);
});

test('market size is found in the next tank when the fish move on the way', () => {
  const facts = farm(200);
  const alone = marketDay(forecastFarm(facts, []), 'TRT-1', 280)!;
  const move: PlanStep = {
    id: 's',
    groupId: 'g',
    kind: 'move',
    day: addDays(facts.today, 3),
    lotCode: 'TRT-1',
    speciesCode: 'rainbow-trout',
    cropCode: null,
    fromPlaceId: 'k1',
    toPlaceId: 'k2',
    count: facts.fish[0]!.count,
    detail: {},
    version: 1,
  };
  expect(daysBetween(facts.today, alone)).toBeGreaterThan(3);
  expect(marketDay(forecastFarm(facts, [move]), 'TRT-1', 280)).toBe(alone);
  expect(says(200, 180, [move])).toMatch(/days later than thought$/);
});

test('a mean that rises because the large ones were taken to a tank of their own is no growth: the day stays that of the grown', () => {
  const facts = farm(200);
  const grade = (day: number): PlanStep => ({
    ...{ id: 's', groupId: 'g', kind: 'move', day: addDays(facts.today, day), lotCode: 'TRT-1', version: 1 },
    ...{ speciesCode: 'rainbow-trout', cropCode: null, fromPlaceId: 'k1', toPlaceId: 'k2' },
    ...{ count: Math.round(facts.fish[0]!.count * 0.1), detail: { overG: 250 } },
  });
  const forecast = forecastFarm(facts, [grade(20)]);
  const large = forecast.fish.find((s) => s.placeId === 'k2')!;
  expect(large.meanG[0]).toBeGreaterThan(280);
  const alone = marketDay(forecastFarm(facts, []), 'TRT-1', 280)!;
  // Those that stay are the smaller: they take a little longer, and nobody is ready on the day of the grading.
  expect(marketDay(forecast, 'TRT-1', 280)! >= alone).toBe(true);
});
