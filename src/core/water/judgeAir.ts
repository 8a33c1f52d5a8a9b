import { inSentence } from '../library/inSentence';
import type { Crop } from '../library/types';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber, formatTemperature, type UnitChoice } from '../quantity/units';
import { all, plural, say } from '../words/words';
import type { Judgement, LatestReading } from './judge';

/** Plants that stand in the air that was read. */
export interface InAir {
  lotCode: string;
  place: string;
  count: number;
  crop: Pick<Crop, 'name' | 'tempMinC' | 'tempMaxC' | 'rest' | 'basis'>;
}

/** Crops that want this warmth to grow at all are killed by frost itself. Planning default. */
const TENDER_FROM_C = 8;
const TENDER_DIES_C = 1;
const HARDY_DIES_C = -4;
/** Perennials that rest stand much colder. */
const RESTING_DIES_C = -15;
/** So far above where a crop stops growing its leaves die, and nowhere above this. Planning defaults. */
const HEAT_ABOVE_C = 12;
const HEAT_MOST_C = 45;

/** Air that kills a crop's leaves, °C: below, and above. */
export const deadlyAirC = ({ tempMinC, tempMaxC, rest }: InAir['crop']): [belowC: number, aboveC: number] => [
  rest ? RESTING_DIES_C : tempMinC >= TENDER_FROM_C ? TENDER_DIES_C : HARDY_DIES_C,
  Math.min(HEAT_MOST_C, tempMaxC + HEAT_ABOVE_C),
];

const MOST_NAMED = 6;

/** What air that was read does to the plants in it; null: they bear it. */
export function judgeAir(
  air: LatestReading | undefined,
  { where, plants, units }: { where: string; plants: readonly InAir[]; units: UnitChoice },
): Judgement | null {
  if (!air || plants.length === 0) return null;
  const dying = plants.filter(({ crop }) => air.value <= deadlyAirC(crop)[0] || air.value >= deadlyAirC(crop)[1]);
  if (dying.length === 0) return null;
  const value = formatTemperature(air.value, units);
  const isCold = air.value <= deadlyAirC(dying[0]!.crop)[0];
  const named = dying
    .slice(0, MOST_NAMED)
    .map(
      (p) => say`${inSentence(p.crop.name)} in ${p.place} (${p.lotCode}, ${plural(p.count, '# plant', '# plants')})`,
    );
  const more = dying.length - named.length;
  const list = all([...named, ...(more > 0 ? [plural(more, '# more planting', '# more plantings')] : [])]);
  const first = isCold
    ? say`Close the house, cover the beds, keep the water moving; heat only with what is made for it and with fresh air`
    : say`Open the house, shade it, wet the floor; pick first what is ripe`;
  const day = (d: Day) => shortDay(d);
  return {
    ...{ kind: 'air', tone: 'danger', value, on: air.on },
    words: say`Air ${value} kills ${list}. ${first}; look at the plants within the hour.`,
    because: {
      title: say`air in ${where}`,
      formula: say`${value} measured; the leaves of these crops die at the temperatures beside them.`,
      inputs: [
        { label: say`Air`, value, from: say`reading of ${day(air.on)}` },
        ...[...new Map(dying.map((p) => [p.crop.name, p.crop])).values()].map((crop) => {
          const [below, above] = deadlyAirC(crop);
          return {
            label: crop.name,
            value: say`under ${formatTemperature(below, units)}, over ${formatTemperature(above, units)}`,
            from: crop.basis,
          };
        }),
      ],
      source: say`Planning default of ours: crops that need over ${formatNumber(TENDER_FROM_C)} °C to grow die of frost, others of ${formatNumber(-HARDY_DIES_C)} °C of it; leaves die ${formatNumber(HEAT_ABOVE_C)} °C above where growth ends.`,
      change: say`a new reading.`,
    },
  };
}
