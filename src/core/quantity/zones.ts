/** A name of a time zone as people choose it: by region, never by hours, which databases and browsers read the other way round. */
export function isTimeZone(name: unknown): name is string {
  if (typeof name !== 'string' || !/^[A-Za-z][\w+-]*(\/[\w+-]+)*$/.test(name)) return false;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

let currencies: ReadonlySet<string> | null = null;

/** A currency of ISO 4217 that money can be written in. */
export function isCurrency(code: unknown): code is string {
  currencies ??= new Set(Intl.supportedValuesOf('currency'));
  return typeof code === 'string' && currencies.has(code);
}
