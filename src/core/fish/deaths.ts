import type { Species } from '../library/types';

/**
 * Survival of growing-out as it was published, and the share a day at 100 g that gives it, by code of species. Those not named are
 * planned with 95 % from 20 to 500 g in 300 days. Nile and red tilapia: 98.3 % from 79 to 814 g and 89.9 % from 59 to 513 g, each
 * in 24 weeks (Rakocy et al. 2004, 6th Int. Symp. Tilapia Aquaculture). Prawns: about 60 % from 1 to 35 g in 140 days, of the 40 to
 * 80 % that New (2002), FAO Fisheries Technical Paper 428, gives; crayfish are planned with the middle of what is usual, 70 % in 180.
 */
const AT_100_G: Readonly<Record<string, number>> = {
  'nile-tilapia': 1.4e-4,
  'red-tilapia': 7.7e-4,
  'giant-freshwater-prawn': 1.65e-3,
  'redclaw-crayfish': 1.0e-3,
};

/** 95 % from 20 to 500 g in 300 days. Planning default. */
const USUAL_AT_100_G = 1.79e-4;

/**
 * Small fish die sooner: the rate goes with weight to this power. Lorenzen (1996), J. Fish Biol. 49: 627–647, found about −0.3 in
 * lakes and rivers and somewhat steeper in tanks.
 */
const BY_WEIGHT = -0.3;

/** Below this weight fry are another matter, and the farm buys them larger. */
const LEAST_G = 0.5;
const MOST_A_DAY = 0.05;

type Mortal = Pick<Species, 'code' | 'deathsTimes'>;

/**
 * Share of fish of a weight that dies in a day, 0 to 0.05: as published for the species and by size, times what the farm's own deaths
 * have shown where it reckons with them.
 * @param meanG weight of one fish, g
 */
export function dailyDeaths({ code, deathsTimes = 1 }: Mortal, meanG: number): number {
  const rate = AT_100_G[code] ?? USUAL_AT_100_G;
  return Math.min(MOST_A_DAY, rate * deathsTimes * (Math.max(LEAST_G, meanG) / 100) ** BY_WEIGHT);
}

/** Fish of one weight over some days: what a farm's own deaths are held against. */
export interface FishDays {
  days: number;
  count: number;
  meanG: number;
}

/** How many of them should have died by the published rates. */
export function expectedDeaths(species: Mortal, lived: readonly FishDays[]): number {
  return lived.reduce(
    (sum, { days, count, meanG }) => sum + count * days * dailyDeaths({ code: species.code }, meanG),
    0,
  );
}

/** As many expected deaths as this are believed as much as the published rate. Planning default. */
const BELIEVED_DEATHS = 50;
const TIMES_RANGE = [0.2, 5] as const;

/** Fewer expected deaths than these say nothing of a farm. Planning default. */
export const LEAST_EXPECTED = 20;

/** Where fewer are in the books, nobody wrote them down rather than that none died. Planning default. */
export const LEAST_DIED = 5;

/**
 * What a farm's own deaths came to against the published rate; null: too few fish have lived there for long enough to say, or so few
 * deaths are in the books that they cannot have been kept.
 */
export function ownDeathsTimes(died: number, expected: number): number | null {
  if (expected < LEAST_EXPECTED || died < LEAST_DIED) return null;
  const times = (died + BELIEVED_DEATHS) / (expected + BELIEVED_DEATHS);
  return Number(Math.min(TIMES_RANGE[1], Math.max(TIMES_RANGE[0], times)).toFixed(2));
}
