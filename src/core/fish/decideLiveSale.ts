import { refused, type Decision } from '../acts/decision';
import type { FarmFacts, FishFact, ProductFact } from '../facts/farm';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';
import { gradeOf } from './grading';
import { countsByGrade, liveGrades, liveSaleQuestions } from './liveSale';

export interface LiveSale {
  lotCode: string;
  fromPlaceId: string;
  productCode: string;
  count: number;
  /** Of all of them, g. */
  massG: number;
}

interface LiveSaleFacts {
  facts: Pick<FarmFacts, 'fish' | 'products' | 'species' | 'quarantine' | 'treatments'>;
  /** How the lot was when last observed; null: nobody has. */
  lastSeen: { state: string | null; day: Day } | null;
}

/**
 * Whether fish may be netted for live sale, by whatever door: out of the plan or on the spot. They are not purged and are
 * no food, so nothing else stands between a tank of ill fish and its buyer.
 */
export function decideLiveSale(
  { facts, lastSeen }: LiveSaleFacts,
  sale: LiveSale,
): Decision<{ fish: FishFact; product: ProductFact }> {
  const fish = facts.fish.find((f) => f.lotCode === sale.lotCode && f.placeId === sale.fromPlaceId);
  if (!fish) return refused('form', say`${sale.lotCode} is not in that tank (any more). Reload and look again.`);
  const grades = liveGrades(facts.products, fish.speciesCode);
  const at = grades.findIndex((g) => g.product.code === sale.productCode);
  if (at < 0) return refused('productCode', say`Choose a grade that these fish are sold as.`);
  if (sale.count > fish.count)
    return refused('count', say`${fish.lotCode} has ${fish.count} fish there; ${sale.count} is more than that.`);
  const apart = facts.quarantine.find((q) => q.lotCode === fish.lotCode && q.placeId === fish.placeId && !q.clearedOn);
  if (apart)
    return refused(
      'form',
      say`${fish.lotCode} is in quarantine until ${shortDay(apart.until)} and not cleared: nothing is sold out of it.`,
    );
  const meanG = sale.massG / sale.count;
  const usualG = gradeOf(fish.bins, fish.referenceG, fish.count).meanG;
  if (meanG < usualG / 25 || meanG > usualG * 25)
    return refused(
      'massG',
      say`That would be ${formatNumber(meanG, meanG < 10 ? 2 : 0)} g a fish; they weigh about ${Math.round(usualG)} g. Check the unit.`,
    );
  const species = facts.species.find((s) => s.code === fish.speciesCode)!;
  const counts = countsByGrade({ bins: fish.bins, referenceG: fish.referenceG, count: fish.count, grades, species });
  const asks = [
    ...liveSaleQuestions({ sale, grade: grades[at]!, expected: counts[at]!, species }),
    ...healthQuestions({ facts, lastSeen }, sale.lotCode),
  ];
  return { asks, take: { fish, product: grades[at]!.product } };
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
