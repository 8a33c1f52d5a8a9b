import { say } from './words/words';
import { formatNumber } from './quantity/units';

/** Fish that die in a day without anyone wondering, as a share of those in the tank, and in number. Planning default. */
const USUAL_SHARE = 0.1;
const USUAL_FEW = 3;
/** Feed over so many times the day's ration is a slip of the finger or of the unit. Planning default. */
const RATIONS = 2.5;

/** What to ask when so many deaths are typed; null: it is a usual number. */
export function askDeaths(dead: number, there: number): string | null {
  if (dead <= USUAL_FEW || dead <= there * USUAL_SHARE) return null;
  return say`${formatNumber(dead)} of ${formatNumber(there)} fish dead, ${Math.round((dead / there) * 100)} % of them. Is that so?`;
}

/** What to ask when so much feed is typed for a tank; null: it is near its ration. Masses in g. */
export function askFeed(massG: number, rationG: number, biomassG: number): string | null {
  const most = Math.max(rationG * RATIONS, biomassG * 0.005, 20);
  if (massG <= most) return null;
  const ration =
    rationG > 0 ? say`the day’s ration is ${formatNumber(rationG)} g` : say`nothing is to be fed here today`;
  return say`${formatNumber(massG)} g of feed: ${ration}. Is the amount right?`;
}
