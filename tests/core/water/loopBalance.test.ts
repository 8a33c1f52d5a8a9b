import { describe, expect, test } from 'vitest';
import { consequences } from '../../../src/core/plan/consequences';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { reforecast } from '../../../src/core/plan/reforecast';
import { METRIC } from '../../../src/core/quantity/units';
import { ammoniaFromFeedG } from '../../../src/core/water/ammonia';
import { balanceSeries, bandOf, formatBalance } from '../../../src/core/water/loopBalance';
import type { FarmFacts, LoopFact } from '../../../src/core/facts/farm';
import { aFarm } from '../farm';

/** The farm with a bed half full of lettuce, its loop warning by nitrogen or by feed. */
function farm(over: Partial<LoopFact>): FarmFacts {
  const facts = aFarm();
  const bed = facts.places.find((p) => p.kind === 'bed')!;
  const crop = facts.crops[0]!;
  return {
    ...facts,
    loops: facts.loops.map((l) => (l.id === bed.loopId ? { ...l, ...over } : l)),
    plantings: [
      {
        lotId: 'l1',
        lotCode: 'BUT-1',
        cropCode: crop.code,
        placeId: bed.id,
        count: Math.floor(bed.positions! / 2),
        sownOn: facts.today,
        transplantedOn: facts.today,
        cutsDone: 0,
        lastCutOn: null,
      },
    ],
  };
}
const bedLoop = (facts: FarmFacts) => {
  const bed = facts.places.find((p) => p.kind === 'bed')!;
  return { bed, loop: facts.loops.find((l) => l.id === bed.loopId)!, crop: facts.crops[0]! };
};

describe('which school warns', () => {
  test('by nitrogen, the figure is what the fish give for what the plants take up', () => {
    const facts = farm({ school: 'nitrogen', bandNPercent: [100, 200] });
    const { bed, loop, crop } = bedLoop(facts);
    const forecast = forecastFarm(facts, []);
    const series = forecast.loops.get(loop.id)!;
    const species = facts.species.find((s) => s.code === facts.fish[0]!.speciesCode)!;
    const given = ammoniaFromFeedG(series.feedG[0]!, species.proteinFraction);
    const taken = (Math.floor(bed.positions! / 2) * bed.areaM2! * crop.nitrogenUptakeGM2Day) / bed.positions!;
    expect(balanceSeries(forecast, loop)[0]).toBeCloseTo((given / taken) * 100, 6);
    expect(bandOf(loop)).toEqual([100, 200]);
    expect(formatBalance(80.4, loop, METRIC)).toBe('80 %');
  });

  test('by feed it is what it was, and no uptake is worked out', () => {
    const facts = farm({});
    const { loop } = bedLoop(facts);
    const forecast = forecastFarm(facts, []);
    expect(forecast.loops.get(loop.id)!.uptakeG).toBeUndefined();
    expect(balanceSeries(forecast, loop)[0]).toBeCloseTo(
      forecast.loops.get(loop.id)!.feedG[0]! / forecast.loops.get(loop.id)!.plantedAreaM2[0]!,
      6,
    );
    expect(bandOf(loop)).toEqual(loop.bandGM2);
  });

  test('with nothing planted there is no balance', () => {
    const facts = { ...farm({ school: 'nitrogen' }), plantings: [] };
    const { loop } = bedLoop(facts);
    expect(balanceSeries(forecastFarm(facts, []), loop)[0]).toBeNaN();
  });

  test('a draft says in percent what it does, and a part forecast anew says the same as the whole', () => {
    const facts = farm({ school: 'nitrogen', bandNPercent: [100, 200] });
    const { loop } = bedLoop(facts);
    const before = forecastFarm(facts, []);
    const less = { ...facts, fish: facts.fish.map((f) => ({ ...f, count: Math.ceil(f.count / 20) })) };
    const after = forecastFarm(less, []);
    const told = consequences({
      before: { forecast: before, plan: [], promise: [] },
      after: { forecast: after, plan: [], promise: [] },
      facts,
      units: METRIC,
    }).filter((c) => c.about === 'balance');
    expect(told.map((c) => c.words).join(' ')).toMatch(/ % of its nitrogen/);
    const again = reforecast({ before, facts, plan: [], lots: new Set(['BUT-1']) });
    expect(balanceSeries(again, loop)).toEqual(balanceSeries(before, loop));
  });
});
