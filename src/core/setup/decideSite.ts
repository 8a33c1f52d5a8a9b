import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Said, type Taken } from '../acts/effects';
import type { Cover } from '../facts/farm';
import { say } from '../words/words';
import { coveredAirC, heldWaterC, lightMol } from './climate';
import { climateOfHouse, type HousePart, type LoopMonths, type Site, type SiteBecomes } from './houses';
import { STALE } from './kept';

/** A house as it stands in the books; `house` is null where nobody said what it is. */
export interface HouseKnown {
  id: string;
  version: number;
  name: string;
  house: HousePart | null;
}

export interface SiteKnown {
  version: number;
  latitude: number | null;
  altitudeM: number | null;
  loops: readonly LoopMonths[];
  houses: readonly HouseKnown[];
}

const MONTHS = Array.from({ length: 12 }, (_, i) => i);
const round = (v: number) => Math.round(v * 10) / 10;
const within = (v: number, low: number, high: number) => round(Math.min(high, Math.max(low, v)));

/**
 * The farm stands elsewhere than was said: the months of air and light of every loop and house follow, by as much as the two places
 * differ, so that what the farm knew better stays. The water follows where somebody said between what it is held.
 */
export function decideSite(known: SiteKnown, to: Site & { version: number }): Decision<Taken<Said>> {
  return decide(() => {
    if (known.version !== to.version) refuse('form', STALE());
    const site = { latitude: to.latitude, altitudeM: to.altitudeM };
    const was = known.latitude === null ? null : { latitude: known.latitude, altitudeM: known.altitudeM ?? 0 };
    const became: SiteBecomes = {
      ...site,
      loops: known.loops.map((loop) => monthsThere(loop, was, site)),
      houses: known.houses.flatMap(({ id, house }) => (house ? [{ id, ...climateOfHouse(house, site) }] : [])),
    };
    const fixed = known.loops.filter((l) => l.held === null).length;
    const notes = fixed > 0 ? [say`The water’s months stay as they were: change them under Cohorts, Temperature.`] : [];
    return {
      effects: [{ does: 'siteChanged', version: to.version, became }],
      said: () => said(say`Kept. Air and light of every house, and all dates, follow at once.`, notes),
    };
  });
}

function monthsThere({ id, airC, lightMol: light, waterC, held }: LoopMonths, was: Site | null, to: Site) {
  const air = (s: Site) => coveredAirC(s.latitude, s.altitudeM);
  const [air1, light1] = [air(to), lightMol(to.latitude)];
  if (!was) return { id, airC: air1.map(round), lightMol: light1.map(round), waterC: held ? water(to, held) : waterC };
  const [air0, light0] = [air(was), lightMol(was.latitude)];
  const water0 = held && water(was, held);
  const water1 = held && water(to, held);
  return {
    id,
    airC: MONTHS.map((i) => within(airC[i]! + air1[i]! - air0[i]!, -60, 60)),
    lightMol: MONTHS.map((i) => within(light0[i]! > 1 ? (light[i]! * light1[i]!) / light0[i]! : light1[i]!, 0, 120)),
    waterC: water0 && water1 ? MONTHS.map((i) => within(waterC[i]! + water1[i]! - water0[i]!, ...held)) : waterC,
  };
}

const water = (s: Site, held: readonly [number, number]) => heldWaterC(s.latitude, s.altitudeM, held).map(round);

export interface HouseWish extends Omit<HousePart, 'name'> {
  id: string;
  version: number;
  cover: Cover;
}

/** What a house is, and what is held in it, from now on. */
export function decideHouse(
  { houses, latitude, altitudeM }: Pick<SiteKnown, 'houses' | 'latitude' | 'altitudeM'>,
  wish: HouseWish,
): Decision<Taken<Said>> {
  return decide(() => {
    const { id, version, ...part } = wish;
    const known = houses.find((h) => h.id === id);
    if (!known) return refuse('form', say`That house is not on this farm (any more).`);
    if (known.version !== version) refuse('form', STALE());
    const house: HousePart = { name: known.name, ...part };
    const faults = houseFaults(house);
    for (const [field, words] of Object.entries(faults)) refuse(field, words);
    if (latitude === null && house.cover !== 'closed')
      refuse('form', say`Say first where the farm stands: daylight and weather follow from its latitude.`);
    const climate = climateOfHouse(house, { latitude: latitude ?? 0, altitudeM: altitudeM ?? 0 });
    return {
      effects: [{ does: 'houseChanged', houseId: id, version, became: { house, climate } }],
      said: () => said(say`${known.name}: kept. What grows there gets its own air and light in the plan.`),
    };
  });
}

/** What cannot be of a house, by its field. */
export function houseFaults({ cover, lampHours, umolM2S, monthsC }: HousePart): Record<string, string> {
  const faults: Record<string, string> = {};
  if (cover === 'closed' && !umolM2S)
    faults.umolM2S = say`Without daylight nothing grows but by lamps: say what they give.`;
  if (umolM2S && !lampHours) faults.lampHours = say`Say how many hours a day the lamps burn.`;
  if (lampHours && !umolM2S) faults.umolM2S = say`Say what the lamps give at the leaves.`;
  if (monthsC && monthsC.length !== 12) faults.monthsC = say`Give a temperature for each of the twelve months.`;
  return faults;
}
