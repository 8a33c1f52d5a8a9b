import { IsIn } from 'class-validator';
import { addDays } from '../core/quantity/days';
import { word } from '../core/words/words';
import { DRAWN_KINDS, hoursOf, type Hour } from '../db/readings';
import { EVERYONE } from '../commands/shared';
import { DayField, IdField } from '../commands/inputs';
import { question } from '../server/ask';

/** Days that are drawn. */
const DAYS = 7;

class WaterHours {
  @IdField(word`Choose a loop`) loopId!: string;
  @IsIn(DRAWN_KINDS, { message: word`Choose a kind of reading` }) kind!: string;
  @DayField() day!: string;
}

/** An hour of a loop's water, or of a tank that is measured by itself: its mean, and how low and high it went. */
export interface HourOfWater extends Omit<Hour, 'at'> {
  /** ISO moment its hour began. */
  at: string;
}

/** What the week up to a day was like, hour by hour. */
export const module = question({
  name: 'water.hours',
  who: [...EVERYONE, 'visitor'],
  input: WaterHours,
  cost: 1,
  answer: async ({ tx }, { loopId, kind, day }): Promise<HourOfWater[]> => {
    const hours = await hoursOf(tx, { loopId, kind }, { since: addDays(day, 1 - DAYS), until: day });
    return hours.map((h) => ({ ...h, at: h.at.toISOString() }));
  },
});
