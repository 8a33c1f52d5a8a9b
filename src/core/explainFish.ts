import type { Explanation } from './explain';
import type { CohortAccount } from './fish/cohortAccount';
import type { Species } from './library/types';
import type { PlaceFact } from './plan/types';
import { formatMass, formatNumber, type UnitChoice } from './quantity/units';

const GROWTH = 'Cube-root growth (Iwama & Tautz 1981) with a beta temperature curve (Yan & Hunt 1999).';

/** Why a cohort is taken to grow faster or slower than the library. */
export function explainPace(cohort: { lotCode: string; species: Species; pace: number; paceError: number; samples: number; weighed: number }): Explanation {
  const { species, pace, paceError } = cohort;
  return {
    title: `pace of ${cohort.lotCode}`,
    formula: `Its samples rise ${formatNumber(pace, 2)} times as fast as ${species.name.toLowerCase()} of the library in the water it had; one standard error either way is ${formatNumber(paceError, 2)}, the band of the forecast.`,
    inputs: [
      { label: 'Samples', value: `${formatNumber(cohort.samples)}, ${formatNumber(cohort.weighed)} fish weighed`, from: 'weighings of this cohort' },
      { label: 'Before any sample', value: '× 1.00, worth 15 weighed fish', from: 'planning default: few weighed fish barely move it' },
      { label: 'Root weight gained a day at its best', value: `${formatNumber(species.growthG13PerDay, 4)} g^⅓`, from: `${species.name}: ${species.basis}` },
      { label: 'Water', value: 'day by day', from: 'readings of its loop; where none was taken, as planned' },
    ],
    source: `${GROWTH} Least squares on the cube root of weight, each sample weighted by the fish in it.`,
    change: 'weigh a sample; a wrong one can be taken back on the Round.',
  };
} // prettier-ignore

/** Why a day is said to be the day of market size. */
export function explainReady(cohort: { lotCode: string; meanG: number; species: Species; pace: number; waterTempC: number; day: string }, units: UnitChoice): Explanation {
  const [smallest, largest] = cohort.species.marketG ?? [0, 0];
  return {
    title: `when ${cohort.lotCode} is of market size`,
    formula: `From ${formatMass(cohort.meanG, units)} on ${cohort.day}, grown on day by day at ${formatNumber(cohort.pace, 2)} times the library’s growth in the planned water until the mean passes ${formatMass(smallest, units)}. Half of them are larger by then.`,
    inputs: [
      { label: 'Mean weight', value: formatMass(cohort.meanG, units), from: 'last sample, grown on since' },
      { label: 'Market size', value: `${formatMass(smallest, units)} to ${formatMass(largest, units)}`, from: `${cohort.species.name}: ${cohort.species.basis}` },
      { label: 'Pace', value: `× ${formatNumber(cohort.pace, 2)}`, from: 'fitted to its samples' },
      { label: 'Water', value: `${formatNumber(cohort.waterTempC, 1)} °C on the day`, from: 'planned temperatures of its loop' },
    ],
    source: GROWTH,
    change: 'weigh a sample, plan another temperature, or change the market size in Species.',
  };
} // prettier-ignore

/** Why the two feed conversions of a cohort differ. */
export function explainConversion(lotCode: string, feedG: number, account: CohortAccount, units: UnitChoice): Explanation {
  const say = (fcr: number | null) => (fcr === null ? '–' : formatNumber(fcr, 2));
  return {
    title: `feed conversion of ${lotCode}`,
    formula: `${formatMass(feedG, units)} of feed for the weight gained, the dead counted in, is ${say(account.fcrBiological)}: how well they turn feed into fish. For the weight that is here or was taken it is ${say(account.fcrEconomic)}: what the feed bill bought.`,
    inputs: [
      { label: 'Feed given', value: formatMass(feedG, units), from: 'feedings of this cohort' },
      { label: 'Survival', value: account.survival === null ? '–' : `${formatNumber(account.survival * 100, 1)} %`, from: 'ledger: stocked, died' },
      { label: 'Weight of the dead', value: 'by the sample before each death', from: 'deaths and samples' },
    ],
    source: 'Biological FCR = feed ÷ (gain + dead); economic FCR = feed ÷ (present + taken − stocked).',
    change: 'record what was eaten and held back; count and weigh at every move.',
  };
} // prettier-ignore

/** Why a tank has so few minutes when the air stops. */
export function explainMinutes(tank: { place: PlaceFact; kg: number; minutes: number; tempC: number; oxygenMgL: number; criticalMgL: number; breathedMgH: number }): Explanation {
  const litres = tank.place.volumeL ?? 0;
  return {
    title: `minutes in ${tank.place.code} when all air stops`,
    formula: `${formatNumber(litres)} L × (${formatNumber(tank.oxygenMgL, 1)} − ${formatNumber(tank.criticalMgL, 1)}) mg/L ÷ ${formatNumber(tank.breathedMgH / 1000)} g breathed an hour = ${formatNumber(tank.minutes)} minutes.`,
    inputs: [
      { label: 'Fish', value: `${formatNumber(tank.kg)} kg`, from: 'ledger and last sample' },
      { label: 'Oxygen to begin with', value: `${formatNumber(tank.oxygenMgL, 1)} mg/L`, from: `four fifths of saturation at ${formatNumber(tank.tempC, 1)} °C` },
      { label: 'Critical', value: `${formatNumber(tank.criticalMgL, 1)} mg/L`, from: 'species library' },
      { label: 'Breathed', value: `${formatNumber(tank.breathedMgH / 1000)} g an hour`, from: 'species library, by size, temperature and feeding' },
    ],
    source: 'Saturation: Benson & Krause (1984). Respiration: allometric planning default. No exchange at the surface is counted, so it errs on the safe side.',
    change: 'fewer fish, or a second blower, a battery and an alarm. An estimate never replaces them.',
  };
} // prettier-ignore
