import { IsOptional, ValidateNested } from 'class-validator';
import { Type } from '../../../core/inputType';
import { readInput } from '../../../core/readInput';
import { checkZoneAndCurrency } from '../../../core/setup/habits';
import { PlanningInput } from '../../../commands/setup/planning.input';
import { CodeField, HeightField, LatitudeField, WholeField } from '../../../commands/inputs';
import { DescribeInput } from '../../../commands/setup/describe.input';
import { GrowingCostsInput } from '../../../commands/setup/growingCosts.input';
import { HabitsInput } from '../../../commands/setup/habits.input';
import { word } from '../../../core/words/words';

/** The habits of a farm as its file has them, judged as the screens judge them. */
class HeadInput extends HabitsInput {
  @CodeField(word`Choose a time zone`, 60) timeZone!: string;
  @CodeField(word`Choose a currency`, 3) currency!: string;
  @IsOptional() @WholeField({ low: 1, high: 7 }) firstWeekday?: number;
  @IsOptional() @ValidateNested() @Type(() => GrowingCostsInput) growing?: GrowingCostsInput;
  @IsOptional() @ValidateNested() @Type(() => PlanningInput) planning?: PlanningInput;
  @IsOptional() @LatitudeField() latitude?: number;
  @IsOptional() @HeightField() altitudeM?: number;
}

type Row = Record<string, unknown>;

const isThing = (value: unknown): value is Row => typeof value === 'object' && value !== null && !Array.isArray(value);
/** Nothing is said of what is not there. */
const said = (row: Row): Row =>
  Object.fromEntries(Object.entries(row).filter(([, v]) => v !== null && v !== undefined));

/**
 * What is wrong with the head of a farm file, in words, or null.
 * @param farm the row of the farm as it was written
 */
export async function judgeFarmHead(farm: Row): Promise<string | null> {
  const { name, time_zone: timeZone, currency, latitude, altitude_m: altitudeM, entry_back_days: entryBackDays } = farm;
  const habits = farm.habits ?? {};
  if (!isThing(habits)) return `habits: ${JSON.stringify(farm.habits)?.slice(0, 40)}`;
  const head = said({
    ...{ mass: 'metric', temperature: 'C', locale: 'en-GB', ...habits },
    ...{ version: 1, name, timeZone, currency, latitude, altitudeM, entryBackDays: entryBackDays ?? 14 },
  });
  if (isThing(head.growing)) head.growing = { ...head.growing, version: 1 };
  if (isThing(head.planning)) head.planning = { ...head.planning, version: 1 };
  const read = await readInput(HeadInput, head);
  if (!read.ok) return first(read.fields);
  const wrong = checkZoneAndCurrency({ timeZone: timeZone as string, currency: currency as string });
  if (wrong) return wrong.words;
  if (farm.is_demo !== undefined && farm.is_demo !== null && typeof farm.is_demo !== 'boolean') return 'is_demo';
  if (farm.described === null || farm.described === undefined) return null;
  const described = await readInput(DescribeInput, isThing(farm.described) ? { ...farm.described, version: 1 } : null);
  return described.ok ? null : first(described.fields);
}

const first = (fields: Record<string, string[]>): string => {
  const [field, [words]] = Object.entries(fields)[0] as [string, [string]];
  return `${field}: ${words}`;
};
