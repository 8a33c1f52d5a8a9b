import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { RuleBroken } from '../../src/core/errors';
import { scienceTables } from '../../src/core/sums/scienceTable';
import { isChoice, type SumValues } from '../../src/core/sums/sum';
import { rules, startOf, SUMS, workOut } from '../../src/core/sums/sums';

const refusal = (name: string, given: SumValues) => {
  try {
    workOut(name, given);
    return null;
  } catch (error) {
    return error instanceof RuleBroken ? error : null;
  }
};

describe('the registry of calculations', () => {
  test('names are unique, and each has a formula and a source', () => {
    expect(new Set(SUMS.map((s) => s.name)).size).toBe(SUMS.length);
    expect(SUMS.length).toBeGreaterThan(45);
    for (const s of SUMS) expect([s.name, s.formula.length > 3, s.source.length > 5]).toEqual([s.name, true, true]);
  });

  test.each(SUMS.map((s) => [s.name, s] as const))(
    '%s works with what it begins with, and shows its working',
    (name, sum) => {
      const { value, working, unit } = workOut(name, startOf(sum));
      expect(Number.isFinite(value)).toBe(true);
      expect(working.length).toBeGreaterThan(0);
      expect(unit).toBe(sum.result.unit);
    },
  );

  test.each(SUMS.map((s) => [s.name, s] as const))(
    '%s refuses what is out of range, missing or unknown, in words',
    (name, sum) => {
      const start = startOf(sum);
      for (const field of sum.inputs) {
        const { [field.name]: _left, ...rest } = start;
        expect(refusal(name, rest)).toMatchObject({ field: field.name });
        if (isChoice(field)) {
          expect(refusal(name, { ...start, [field.name]: 'no such' })!.message).toMatch(/not in the library/);
          continue;
        }
        const [low, high] = field.range;
        for (const bad of [low - 1, high * 2 + 1, NaN]) {
          const given = field.many ? [bad] : bad;
          expect(refusal(name, { ...start, [field.name]: given })!.message).toMatch(/must be between/);
        }
        expect(refusal(name, { ...start, [field.name]: 'many' })).toMatchObject({ field: field.name });
      }
      expect(refusal(name, { ...start, more: 1 })!.message).toMatch(/is not asked for/);
    },
  );

  test('published figures come out', () => {
    expect(workOut('unionised-share', { pH: 8, waterTempC: 25 }).value).toBeCloseTo(5.38, 1);
    expect(workOut('oxygen-saturation', { waterTempC: 20, altitudeM: 0, salinityPpt: 0 }).value).toBeCloseTo(9.09, 1);
    expect(workOut('ammonia-from-feed', { feedG: 10_000, proteinFraction: 0.4 }).value).toBeCloseTo(368, 6);
    expect(workOut('feed-stop', { purgeDays: 6, inPlace: 0 }).value).toBe(7);
    expect(workOut('short', { supply: [100, 0, 80, 0, 60], owed: [40, 40, 40, 40, 40], keepsDays: 2 }).value).toBe(0);
    expect(workOut('short', { supply: [30], owed: [40], keepsDays: 2 }).value).toBe(10);
  });

  test('what a Why rests on is registered', () => {
    const files = ['explain', 'explainFish', 'explainLife', 'water/judge'].map((f) =>
      readFileSync(`src/core/${f}.ts`, 'utf8'),
    );
    const named = [...files.join('\n').matchAll(/\bby\(([^)]*)\)/g)].flatMap((m) =>
      [...m[1]!.matchAll(/'([^']+)'/g)].map((n) => n[1]!),
    );
    expect(named.length).toBeGreaterThan(20);
    expect(rules(named).every((r) => r.formula.length > 0)).toBe(true);
  });

  test('docs/science.md is current: npm run sum -- --docs writes it', () => {
    expect(readFileSync('docs/science.md', 'utf8')).toContain(scienceTables());
  });
});
