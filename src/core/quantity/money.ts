import { say, speech, writtenNumber } from '../words/words';
/** Money is whole minor units (cents; for yen, yen itself) everywhere but on a screen. Nothing else multiplies by 100. */

const digitsKnown = new Map<string, number>();
const formatters = new Map<string, Intl.NumberFormat>();

/** How many decimals a currency has: 2 for the euro, 0 for yen, 3 for the Kuwaiti dinar. An unknown one has 2. */
export function currencyDigits(currency: string): number {
  const known = digitsKnown.get(currency);
  if (known !== undefined) return known;
  let digits = 2;
  try {
    digits = new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
  } catch {
    // Not a currency code at all: shown with two decimals.
  }
  digitsKnown.set(currency, digits);
  return digits;
}

/** An amount as typed, in the currency’s main unit, to whole minor units. */
export function toMinor(amount: number, currency: string): number {
  return Math.round(amount * 10 ** currencyDigits(currency));
}

/** Minor units to what is typed and read. */
export function toMajor(minor: number, currency: string): number {
  return minor / 10 ** currencyDigits(currency);
}

/** Minor units as people write money. */
export function formatMoney(minor: number, currency: string): string {
  return written(minor, currency, {});
}

/** An estimate of money: three figures of it are worth saying, and from ten on no decimals. */
export function formatAboutMoney(minor: number, currency: string): string {
  const amount = Math.abs(toMajor(minor, currency));
  if (amount < 10) return formatMoney(minor, currency);
  return written(Number(minor.toPrecision(3)), currency, { maximumFractionDigits: 0 });
}

const NUMERALS = new Set(['integer', 'group', 'decimal', 'fraction']);

/** The sign where the locale puts it; the number marked as all its numbers are, which some locales do not do for money. */
function written(minor: number, currency: string, how: { maximumFractionDigits?: number }): string {
  const amount = toMajor(minor, currency);
  const digits = how.maximumFractionDigits ?? currencyDigits(currency);
  try {
    const parts = signsOf(currency).formatToParts(amount);
    const number = writtenNumber(Math.abs(amount), digits);
    const first = parts.findIndex((p) => p.type === 'integer');
    return parts.map((p, i) => (i === first ? number : NUMERALS.has(p.type) ? '' : p.value)).join('');
  } catch {
    return say`${amount.toFixed(digits)} ${currency}`;
  }
}

function signsOf(currency: string): Intl.NumberFormat {
  const { locale } = speech();
  const key = `${locale} ${currency}`;
  let formatter = formatters.get(key);
  if (!formatter) formatters.set(key, (formatter = new Intl.NumberFormat(locale, { style: 'currency', currency })));
  return formatter;
}
