import { IsBoolean, IsOptional } from 'class-validator';
import { askChanged } from '../../core/plan/askPlanned';
import { RuleBroken } from '../../core/errors';
import { RANGES } from '../../core/quantity/ranges';
import { shortDay } from '../../core/quantity/sayDay';
import { formatTemperature, type UnitChoice } from '../../core/quantity/units';
import { setTemperature } from '../../db/doing/temperature';
import { command, type Doing } from '../../server/command';
import type { FarmFacts } from '../../core/plan/types';
import { AmountField, DayField, IdField } from '../inputs';
import { BOSS, said } from '../shared';

export class TemperatureInput {
  @IdField('Choose a loop') loopId!: string;
  @DayField() from!: string;
  @IsOptional() @DayField() until?: string;
  @AmountField(RANGES.tempC, { words: 'Give the temperature as a number', low: 'From 0 °C', zero: true })
  tempC!: number;
}

class PlanTemperatureInput extends TemperatureInput {
  @IsOptional() @IsBoolean({ message: 'Say yes or no' }) confirmed?: boolean;
}

/** “24 °C from 3 Dec until 9 Jan”. */
export function sayTemperature(v: { tempC: number; from: string; until?: string | null }, units: UnitChoice): string {
  return `${formatTemperature(v.tempC, units)} from ${shortDay(v.from)}${v.until ? ` until ${shortDay(v.until)}` : ''}`;
}

/** Asks about what the water as it is now planned does, against how it was. @returns what it betters */
export async function askAboutWater(
  doing: Doing,
  before: FarmFacts,
  confirmed: boolean | undefined,
): Promise<string[]> {
  const { asked, notes } = askChanged(before, await doing.facts(), await doing.steps(), doing.units);
  if (asked.length > 0 && !confirmed) throw new RuleBroken('confirm', asked.join('\n'));
  return notes;
}

export const module = command({
  name: 'setup.temperature',
  version: 1,
  title: 'Plan a temperature',
  who: BOSS,
  input: PlanTemperatureInput,
  run: async (doing, v) => {
    if (v.from < doing.today) throw new RuleBroken('from', 'That day has passed.');
    if (v.until && v.until <= v.from) throw new RuleBroken('until', 'The end comes after the beginning.');
    const before = await doing.facts();
    await setTemperature(doing.tx, doing.entry, { ...v, until: v.until ?? null });
    const notes = await askAboutWater(doing, before, v.confirmed);
    return said(`Planned: ${sayTemperature(v, doing.units)}.`, notes);
  },
  takeBack: { words: () => 'Taken back: what was planned before holds again.' },
});
