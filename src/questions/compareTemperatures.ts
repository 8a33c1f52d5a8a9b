import { RuleBroken } from '../core/errors';
import { say, word } from '../core/words/words';
import { IsNumber, IsOptional, Max, Min } from 'class-validator';
import { DayField, IdField, ListField } from '../commands/inputs';
import { EVERYONE } from '../commands/shared';
import { compareTemperatures } from '../core/plan/compareTemperatures';
import { question } from '../server/ask';

export type Comparison = ReturnType<typeof compareTemperatures>;

class CompareInput {
  @IdField(word`Choose a loop`) loopId!: string;
  @DayField() from!: string;
  @IsOptional() @DayField() until?: string;
  @ListField({ least: 1, most: 3, few: word`Give at least one temperature`, many: word`At most three` })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message: word`Temperatures are numbers` })
  @Min(0, { each: true, message: word`From 0 °C` })
  @Max(40, { each: true, message: word`At most 40 °C` })
  tempsC!: number[];
}

/** The same farm at other temperatures: dates, feed and energy side by side. */
export const module = question({
  name: 'fish.compareTemperatures',
  who: EVERYONE,
  input: CompareInput,
  cost: 12,
  answer: async ({ farm, units }, v) => {
    const { facts, steps } = await farm();
    if (!facts.loops.some((l) => l.id === v.loopId))
      throw new RuleBroken('loopId', say`That loop is not on this farm.`);
    if (v.until && v.until < v.from) throw new RuleBroken('until', say`It ends before it begins.`);
    return compareTemperatures({ facts, plan: steps, wish: { ...v, until: v.until ?? null }, units });
  },
});
