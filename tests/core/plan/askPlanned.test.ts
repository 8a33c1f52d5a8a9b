import { expect, test } from 'vitest';
import { harvestGroup } from '../../../src/core/plan/build';
import { askPlanned } from '../../../src/core/plan/askPlanned';
import { METRIC } from '../../../src/core/quantity/units';
import { aFarm, aPlace, aStep, ids, someTrout } from '../farm';

const apart = aPlace({ id: 'q1', kind: 'quarantine', volumeL: 3000, densityLimitKgM3: 30, loopId: null });
const base = aFarm();

const arrival = (count: number, day = '2026-06-20') =>
  aStep({ kind: 'stock', day, lotCode: 'TRT-9', toPlaceId: 'q1', count, detail: { meanG: 20 } });

test('fingerlings ordered into a quarantine tank that still holds others are asked about, another species all the more', () => {
  const tilapia = someTrout({ lotId: 'x', lotCode: 'NT-1', speciesCode: 'nile-tilapia', placeId: 'q1', referenceG: 8 });
  const facts = aFarm({ places: [...base.places, apart], fish: [...base.fish, tilapia] });
  const { asked } = askPlanned({ facts, plan: [], added: [arrival(100)], units: METRIC });
  expect(asked[0]).toBe(
    'Q1 still holds NT-1 on 20 Jun: another species, and fish in quarantine share what they carry.',
  );
  const leaves = aStep({
    kind: 'move',
    day: '2026-06-15',
    lotCode: 'NT-1',
    speciesCode: 'nile-tilapia',
    fromPlaceId: 'q1',
    toPlaceId: 'k2',
    count: 500,
  });
  expect(askPlanned({ facts, plan: [leaves], added: [arrival(100)], units: METRIC }).asked.join()).not.toMatch(
    /Q1 still holds/,
  );
});

test('more fish than a tank will hold are asked about with the day it passes its limit; few into an empty tank are not', () => {
  const facts = aFarm({ places: [...base.places, apart] });
  expect(askPlanned({ facts, plan: [], added: [arrival(6000)], units: METRIC }).asked.join('\n')).toMatch(
    /Q1 passes 30 kg\/m³ .*\nPlan it all the same\?/,
  );
  expect(askPlanned({ facts, plan: [], added: [arrival(50)], units: METRIC }).asked).toEqual([]);
});

test('a second batch into one purge tank at the same time is asked about before it is planned', () => {
  const harvest = (harvestDay: string) =>
    harvestGroup(
      {
        lotCode: 'TRT-1',
        speciesCode: 'rainbow-trout',
        tankId: 'k1',
        purgePlaceId: 'p1',
        purgeVolumeL: 3000,
        harvestDay,
        count: 60,
        purgeDays: 5,
        method: 'separate',
      },
      ids(),
    );
  const kept = harvest('2026-06-20');
  expect(askPlanned({ facts: base, plan: kept, added: harvest('2026-06-22'), units: METRIC }).asked.join()).toMatch(
    /P1 would hold two batches/,
  );
  expect(askPlanned({ facts: base, plan: kept, added: harvest('2026-06-29'), units: METRIC }).asked.join()).not.toMatch(
    /P1 would hold two batches/,
  );
});
