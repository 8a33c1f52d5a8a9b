import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { gradeOf } from '../../core/fish/grading';
import { countsByGrade, gradeOfWeight, liveGrades, liveSaleQuestions } from '../../core/fish/liveSale';
import type { FarmFacts, ProductFact } from '../../core/plan/types';
import { shortDay } from '../../core/quantity/sayDay';
import type { Tx } from '../connection';
import { standingHusbandry } from '../keeping';
import { createLot, freeLotCode, placeOfRole, recordMovement, type Entry } from '../ledger';
import { formatNumber } from '../../core/quantity/units';

export interface LiveSale {
  lotCode: string;
  fromPlaceId: string;
  productCode: string;
  count: number;
  massG: number;
  /** What the screen asked about was answered with yes. */
  confirmed: boolean;
}

interface NetLiveArgs {
  tx: Tx;
  entry: Entry;
  facts: FarmFacts;
  sale: LiveSale;
}

/**
 * Nets fish of one size grade for sale alive: out of their tank, into holding, as a lot that orders are served from.
 * They are not purged and are no food. @returns the held lot's code
 */
export async function netLive({ tx, entry, facts, sale }: NetLiveArgs): Promise<string> {
  const fish = facts.fish.find((f) => f.lotCode === sale.lotCode && f.placeId === sale.fromPlaceId);
  if (!fish) throw new RuleBroken('form', say`${sale.lotCode} is not in that tank (any more). Reload and look again.`);
  const grades = liveGrades(facts.products, fish.speciesCode);
  const at = grades.findIndex((g) => g.product.code === sale.productCode);
  if (at < 0) throw new RuleBroken('productCode', say`Choose a grade that these fish are sold as.`);
  if (sale.count > fish.count)
    throw new RuleBroken('count', say`${fish.lotCode} has ${fish.count} fish there; ${sale.count} is more than that.`);
  const apart = facts.quarantine.find((q) => q.lotCode === fish.lotCode && q.placeId === fish.placeId && !q.clearedOn);
  if (apart)
    throw new RuleBroken(
      'form',
      say`${fish.lotCode} is in quarantine until ${shortDay(apart.until)} and not cleared: nothing is sold out of it.`,
    );
  const meanG = sale.massG / sale.count;
  const usualG = gradeOf(fish.bins, fish.referenceG, fish.count).meanG;
  if (meanG < usualG / 25 || meanG > usualG * 25)
    throw new RuleBroken(
      'massG',
      say`That would be ${formatNumber(meanG, meanG < 10 ? 2 : 0)} g a fish; they weigh about ${Math.round(usualG)} g. Check the unit.`,
    );
  const species = facts.species.find((s) => s.code === fish.speciesCode)!;
  const expected = countsByGrade({ bins: fish.bins, referenceG: fish.referenceG, count: fish.count, grades, species })[
    at
  ]!;
  const questions = [
    ...liveSaleQuestions({ sale, grade: grades[at]!, expected, species }),
    ...(await healthQuestions({ tx, facts, lotCode: sale.lotCode, lotId: fish.lotId })),
  ];
  if (questions.length > 0 && !sale.confirmed) throw new RuleBroken('confirm', questions.join('\n'));
  return holdLive(tx, entry, {
    lotId: fish.lotId,
    lotCode: fish.lotCode,
    placeId: fish.placeId,
    product: grades[at]!.product,
    count: sale.count,
    massG: sale.massG,
  });
}

interface HealthQuestionsArgs {
  tx: Tx;
  facts: FarmFacts;
  lotCode: string;
  lotId: string;
}

async function healthQuestions({ tx, facts, lotCode, lotId }: HealthQuestionsArgs): Promise<string[]> {
  const treated = facts.treatments.find((t) => t.lotCode === lotCode);
  const seen = await standingHusbandry(tx)
    .where({ lot_id: lotId, kind: 'observe' })
    .orderByRaw('recorded_at desc, id desc')
    .first('state', 'farm_day');
  return [
    ...(treated
      ? [
          say`${lotCode} was treated with ${treated.product}, until ${shortDay(treated.until)}: the buyer has to know. Sell them all the same?`,
        ]
      : []),
    ...(seen?.state === 'ill'
      ? [say`${lotCode} was ill when last observed on ${shortDay(seen.farm_day)}. Sell them all the same?`]
      : []),
  ];
}

export interface HeldLive {
  lotId: string;
  lotCode: string;
  placeId: string;
  product: ProductFact | { code: string };
  count: number;
  massG: number;
  stepId?: string;
}

/** Out of the tank and into holding, as one lot of the grade. */
export async function holdLive(tx: Tx, entry: Entry, held: HeldLive): Promise<string> {
  const packed = await placeOfRole(tx, 'packed');
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: held.lotId,
      fromPlaceId: held.placeId,
      toPlaceId: packed,
      count: held.count,
      massG: held.massG,
      reason: 'harvest',
      stepId: held.stepId,
    },
  });
  const code = await freeLotCode(tx, `LF-${held.lotCode.split('-')[0]}-${entry.farmDay.slice(2).replaceAll('-', '')}`);
  const lotId = await createLot(tx, entry.farmId, {
    code,
    kind: 'live_fish',
    keeps: 'count',
    beganOn: entry.farmDay,
    productCode: held.product.code,
    fromLotIds: [held.lotId],
  });
  const made = await placeOfRole(tx, 'made');
  const live = await placeOfRole(tx, 'live');
  await recordMovement({
    tx,
    entry,
    movement: { lotId, fromPlaceId: made, toPlaceId: live, count: held.count, reason: 'make', stepId: held.stepId },
    part: ':hold',
  });
  return code;
}

/** The live product that fish of a mean weight are, or null when their species is sold as food. */
export function liveProduct(facts: Pick<FarmFacts, 'products' | 'species'>, speciesCode: string, meanG: number) {
  const species = facts.species.find((s) => s.code === speciesCode);
  const grades = liveGrades(facts.products, speciesCode);
  return species && grades.length > 0 ? gradeOfWeight(meanG, grades, species)!.product : null;
}
