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
export function requireWithin(field: string, value: number, [low, high]: readonly [number, number]): void {
  if (value >= low && value <= high) return;
  const range = high === Infinity ? `${low} or more` : `between ${low} and ${high}`;
  throw new RuleBroken(field, `${field} is ${value}; it must be ${range}.`);
}
