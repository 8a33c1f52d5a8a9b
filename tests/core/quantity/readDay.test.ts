import { afterEach, describe, expect, test } from 'vitest';
import { dayPattern, firstWeekday, numericDay, readDay } from '../../../src/core/quantity/readDay';
import { HOME, speakFrom } from '../../../src/core/words/words';

const speakAs = (locale: string) => speakFrom(() => ({ ...HOME, locale }));
afterEach(() => speakFrom(() => HOME));

describe('a day as it is typed', () => {
  test.each([
    ['en-GB', '26/11/2026', '2026-11-26'],
    ['en-GB', '3.4.26', '2026-04-03'],
    ['en-GB', '26 11', '2026-11-26'],
    ['en-US', '11/26/2026', '2026-11-26'],
    ['en-US', '3/4', '2027-03-04'],
    ['en-CA', '2026-11-26', '2026-11-26'],
    ['en-US', '2026-11-26', '2026-11-26'],
    ['en-GB', '31/02/2026', null],
    ['en-US', '26/11/2026', null],
    ['en-GB', '26/11/1926', null],
    ['en-GB', 'tomorrow', null],
    ['en-GB', '26', null],
    ['en-GB', '', null],
  ])('in %s “%s” is %s', (locale, typed, day) => {
    speakAs(locale);
    expect(readDay(typed, '2026-11-20')).toBe(day);
  });

  test('without a year it is the one nearest to what stood there', () => {
    expect(readDay('3/1', '2026-12-28')).toBe('2027-01-03');
    expect(readDay('28/12', '2027-01-03')).toBe('2026-12-28');
  });

  test('what is written is read again as the same day, wherever one is', () => {
    for (const locale of ['en-GB', 'en-US', 'en-DE', 'en-CA', 'en-SE', 'en-ZA', 'de-DE', 'fr-FR']) {
      speakAs(locale);
      expect(readDay(numericDay('2026-05-14'), '2020-01-01'), `${locale}: ${numericDay('2026-05-14')}`).toBe(
        '2026-05-14',
      );
    }
  });

  test('the pattern says how, and the week begins where it does there', () => {
    expect(dayPattern()).toBe('dd/mm/yyyy');
    speakAs('en-US');
    expect(dayPattern()).toBe('mm/dd/yyyy');
    expect([firstWeekday('en-GB'), firstWeekday('en-DE')]).toEqual([1, 1]);
  });
});
