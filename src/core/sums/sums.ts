import { say } from '../words/words';
import { RuleBroken } from '../errors';
import { ADVISER_SUMS } from './adviserSums';
import { CROP_SUMS } from './cropSums';
import { FEED_SUMS } from './feedSums';
import { GROWTH_SUMS } from './growthSums';
import { choicesOf } from './library';
import { PURGE_SUMS } from './purgeSums';
import { SIZE_SUMS } from './sizeSums';
import { STOCK_SUMS } from './stockSums';
import { SUPPLY_SUMS } from './supplySums';
import { WATER_SUMS } from './waterSums';
import { isChoice, type Sum, type SumInput, type SumResult, type SumValues } from './sum';

/** Every calculation of the core, once. The Why panels, the page of sums, the command line and docs/science.md read it. */
export const SUMS: readonly Sum[] = [
  ...GROWTH_SUMS,
  ...FEED_SUMS,
  ...SIZE_SUMS,
  ...STOCK_SUMS,
  ...WATER_SUMS,
  ...PURGE_SUMS,
  ...CROP_SUMS,
  ...ADVISER_SUMS,
  ...SUPPLY_SUMS,
];

const byName: ReadonlyMap<string, Sum> = new Map(SUMS.map((s) => [s.name, s]));

/** @throws {RuleBroken} field `name` */
export function sumNamed(name: string): Sum {
  const sum = byName.get(name);
  if (!sum)
    throw new RuleBroken(
      'name',
      say`There is no calculation “${name}”; there are ${SUMS.map((s) => s.name).join(', ')}.`,
    );
  return sum;
}

/**
 * Works one calculation out.
 * @param given by input name; what is left out begins with its start value only where nothing is given at all
 * @throws {RuleBroken} naming the input: unknown, missing, no number, or outside its range
 */
export function workOut(name: string, given: SumValues): SumResult & { unit: string } {
  const sum = sumNamed(name);
  for (const key of Object.keys(given)) {
    if (!sum.inputs.some((f) => f.name === key))
      throw new RuleBroken(
        key,
        say`“${key}” is not asked for; ${name} asks for ${sum.inputs.map((f) => f.name).join(', ')}.`,
      );
  }
  for (const field of sum.inputs) {
    const value = given[field.name];
    if (value === undefined) throw new RuleBroken(field.name, say`Give ${field.name}: ${sayAsked(field)}.`);
    if (!isChoice(field)) checkNumbers(field, value);
    else if (!choicesOf(field).some(([code]) => code === value))
      throw new RuleBroken(
        field.name,
        say`“${String(value)}” is not in the library; there are ${choicesOf(field)
          .map(([code]) => code)
          .join(', ')}.`,
      );
  }
  const result = sum.work({
    n: (key) => given[key] as number,
    many: (key) => given[key] as readonly number[],
    code: (key) => given[key] as string,
  });
  return { ...result, unit: sum.result.unit };
}

function checkNumbers(field: SumInput, value: SumValues[string]) {
  const list = field.many ? value : [value];
  if (!Array.isArray(list) || list.length === 0)
    throw new RuleBroken(field.name, say`Give ${field.name} as a row of numbers: ${sayAsked(field)}.`);
  if (list.length > MOST_IN_A_ROW)
    throw new RuleBroken(field.name, say`At most ${MOST_IN_A_ROW} numbers in ${field.name}.`);
  const [low, high] = field.range;
  for (const n of list as unknown[]) {
    if (typeof n !== 'number' || !(n >= low && n <= high))
      throw new RuleBroken(
        field.name,
        say`${field.words} (${field.name}) is ${typeof n === 'number' ? n : say`no number`}; it must be ${sayRange(field)}.`,
      );
  }
}

const MOST_IN_A_ROW = 1000;

const sayRange = ({ range: [low, high], unit }: SumInput) => say`between ${low} and ${high}${unit ? ` ${unit}` : ''}`;

function sayAsked(field: Sum['inputs'][number]): string {
  return isChoice(field) ? say`a ${field.of} of the library` : `${field.words.toLowerCase()}, ${sayRange(field)}`;
}

/** What a calculation begins with. */
export function startOf(sum: Sum): SumValues {
  return Object.fromEntries(sum.inputs.map((f) => [f.name, f.start]));
}

/** How a number came about, for its Why: the calculations it rests on, as they are registered. */
export interface Rule {
  name: string;
  title: string;
  formula: string;
  source: string;
}

export function rules(names: readonly string[]): Rule[] {
  return names.map((name) => {
    const { title, formula, source } = sumNamed(name);
    return { name, title, formula, source };
  });
}
