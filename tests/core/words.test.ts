import { afterEach, describe, expect, test } from 'vitest';
import { phrasesOf } from '../../scripts/lib/words.mjs';
import { formatMoney } from '../../src/core/quantity/money';
import { readNumber } from '../../src/core/quantity/readNumber';
import { shortDay } from '../../src/core/quantity/sayDay';
import { formatArea, formatLoad, formatMass, formatNumber, METRIC } from '../../src/core/quantity/units';
import { all, HOME, oneOf, plural, say, speakFrom, told, word } from '../../src/core/words/words';
import catalogue from '../../src/words/catalogue.json';
import { module as accents } from '../../src/words/languages/en-XA';
import { knownLocale, LOCALES } from '../../src/words/locales';
import { tongueOf } from '../../src/words/tongue';

const speakAs = (locale: string, messages: Record<string, string> | null = null) => {
  const tongue = messages && tongueOf({ code: locale, name: locale, messages });
  speakFrom(() => ({ ...HOME, locale, tongue }));
};

afterEach(() => speakFrom(() => HOME));

const US = { mass: 'us', temperature: 'F' } as const;

describe('the person’s locale', () => {
  test('numbers, days and money are written as in the country', () => {
    const written = () => [formatNumber(1234.5, 1), shortDay('2026-11-26'), formatMoney(123_456, 'EUR')];
    expect(written()).toEqual(['1,234.5', '26 Nov', '€1,234.56']);
    speakAs('en-US');
    expect(written()).toEqual(['1,234.5', 'Nov 26', '€1,234.56']);
    speakAs('en-DE');
    expect(written().slice(0, 2)).toEqual(['1.234,5', '26 Nov']);
    expect(written()[2]).toBe('€1.234,56');
  });

  test('money has the decimals of its currency, whoever reads it', () => {
    speakAs('en-DE');
    expect(formatMoney(1234, 'JPY')).toMatch(/1\.234/);
    expect(formatMoney(1234, 'KWD')).toMatch(/1,234/);
  });

  test('a mass in a sentence keeps the marks of the locale', () => {
    speakAs('en-DE');
    expect(formatMass(18_400, METRIC)).toBe('18,4 kg');
    expect(say`${1234} fish`).toBe('1.234 fish');
  });

  test.each([
    ['en-GB', '1,234', 1234],
    ['en-GB', '3,4', 3.4],
    ['en-GB', '0,250', 0.25],
    ['en-GB', '12 500', 12500],
    ['en-DE', '1.234', 1234],
    ['en-DE', '1.234,5', 1234.5],
    ['en-DE', '3.4', 3.4],
    ['en-CH', '1’234.5', 1234.5],
    ['en-GB', '-0.5', -0.5],
    ['en-GB', 'many', null],
    ['en-GB', '1,2,3', null],
    ['en-GB', '', null],
  ])('in %s “%s” is read as %s', (locale, typed, number) => {
    speakAs(locale);
    expect(readNumber(typed)).toBe(number);
  });

  test('every locale that may be chosen is one that numbers can be written in', () => {
    expect(LOCALES.map((l) => knownLocale(l))).toEqual([...LOCALES]);
    expect(knownLocale('no such tag!')).toBeNull();
    expect(knownLocale(undefined)).toBeNull();
  });
});

describe('units of the United States', () => {
  test('areas and feed on them are in square feet', () => {
    expect(formatArea(100, METRIC)).toBe('100 m²');
    expect(formatArea(100, US)).toBe('1,076 ft²');
    expect(formatLoad(60, METRIC)).toBe('60 g/m²');
    // 60 g on 10.764 ft²: 5.574 g on one, 12.29 lb on a thousand
    expect(formatLoad(60, US)).toBe('12.3 lb/1,000 ft²');
  });
});

describe('another language', () => {
  const KIELISH = {
    '{0} fish in {1}': 'in {1} sind {0} Fische',
    Weight: 'Gewicht',
    '{0}, if any': '{0}, falls vorhanden',
    '{0, plural, one {# day} other {# days}}': '{0, plural, one {# Tag} other {# Tage}}',
    broken: '{0, plural,',
  };

  test('says a sentence in its own order', () => {
    speakAs('de', KIELISH);
    expect(say`${12} fish in ${'H3'}`).toBe('in H3 sind 12 Fische');
  });

  test('a constant made before anyone asked is told to whoever asks', () => {
    const label = word`Weight`;
    const composed = word`${label}, if any`;
    expect(told(composed)).toBe('Weight, if any');
    speakAs('de', KIELISH);
    expect(told(label)).toBe('Gewicht');
    expect(told(composed)).toBe('Gewicht, falls vorhanden');
  });

  test('one and many have their own forms', () => {
    expect([1, 2, 0].map((n) => plural(n, '# day', '# days'))).toEqual(['1 day', '2 days', '0 days']);
    speakAs('de', KIELISH);
    expect([1, 2].map((n) => plural(n, '# day', '# days'))).toEqual(['1 Tag', '2 Tage']);
  });

  test('what its file does not say, or says wrongly, is said in English; names stay as they are', () => {
    speakAs('de', KIELISH);
    expect(say`Nothing of the file`).toBe('Nothing of the file');
    expect(told('broken')).toBe('broken');
    expect(told('toString')).toBe('toString');
    expect(told('H3')).toBe('H3');
  });

  test('lists are joined as the language joins them', () => {
    expect(all(['H1', 'H2', 'H3'])).toBe('H1, H2 and H3');
    speakAs('de', {});
    expect(oneOf(['H1', 'H2', 'H3'])).toBe('H1, H2 oder H3');
  });
});

describe('the catalogue', () => {
  test('finds what a file says', () => {
    const code = 'const a = say`${n} fish`; const b = word`Feed`; const c = plural(n, "# day", "# days");';
    expect(phrasesOf('x.ts', code)).toEqual(['{0} fish', 'Feed', '{0, plural, one {# day} other {# days}}']);
    expect(() => phrasesOf('x.ts', 'plural(n, one, other)')).toThrow(/two forms/);
  });

  test('every phrase can be said in another language, with its values where they were', () => {
    const tongue = tongueOf(accents);
    const values = Array.from({ length: 12 }, (_, i) => 3000 + i);
    for (const id of catalogue) {
      const said = tongue.phrase(id, values);
      expect(said, id).not.toBeNull();
      for (const [, i] of id.startsWith('{0, plural') ? [] : id.matchAll(/\{(\d+)\}/g))
        expect(said, id).toContain(String(3000 + Number(i)));
    }
  });

  test('accented words are half as long again, and none is left plain', () => {
    const said = tongueOf(accents).phrase('Fish moved', [])!;
    expect(accents.messages['Fish moved']).toBeDefined();
    expect(said).not.toMatch(/[A-Za-z]{2}/);
    expect(said.length).toBeGreaterThan('Fish moved'.length * 1.2);
  });
});
