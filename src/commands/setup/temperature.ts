import { IsOptional } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { RANGES } from '../../core/quantity/ranges';
import { shortDay } from '../../core/quantity/sayDay';
import { formatTemperature } from '../../core/quantity/units';
import { setTemperature } from '../../db/doing/rules';
import { command } from '../../server/command';
import { AmountField, DayField, IdField } from '../inputs';
import { BOSS, said } from '../shared';

class TemperatureInput {
  @IdField('Choose a loop') loopId!: string;
  @DayField() from!: string;
  @IsOptional() @DayField() until?: string;
  @AmountField(RANGES.tempC, { words: 'Give the temperature as a number', low: 'From 0 °C', zero: true })
  tempC!: number;
}

export const module = command({
  name: 'setup.temperature',
  version: 1,
  title: 'Plan a temperature',
  who: BOSS,
  input: TemperatureInput,
  run: async ({ tx, entry, today, units }, v) => {
    if (v.from < today) throw new RuleBroken('from', 'That day has passed.');
    if (v.until && v.until <= v.from) throw new RuleBroken('until', 'The end comes after the beginning.');
    await setTemperature(tx, entry, { ...v, until: v.until ?? null });
    return said(
      `Planned: ${formatTemperature(v.tempC, units)} from ${shortDay(v.from)}${v.until ? ` until ${shortDay(v.until)}` : ''}.`,
    );
  },
  takeBack: { stays: 'Plan another temperature from that day: the newest counts.' },
});
