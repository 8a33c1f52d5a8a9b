import { decide, refuse, type Decision } from '../acts/decision';
import { at, role, type Effect, type Taken } from '../acts/effects';
import type { FarmFacts } from '../facts/farm';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';
import { gradeOf } from './grading';
import { fishAt } from './handling';
import { countsByGrade, liveGrades, liveSaleQuestions } from './liveSale';

export interface LiveSale {
  lotCode: string;
  fromPlaceId: string;
  productCode: string;
  count: number;
  /** Of all of them, g. */
  massG: number;
  /** The planned netting that this is. */
  stepId?: string;
}

export interface LiveSaleFacts {
  today: Day;
  facts: Pick<FarmFacts, 'fish' | 'products' | 'species' | 'quarantine' | 'treatments'>;
  /** How the lot was when last observed; null: nobody has. */
  lastSeen: { state: string | null; day: Day } | null;
}

/**
 * Fish of one size grade are netted for sale alive, by whatever door: out of the plan or on the spot. They are not purged and are
 * no food, so nothing else stands between a tank of ill fish and its buyer. They come into holding as a lot that orders are served from.
 */
export function decideLiveSale(known: LiveSaleFacts, sale: LiveSale): Decision<Taken & { made: string }> {
  return decide((asks) => {
    const { facts } = known;
    const fish = fishAt(facts, sale, 'form');
    const grades = liveGrades(facts.products, fish.speciesCode);
    const nth = grades.findIndex((g) => g.product.code === sale.productCode);
    if (nth < 0) refuse('productCode', say`Choose a grade that these fish are sold as.`);
    if (sale.count > fish.count)
      refuse('count', say`${fish.lotCode} has ${fish.count} fish there; ${sale.count} is more than that.`);
    const apart = facts.quarantine.find(
      (q) => q.lotCode === sale.lotCode && q.placeId === fish.placeId && !q.clearedOn,
    );
    if (apart)
      refuse(
        'form',
        say`${fish.lotCode} is in quarantine until ${shortDay(apart.until)} and not cleared: nothing is sold out of it.`,
      );
    const meanG = sale.massG / sale.count;
    const usualG = gradeOf(fish.bins, fish.referenceG, fish.count).meanG;
    if (meanG < usualG / 25 || meanG > usualG * 25)
      refuse(
        'massG',
        say`That would be ${formatNumber(meanG, meanG < 10 ? 2 : 0)} g a fish; they weigh about ${Math.round(usualG)} g. Check the unit.`,
      );
    const species = facts.species.find((s) => s.code === fish.speciesCode)!;
    const counts = countsByGrade({ bins: fish.bins, referenceG: fish.referenceG, count: fish.count, grades, species });
    asks.push(
      ...liveSaleQuestions({ sale, grade: grades[nth]!, expected: counts[nth]!, species }),
      ...healthQuestions(known, sale.lotCode),
    );
    return {
      made: HELD,
      effects: heldOf({ ...sale, lotId: fish.lotId, today: known.today }),
      said: (made) =>
        say`In holding: ${formatNumber(sale.count)} as ${made[HELD]!}. Orders can be served from it; not for food.`,
    };
  });
}

const HELD = 'held';
const OUT = { does: 'movement', to: role('packed'), reason: 'harvest' } as const;

interface Held extends LiveSale {
  lotId: string;
  today: Day;
}

/** Out of the tank and into holding, as one lot of the grade. */
function heldOf({ lotId, lotCode, fromPlaceId, productCode, count, massG, stepId, today }: Held): Effect[] {
  const lot = { kind: 'live_fish', keeps: 'count', beganOn: today, productCode, fromLotIds: [lotId] } as const;
  const code = `LF-${lotCode.split('-')[0]}-${today.slice(2).replaceAll('-', '')}`;
  return [
    { ...OUT, lot: { lotId }, from: at(fromPlaceId), count, massG, stepId },
    { does: 'lot', as: HELD, lot: { code, ...lot }, free: true },
    { does: 'movement', lot: { made: HELD }, from: role('made'), to: role('live'), count, reason: 'make', stepId },
  ];
}

function healthQuestions({ facts, lastSeen }: LiveSaleFacts, lotCode: string): string[] {
  const treated = facts.treatments.find((t) => t.lotCode === lotCode);
  return [
    ...(treated
      ? [
          say`${lotCode} was treated with ${treated.product}, until ${shortDay(treated.until)}: the buyer has to know. Sell them all the same?`,
        ]
      : []),
    ...(lastSeen?.state === 'ill'
      ? [say`${lotCode} was ill when last observed on ${shortDay(lastSeen.day)}. Sell them all the same?`]
      : []),
  ];
}
