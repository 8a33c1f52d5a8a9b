'use server';
import 'reflect-metadata';
import { IsNumber, IsPositive, IsString, Matches, Max, MaxLength } from 'class-validator';
import { revalidatePath } from 'next/cache';
import { sowingGaps } from '../../core/crops/gaps';
import { RuleBroken } from '../../core/errors';
import { promiseTable } from '../../core/market/promiseTable';
import { forecastFarm } from '../../core/plan/forecast';
import { loadFacts } from '../../db/facts';
import { addSteps, freePlanCode, newId, openSteps } from '../../db/plan';
import { act } from '../../server/act';
import { KeyedInput } from '../../server/input';
import type { Outcome } from '../../ui/outcome';
import { sowingCode } from './queries';

class AddSowingInput extends KeyedInput {
  @IsString() @MaxLength(60, { message: 'That crop is not known' }) cropCode!: string;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'Give a day' }) wantedOn!: string;
  @IsNumber() @IsPositive({ message: 'Nothing is short' }) @Max(10_000_000) shortUnits!: number;
}

/** Puts the sowing that a shortfall asks for into the plan; computed anew, so that it fits the plan as it is now. */
export async function addSowing(raw: unknown): Promise<Outcome<string>> {
  const outcome = await act(['manager', 'hand'], AddSowingInput, raw, async ({ tx, person, today, entry }, input) => {
    if (await tx('draft').where({ id: entry.entryKey }).first('id')) return 'Added already.';
    const facts = await loadFacts(tx, today, true);
    const forecast = forecastFarm(facts, await openSteps(tx));
    const promise = promiseTable(forecast, facts.products, facts.promises, 20);
    const gap = sowingGaps(facts, forecast, promise, sowingCode, newId).find(
      (g) => g.cropCode === input.cropCode && g.wantedOn === input.wantedOn,
    );
    if (!gap)
      throw new RuleBroken(
        'form',
        'That shortfall is gone: the plan or the orders have changed. Reload to see what is short now.',
      );
    if (!gap.sowing) throw new RuleBroken('form', `Too late: it would have had to be sown by ${gap.sowBy}.`);
    const lotCode = await freePlanCode(tx, gap.sowing.steps[0]!.lotCode);
    const steps = gap.sowing.steps.map((s) => ({ ...s, lotCode }));
    await addSteps(tx, person.farmId, steps);
    const changes = JSON.stringify([{ change: 'add', steps }]);
    await tx('draft').insert({
      farm_id: person.farmId,
      id: entry.entryKey,
      name: `Sow ${lotCode}`,
      changes,
      base: '{}',
      state: 'kept',
      person_id: person.personId,
    });
    return `${lotCode} is in the plan: sow on ${gap.sowing.sowDay}.`;
  });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
