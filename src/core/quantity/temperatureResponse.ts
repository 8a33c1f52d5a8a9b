import { say } from '../words/words';
import { RuleBroken } from '../errors';

/** Cardinal temperatures, °C. */
export interface Cardinals {
  tempMinC: number;
  tempOptC: number;
  tempMaxC: number;
}

/**
 * Share of the best possible rate at a temperature: a beta curve, 0 at both ends and 1 at the optimum.
 * Yan & Hunt (1999), Annals of Botany 84: 607–614. Used for fish growth and for crop development.
 * @param tempC °C; outside the two ends the answer is 0
 * @returns 0 to 1
 * @throws {RuleBroken} when the three temperatures are not in rising order
 */
export function temperatureResponse(tempC: number, { tempMinC, tempOptC, tempMaxC }: Cardinals): number {
  if (!(tempMinC < tempOptC && tempOptC < tempMaxC)) {
    throw new RuleBroken(
      'tempOptC',
      say`The best temperature (${tempOptC}) must lie between ${tempMinC} and ${tempMaxC} °C.`,
    );
  }
  if (Number.isNaN(tempC)) throw new RuleBroken('tempC', say`The temperature is not a number.`);
  if (tempC <= tempMinC || tempC >= tempMaxC) return 0;
  const falling = (tempMaxC - tempC) / (tempMaxC - tempOptC);
  const rising = (tempC - tempMinC) / (tempOptC - tempMinC);
  return falling * rising ** ((tempOptC - tempMinC) / (tempMaxC - tempOptC));
}
