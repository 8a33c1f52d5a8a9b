/** The one error the core throws: what is wrong, the value and the limit, shown to people as it stands. */
export class RuleBroken extends Error {
  override readonly name = 'RuleBroken';
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Refuses a number outside its range. NaN fails both comparisons, so it is refused as well.
 * @throws {RuleBroken} naming the field, the value and the range
 */
export function requireWithin(field: string, value: number, range: readonly [number, number]): void {
  // Read by index and refused elsewhere; callers a forecast runs a million times pass one constant range.
  if (!(value >= range[0] && value <= range[1])) refuseOutside(field, value, range[0], range[1]);
}

function refuseOutside(field: string, value: number, low: number, high: number): never {
  const range = high === Infinity ? `${low} or more` : `between ${low} and ${high}`;
  throw new RuleBroken(field, `${field} is ${value}; it must be ${range}.`);
}
