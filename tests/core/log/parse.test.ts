import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parseLogLine, type LogContext } from '../../../src/core/log/parse';
import { weightFault } from '../../../src/core/log/verbs/words';
import { readingFault } from '../../../src/core/water/readings/readings';
import { METRIC } from '../../../src/core/quantity/units';

const holding = { meanG: null, cropName: null, unit: null, daysToRipe: null };
const context: LogContext = {
  loops: [{ id: 'L1', code: 'heron', name: 'Heron' }],
  places: ['H3', 'H4', 'H5', 'R2', 'R4', 'M1'].map((code) => ({ id: code, code })),
  holdings: [
    { ...holding, placeId: 'H3', lotId: 'a', lotCode: 'HSB-11', kind: 'fish', count: 640, meanG: 312 },
    { ...holding, placeId: 'H5', lotId: 'b', lotCode: 'HSB-8', kind: 'fish', count: 300, meanG: 600 },
    { ...holding, placeId: 'H5', lotId: 'c', lotCode: 'HSB-9', kind: 'fish', count: 200, meanG: 500 },
    {
      ...holding,
      placeId: 'R2',
      lotId: 'd',
      lotCode: 'OAK-1',
      kind: 'plants',
      count: 120,
      cropName: 'oakleaf lettuce',
      unit: 'head',
      daysToRipe: 2,
    },
    {
      ...holding,
      placeId: 'R2',
      lotId: 'e',
      lotCode: 'OAK-0',
      kind: 'plants',
      count: 118,
      cropName: 'oakleaf lettuce',
      unit: 'head',
      daysToRipe: -1,
    },
    {
      ...holding,
      placeId: 'R4',
      lotId: 'f',
      lotCode: 'MIZ-1',
      kind: 'plants',
      count: 400,
      cropName: 'mizuna',
      unit: 'kg',
      daysToRipe: 0,
      nextStage: 1,
    },
  ],
  units: METRIC,
};
const parse = (text: string, over: Partial<LogContext> = {}) => parseLogLine(text, { ...context, ...over });
const meaning = (text: string) => {
  const parsed = parse(text);
  return parsed.ok ? parsed.meaning : `not understood: ${parsed.message}`;
};
const refusal = (text: string, over: Partial<LogContext> = {}) => {
  const parsed = parse(text, over);
  return parsed.ok ? `understood: ${parsed.meaning}` : parsed.message;
};

describe('what a hand types', () => {
  test('deaths', () => {
    expect(parse('H3 dead 4')).toMatchObject({ ok: true, command: 'fish.dead@1', body: { lotId: 'a', count: 4 } });
    expect(meaning('h3 DEAD 4')).toBe('4 dead from HSB-11 in H3, 636 left');
  });

  test('a sample, with how far it is from the forecast', () => {
    expect(meaning('H3 weigh 298 341 322 307')).toBe('Sample of 4 from HSB-11 in H3, mean 317 g, 5.0 g over forecast');
  });

  test('weights with a decimal comma, and in ounces for those who weigh so', () => {
    expect(parse('H3 weigh 298,5')).toMatchObject({ ok: true, body: { weightsG: [298.5] } });
    const us = parse('H3 weigh 11', { units: { mass: 'us', temperature: 'F' } });
    expect(us.ok && (us.body.weightsG as number[])[0]!).toBeCloseTo(311.8, 1);
  });

  test('a move, with what it makes of the tank it goes to', () => {
    const roomy = {
      places: context.places.map((p) => (p.code === 'H4' ? { ...p, volumeL: 4000, densityLimitKgM3: 40 } : p)),
    };
    expect(parse('H3 move 100 H4')).toMatchObject({
      ok: true,
      body: { fromPlaceId: 'H3', lotCode: 'HSB-11', toPlaceId: 'H4', count: 100, massG: 31_200 },
    });
    const said = parse('h3 move 100 h4', roomy);
    expect(said.ok && said.meaning).toBe('100 of HSB-11, about 31.2 kg, from H3 to H4, then 7.8 of 40 kg/m³ there');
    const fed = (text: string, over = {}) => parse(text, over);
    expect(fed('H3 fed 2.4 slow')).toEqual({
      ok: true,
      command: 'fish.feed@1',
      body: { placeId: 'H3', massG: 2400, response: 'slow' },
      meaning: '2.4 kg fed in H3 today, ate slowly',
    });
    for (const text of ['H3 fed 460g', 'H3 fed 460 g', 'h3 FED 0,46 kg eager', 'H3 fed 0.46'])
      expect(fed(text)).toMatchObject({ body: { massG: 460, response: 'eager' } });
    expect(fed('H3 fed 460 g 1/4 3/4 slow')).toMatchObject({
      body: { massG: 460, response: 'slow', feedings: [1, 3] },
      meaning: '460 g fed in H3 today, feedings 1 and 3, ate slowly',
    });
    for (const wrong of ['0/4', '5/4', '1/400'])
      expect(fed(`H3 fed 460 g ${wrong}`)).toMatchObject({
        ok: false,
        message: expect.stringContaining('the first of four is 1/4'),
      });
    const us = { units: { ...METRIC, mass: 'us' as const } };
    const pounds = fed('H3 fed 2 none', us);
    expect(pounds.ok && pounds.body.massG).toBeCloseTo(907.2, 0);
    const purged = context.holdings.map((h) => ({ ...h, fasting: true }));
    expect(fed('H3 fed 1', { holdings: purged })).toMatchObject({
      ok: false,
      message: expect.stringContaining('to get no feed'),
    });
    expect(parse('H3 move all H4')).toMatchObject({ ok: true, body: { count: 640 } });
    expect(parse('H5 move 20 H4 HSB-9')).toMatchObject({ ok: true, body: { lotCode: 'HSB-9', count: 20 } });
  });

  test('heads come off the ripest planting, cut leaves by weight', () => {
    expect(parse('R2 picked 96')).toMatchObject({ ok: true, body: { lotId: 'e', quantity: 96 } });
    expect(parse('R2 picked 96 OAK-1')).toMatchObject({ ok: true, body: { lotId: 'd' } });
    expect(parse('R4 picked 4.2')).toMatchObject({ ok: true, body: { lotId: 'f', quantity: 4200 } });
    expect(meaning('R4 picked 4.2')).toContain('4.2 kg mizuna picked from MIZ-1');
  });

  test('readings, several at once, in the unit the person uses', () => {
    expect(parse('heron ph 6.4 t 17.9')).toMatchObject({
      ok: true,
      command: 'water.read@1',
      body: { values: { ph: 6.4, t: 17.9 } },
    });
    expect(meaning('heron ph 6.4 t 17.9')).toBe('Heron loop: pH 6.4, 17.9 °C');
    const fahrenheit = parse('heron t 68', { units: { mass: 'us', temperature: 'F' } });
    expect(fahrenheit.ok && (fahrenheit.body.values as Record<string, number>).t).toBe(20);
  });
});

describe('pick at the end, push, refill', () => {
  const young = (lotCode: string, count = 96) => ({
    ...holding,
    ...{ placeId: 'NB', lotId: lotCode, lotCode, kind: 'plants' as const, count, cropName: 'oakleaf lettuce' },
  });
  const withBench = (...plants: LogContext['holdings']) => ({
    places: [...context.places, { id: 'NB', code: 'NB', isBench: true }],
    holdings: [...context.holdings, ...plants],
  });

  test('the ripest is picked and the only seedlings of the crop come in, as one act', () => {
    expect(parse('R2 push 24 36', withBench(young('OAK-9')))).toEqual({
      ok: true,
      command: 'plants.conveyor@1',
      body: { placeId: 'R2', lotId: 'e', quantity: 24, refillLotId: 'OAK-9', refillCount: 36 },
      meaning: '24 oakleaf lettuce picked from OAK-0 in R2, 94 left standing; 36 of OAK-9 come in',
    });
    expect(parse('R2 push 24')).toMatchObject({ ok: true, body: { lotId: 'e', quantity: 24 } });
  });

  test('of several on the bench the one that is named; more than there are, or none, is refused in words', () => {
    const two = withBench(young('OAK-8'), young('OAK-9'));
    expect(refusal('R2 push 24 36', two)).toMatch(/OAK-8 and OAK-9 are on the bench: add the one that comes in/);
    expect(parse('R2 push 24 36 OAK-9', two)).toMatchObject({ ok: true, body: { refillLotId: 'OAK-9' } });
    expect(refusal('R2 push 24 97', withBench(young('OAK-9')))).toMatch(/OAK-9 has 96 on the bench; 97 cannot come in/);
    expect(refusal('R2 push 24 36')).toMatch(/No oakleaf lettuce is on a bench/);
    expect(refusal('R2 push 240')).toMatch(/240 cannot have been picked/);
  });
});

describe('what it refuses, in words', () => {
  test.each([
    ['', /Start with a place/],
    ['Z9 dead 4', /There is no place or loop “Z9”/],
    ['H9 dead 4', /Near it: H3, H4, H5/],
    ['H3', /After H3 say dead, weigh, move, fed, picked, lost, up, push, respace or clear/],
    ['H3 explode', /say dead, weigh, move, fed, picked, lost, up, push, respace or clear/],
    ['H3 fed', /Give how much was fed/],
    ['H3 fed lots', /“lots” is not a number/],
    ['H3 fed 0', /above 0/],
    ['H3 fed 460', /460 kg for 200 kg of fish\? Check the unit; for small amounts write 460 g/],
    ['H3 fed 2.4 greedy', /say how they ate: eager, slow, none/],
    ['H3 fed 2.4 slow eager', /say how they ate/],
    ['H4 fed 2', /no fish in H4/],
    ['H3 move', /Give how many move, or all/],
    ['H3 move 100', /Say where to, like H3 move 100 H4/],
    ['H3 move 0 H4', /not a count of fish/],
    ['H3 move 2.5 H4', /not a count of fish/],
    ['H3 move 641 H4', /H3 holds 640 of HSB-11; 641 is more than that/],
    ['H3 move 10 H7', /There is no place “H7”. Near it: H3, H4, H5/],
    ['H3 move 10 H3', /They are there already/],
    ['H3 move 10 H4 now', /Say where to/],
    ['H5 move 10 H4', /add the one you mean/],
    ['H3 dead', /Give how many died/],
    ['H3 dead four', /“four” is not a number/],
    ['H3 dead -2', /not a count of dead fish/],
    ['H3 dead 2.5', /not a count of dead fish/],
    ['H3 dead 641', /H3 holds 640 fish; 641 cannot have died/],
    ['H3 dead 1 2', /one number/],
    ['H4 dead 1', /There are no fish in H4/],
    ['H5 dead 1', /H5 holds HSB-8 and HSB-9: add the one you mean/],
    ['H3 weigh', /Give the weights/],
    ['H3 weigh 0', /weighs more than 0/],
    ['H3 weigh -300', /weighs more than 0/],
    ['H3 weigh 0.4', /should be about 312 g. Check the unit/],
    ['H3 weigh 99999', /heavier than any fish/],
    ['R2 picked 500', /500 cannot have been picked/],
    ['R2 picked 0', /above 0/],
    ['R2 picked 1.5', /whole pieces/],
    ['R4 picked 900', /too much to be true/],
    ['M1 picked 3', /nothing growing in M1/],
    ['heron', /Give a reading/],
    ['heron ph', /Give a value for pH/],
    ['heron ph 14.2', /pH 14.2 is outside 3 to 11/],
    ['heron t 80', /temperature 80 is outside/],
    ['heron colour 4', /“colour” is not a reading/],
    ['heron ph 6 ph 7', /given twice/],
    [`H3 dead ${'1'.repeat(500)}`, /a log line has at most 400/],
  ])('“%.30s”', (text, words) => {
    expect(refusal(text)).toMatch(words);
  });

  test('any text at all gets an answer, never a crash', () => {
    const words = fc.constantFrom(
      'H3',
      'H5',
      'R2',
      'R4',
      'heron',
      'dead',
      'weigh',
      'picked',
      'ph',
      't',
      'HSB-8',
      '4',
      '-1',
      '1e9',
      '0.4',
      'NaN',
      '∞',
      '',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(words, { maxLength: 8 }).map((w) => w.join(' ')),
        ),
        (text) => {
          const parsed = parse(text);
          if (parsed.ok) expect(parsed.meaning.length).toBeGreaterThan(5);
          else expect(parsed.message.length).toBeGreaterThan(5);
        },
      ),
      { numRuns: 500 },
    );
  });
});

test('limits come with their reason', () => {
  expect(readingFault('do', 30)).toMatch(/water cannot hold more/);
  expect(readingFault('do', 7)).toBeNull();
  expect(weightFault(312, null, METRIC)).toBeNull();
  expect(weightFault(4000, 312, METRIC)).toMatch(/4.0 kg\? These fish should be about 312 g/);
});

test('a place that was renamed still answers to its old code; one that has the code now comes first', () => {
  const renamed = { ...context, places: [...context.places, { id: 'N7', code: 'N7', formerCodes: ['OLD7', 'H3'] }] };
  expect(parseLogLine('old7 clear', renamed)).not.toMatchObject({
    message: expect.stringContaining('no place or loop'),
  });
  expect(parseLogLine('H3 dead 2', renamed)).toMatchObject({ ok: true });
});

describe('beds on the log line', () => {
  test('re-spacing names how many stand and how many did not make it', () => {
    expect(parse('R4 respace 380 12')).toMatchObject({
      ok: true,
      command: 'plants.moveOn@1',
      body: { placeId: 'R4', toPlaceId: 'R4', lotId: 'f', stage: 1, count: 380, lost: 12 },
    });
    expect(parse('R4 respace all')).toMatchObject({ ok: true, body: { count: 400, lost: 0 } });
    expect(refusal('R4 respace 395 12')).toMatch(/400 of MIZ-1 stand in R4/);
    expect(refusal('R2 respace 20 OAK-1')).toMatch(/last spacing already/);
  });

  test('of several plantings in a bed the one to clear is named', () => {
    expect(parse('R4 clear')).toMatchObject({ ok: true, command: 'plants.clearNow@1', body: { lotId: 'f' } });
    expect(parse('R2 clear OAK-1')).toMatchObject({ ok: true, body: { lotId: 'd' } });
    expect(refusal('R2 clear')).toMatch(/Several stand in R2: add the one you mean, like OAK-0/);
    expect(refusal('R4 clear 12')).toMatch(/“12” is no planting of R4/);
  });
});
