import { describe, expect, test } from 'vitest';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { addDays } from '../../../src/core/quantity/days';
import { METRIC } from '../../../src/core/quantity/units';
import { buildRound, jobForm, type Job, type RoundView } from '../../../src/core/tasks/round';
import type { OpenFinding, ScoutingView } from '../../../src/core/tasks/source';
import { SIGN_CODES, SIGNS } from '../../../src/core/crops/signs';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { aFarm, aPlace } from '../farm';

const TODAY = '2026-06-01';
const lettuce = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const bed = (id: string, walk: string) =>
  aPlace({ ...{ id, kind: 'bed', code: id.toUpperCase(), walk, positions: 50 } });
const planting = (placeId: string) => ({
  ...{ lotId: placeId, lotCode: `LET-${placeId}`, cropCode: lettuce.code, placeId, count: 40 },
  ...{ sownOn: addDays(TODAY, -30), transplantedOn: addDays(TODAY, -10), cutsDone: 0, lastCutOn: null },
});
const facts = aFarm({
  ...{ today: TODAY, crops: [lettuce], fish: [] },
  places: [bed('r1', 'House one'), bed('r2', 'House one'), bed('n1', 'House two'), bed('x1', 'House three')],
  plantings: [planting('r1'), planting('r2'), planting('n1')],
});
const found: OpenFinding = {
  ...{ id: 'f1', placeId: 'n1', place: 'N1', lotCode: 'LET-n1', what: 'aphids', howBad: 2, words: null },
  ...{ seenOn: addDays(TODAY, -4), lookAgainOn: TODAY },
};
const none: ScoutingView = { everyDays: 7, open: [], walked: new Map() };

function scouting(over: Partial<ScoutingView>, ahead = 0): Job[] {
  const view: RoundView = {
    ...{ day: addDays(TODAY, ahead), at: ahead, facts, forecast: forecastFarm(facts, []), steps: [], chores: [] },
    ...{ done: new Map(), saltGL: new Map(), units: METRIC, scouting: { ...none, ...over } },
  };
  return buildRound(view).filter((j) => j.id.kind === 'scout');
}

describe('walks over the beds', () => {
  test('one for each house in which something grows, with its beds to choose from', () => {
    const jobs = scouting({});
    expect(jobs.map((j) => j.id.subject).sort()).toEqual(['House one', 'House two']);
    const [one] = jobs.filter((j) => j.id.subject === 'House one');
    expect(one).toMatchObject({ place: 'House one', amount: '2 beds', lateDays: 0, minutes: 13 });
    expect(one!.detail).toMatch(/^R1 and R2 · /);
    const form = jobForm(one!);
    expect(form.fields.find((f) => f.name === 'placeId')!.options).toEqual([
      ['r1', 'R1'],
      ['r2', 'R2'],
    ]);
    expect(form.body({ what: 'nothing', howBad: '1' })).toMatchObject({ walk: 'House one', dueOn: TODAY, howBad: 1 });
  });

  test('so many days after the last one, late when nobody went, and never where the farm wants none', () => {
    const walked = new Map([
      ['House one', addDays(TODAY, -3)],
      ['House two', addDays(TODAY, -9)],
    ]);
    expect(scouting({ walked }).map((j) => [j.id.subject, j.lateDays])).toEqual([['House two', 2]]);
    expect(scouting({ walked }, 4).map((j) => j.id.subject)).toEqual(['House one']);
    expect(scouting({ walked }, 3)).toEqual([]);
    expect(scouting({ everyDays: 0 })).toEqual([]);
  });
});

describe('a second look', () => {
  const walked = new Map(['House one', 'House two'].map((w): [string, string] => [w, TODAY]));

  test('is asked for on its day at its bed, says what to look at first, and goes on being asked', () => {
    const [job] = scouting({ walked, open: [found] });
    expect(job).toMatchObject({ place: 'N1', title: 'Look again: aphids', lateDays: 0, lotCode: 'LET-n1' });
    expect(job!.detail).toContain('Undersides and growing tips');
    expect(scouting({ walked, open: [{ ...found, lookAgainOn: addDays(TODAY, -2) }] })[0]!.lateDays).toBe(2);
    expect(scouting({ walked, open: [{ ...found, lookAgainOn: null }] })).toEqual([]);
  });

  test('may find it gone, which a first look cannot', () => {
    const [job] = scouting({ walked, open: [found] });
    const form = jobForm(job!);
    expect(form.fields[0]!.options!.map(([value]) => value)).toEqual(['0', '1', '2', '3']);
    expect(form.body({ howBad: '0' })).toMatchObject({ findingId: 'f1', howBad: 0, dueOn: TODAY });
  });
});

test('every sign says what to look at first, and none names a spray or a poison', () => {
  for (const code of SIGN_CODES) {
    expect(SIGNS[code].first.length).toBeGreaterThan(20);
    expect(SIGNS[code].first).not.toMatch(/insecticide|fungicide|pyreth|neem|copper|sulphur|soap/i);
  }
});
