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
  const amount = toMajor(minor, currency);
  try {
    let formatter = formatters.get(currency);
    if (!formatter)
      formatters.set(currency, (formatter = new Intl.NumberFormat('en-GB', { style: 'currency', currency })));
    return formatter.format(amount);
  } catch {
    return `${amount.toFixed(2)} ${currency}`;
  }
}
